using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Ports;

/// <summary>Why two ends do not go together, and what would happen.</summary>
/// <param name="Code">Stable name for programs.</param>
/// <param name="Text">In words.</param>
public sealed record JointFault(string Code, Sentence Text);

/// <summary>Which ends go together (SAE J2044, J514, J1926-1; common practice for hose).</summary>
public static class JointRules
{
    /// <summary>True where two ends go together.</summary>
    public static bool Mate(Port a, Port b) => a.Gender == PortGender.Male ? Goes(a, b) : Goes(b, a);

    /// <summary>Why two ends do not go together; null where they do.</summary>
    public static JointFault? Fault(Port a, Port b)
    {
        if (Mate(a, b))
        {
            return null;
        }

        if (Both(a, b, PortType.Flare, PortType.ORingBoss))
        {
            return a.Size == b.Size && a.Gender != b.Gender
                ? new(
                    "sameThreadOtherSeal",
                    $"Flare against O-ring boss: {a.Thread} screws into both, but a flare seals cone on cone and a boss with its O-ring. It goes in and leaks under pressure."
                )
                : new("wrongType", $"Flare against O-ring boss, {a.Size} against {b.Size}: neither thread nor seal fits.");
        }

        if (a.Type == PortType.TaperedPipe != (b.Type == PortType.TaperedPipe) && a.Thread is not null && b.Thread is not null)
        {
            return new("taperedIntoStraight", "Tapered thread against straight thread: it binds after a few turns, seals nowhere and can split the port.");
        }

        if (Both(a, b, PortType.HoseEnd, PortType.PlainTube))
        {
            return new("hoseOnPlainTube", "Hose on a plain tube: nothing holds it, and pressure pushes it off. It needs a bead or a barb.");
        }

        if (Both(a, b, PortType.HoseEnd, PortType.HoseSocket) || Both(a, b, PortType.DashHose, PortType.HoseBarb))
        {
            return new("wrongType", "A socket grips the dash hose it is made for, a barb the hose of its bore. Mixed, the hose slips off.");
        }

        if (Partners(a.Type, b.Type))
        {
            return a.Gender == b.Gender
                ? new("sameGender", Sentence.Of($"{Begun(a)} against {b.Name}: two {Word(a.Gender)} ends do not go together."))
                : new(
                    "wrongSize",
                    IsHosePair(a, b)
                        ? $"{Begun(a)} against {b.Name}: hose that is too wide slips off and leaks, hose that is too narrow splits."
                        : $"{Begun(a)} against {b.Name}: the sizes differ, so they do not join."
                );
        }

        return new("wrongType", $"{Begun(a)} against {b.Name}: these do not join. An adapter has to come between.");
    }

    /// <summary>A port to begin a sentence.</summary>
    internal static string Begun(Port port) => Wording.Begun(port.Name);

    private static bool Goes(Port male, Port female) =>
        female.Gender == PortGender.Female
        && male.Gender == PortGender.Male
        && Partners(male.Type, female.Type)
        && (male.Type == PortType.Bead ? PortCatalogue.HoseOverBead(male.Size) == female.Size : male.Size == female.Size);

    private static bool Partners(PortType a, PortType b) =>
        (a == b && a is PortType.QuickConnect or PortType.Flare or PortType.ORingBoss or PortType.TaperedPipe)
        || Either(a, b, PortType.HoseBarb, PortType.HoseEnd)
        || Either(a, b, PortType.Bead, PortType.HoseEnd)
        || Either(a, b, PortType.PlainTube, PortType.Ferrule)
        || Either(a, b, PortType.HoseSocket, PortType.DashHose);

    private static bool IsHosePair(Port a, Port b) => a.IsHose || b.IsHose;

    private static bool Both(Port a, Port b, PortType one, PortType other) => Either(a.Type, b.Type, one, other);

    private static bool Either(PortType a, PortType b, PortType one, PortType other) => (a == one && b == other) || (a == other && b == one);

    private static string Word(PortGender gender) => gender == PortGender.Male ? "male" : "female";
}
