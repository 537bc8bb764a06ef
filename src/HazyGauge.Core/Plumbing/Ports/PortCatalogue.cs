namespace HazyGauge.Core.Plumbing.Ports;

/// <summary>
/// The ends there are. Tube sizes of quick connects after SAE J2044, threads by dash size after SAE J514 and J1926-1, tapered threads after
/// ASME B1.20.1; hose bores from memory.
/// </summary>
public static class PortCatalogue
{
    // Tube of 5/16, 3/8 and 1/2 in, and the bore of the hose that goes over a bead on it.
    private static readonly (string Key, string Size, string HoseKey)[] Tubes = [("5-16", "5/16 in", "8"), ("3-8", "3/8 in", "9-5"), ("1-2", "1/2 in", "12-7")];

    private static readonly (int Dash, string Thread)[] Dashes = [(4, "7/16-20"), (6, "9/16-18"), (8, "3/4-16"), (10, "7/8-14"), (12, "1 1/16-12")];

    private static readonly (string Key, string Size, string Thread)[] Pipes = [("1-8", "1/8 in", "1/8-27"), ("1-4", "1/4 in", "1/4-18"), ("3-8", "3/8 in", "3/8-18")];

    private static readonly (string Key, string Size)[] Bores = [("6", "6 mm (1/4 in)"), ("8", "8 mm (5/16 in)"), ("9-5", "9.5 mm (3/8 in)"), ("12-7", "12.7 mm (1/2 in)")];

    private static readonly (int Dash, string Bore)[] DashHoses = [(6, "8.7 mm"), (8, "11.1 mm"), (10, "14.2 mm")];

    /// <summary>All ends, the commonest first.</summary>
    public static readonly IReadOnlyList<Port> All = [.. Made()];

    private static readonly Dictionary<string, Port> ByCode = All.ToDictionary(p => p.Code, StringComparer.OrdinalIgnoreCase);

    /// <summary>Pairs that go together.</summary>
    public static readonly IReadOnlyList<IReadOnlyList<string>> Mates =
    [
        .. All.SelectMany((a, i) => All.Skip(i + 1).Where(b => JointRules.Mate(a, b)).Select(b => (IReadOnlyList<string>)[a.Code, b.Code])),
    ];

    /// <summary>An end by its code; null where there is none.</summary>
    public static Port? Find(string? code) => code is null ? null : ByCode.GetValueOrDefault(code.Trim());

    /// <summary>Bore of the hose that goes over a beaded tube of a size, as hose ends are named.</summary>
    internal static string? HoseOverBead(string size) => Tubes.Where(t => t.Size == size).Select(t => Bores.First(b => b.Key == t.HoseKey).Size).FirstOrDefault();

    private static IEnumerable<Port> Made()
    {
        foreach (var (key, size, _) in Tubes)
        {
            yield return new($"qc-{key}-m", PortType.QuickConnect, $"quick connect {size}, male", size, PortGender.Male);
            yield return Female(key, size, "tab", Retainer.Tab, "tab retainer");
            yield return Female(key, size, "ring", Retainer.Ring, "ring retainer");
            yield return Female(key, size, "slide", Retainer.SlideLock, "slide lock");
        }

        foreach (var (dash, thread) in Dashes)
        {
            yield return new($"flare-{dash}-m", PortType.Flare, $"37-degree flare #{dash}, male", $"#{dash}", PortGender.Male) { Thread = thread };
            yield return new($"flare-{dash}-f", PortType.Flare, $"37-degree flare #{dash}, female", $"#{dash}", PortGender.Female) { Thread = thread };
        }

        foreach (var (dash, thread) in Dashes)
        {
            yield return new($"orb-{dash}-m", PortType.ORingBoss, $"O-ring boss #{dash}, male", $"#{dash}", PortGender.Male) { Thread = thread };
            yield return new($"orb-{dash}-f", PortType.ORingBoss, $"O-ring boss #{dash}, female", $"#{dash}", PortGender.Female) { Thread = thread };
        }

        foreach (var (key, size, thread) in Pipes)
        {
            yield return new($"pipe-{key}-m", PortType.TaperedPipe, $"tapered pipe thread {size}, male", size, PortGender.Male) { Thread = thread };
            yield return new($"pipe-{key}-f", PortType.TaperedPipe, $"tapered pipe thread {size}, female", size, PortGender.Female) { Thread = thread };
        }

        foreach (var (key, size) in Bores)
        {
            yield return new($"barb-{key}", PortType.HoseBarb, $"hose barb {size}", size, PortGender.Male);
            yield return new($"hose-{key}", PortType.HoseEnd, $"hose end {size} bore", size, PortGender.Female);
        }

        foreach (var (key, size, _) in Tubes)
        {
            yield return new($"bead-{key}", PortType.Bead, $"beaded tube {size}", size, PortGender.Male);
            yield return new($"tube-{key}", PortType.PlainTube, $"plain tube {size}", size, PortGender.Male);
            yield return new($"ferrule-{key}", PortType.Ferrule, $"ferrule nut for {size} tube", size, PortGender.Female);
        }

        foreach (var (dash, bore) in DashHoses)
        {
            yield return new($"socket-{dash}", PortType.HoseSocket, $"hose socket #{dash}", $"#{dash}", PortGender.Male);
            yield return new($"dash-hose-{dash}", PortType.DashHose, $"dash hose #{dash}, {bore} bore", $"#{dash}", PortGender.Female);
        }
    }

    private static Port Female(string key, string size, string code, Retainer retainer, string words) =>
        new($"qc-{key}-f-{code}", PortType.QuickConnect, $"quick connect {size}, female, {words}", size, PortGender.Female) { Retainer = retainer };
}
