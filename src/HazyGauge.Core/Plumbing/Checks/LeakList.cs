using HazyGauge.Core.Identity;
using HazyGauge.Core.Plumbing.Ports;

namespace HazyGauge.Core.Plumbing.Checks;

/// <summary>Joints that can leak, numbered from the first end: what is checked by name when the line is primed.</summary>
public static class LeakList
{
    /// <summary>The joints of a chain, then the ends beside the line.</summary>
    public static IReadOnlyList<LeakPoint> Of(MadeChain chain)
    {
        var names = chain.Parts.Select(p => p.Part.Name).Prepend("Stock line, tank side").Append("stock line, engine side").ToList();
        var ids = JointIds(chain);
        var joints = chain
            .Joints.Select(
                (j, i) =>
                    Joint(i + 1, $"{names[i]} to {Inside(names[i + 1])}", j.Before, j.After) with
                    {
                        Id = ids[i],
                        HasBead = j.Before.Type == PortType.Bead || j.After.Type == PortType.Bead ? true : null,
                    }
            )
            .ToList();
        var beside = chain
            .Parts.Where(p => p.Part.Ports.Count > 2)
            .Select((p, i) => new LeakPoint(joints.Count + i + 1, $"{p.Part.Name}, end beside the line", "plug or pressure sensor", Id: ThingId.OfBetween(p.Part.Id, "beside")));
        return [.. joints, .. beside];
    }

    /// <summary>Ids of the joints in their order, each by the two things it is between; an end of the line is another end where its port is another. Null where a part has
    /// no id.</summary>
    public static IReadOnlyList<string?> JointIds(MadeChain chain)
    {
        var things = chain.Parts.Select(p => p.Part.Id).Prepend($"tank-{chain.From.Code}").Append($"engine-{chain.To.Code}").ToList();
        return [.. things.Zip(things.Skip(1), ThingId.OfBetween)];
    }

    private static LeakPoint Joint(int number, string name, Port before, Port after) =>
        (before.Type, after.Type) switch
        {
            (PortType.QuickConnect, PortType.QuickConnect) => new(number, name, "O-ring inside, held by its retainer", JointQuestion.Clip, true),
            (PortType.Flare, PortType.Flare) => new(number, name, "metal cone on cone", JointQuestion.Sealant, false),
            (PortType.ORingBoss, PortType.ORingBoss) => new(number, name, "O-ring under the head", JointQuestion.Sealant, false),
            (PortType.TaperedPipe, PortType.TaperedPipe) => new(number, name, "tapered thread with sealant", JointQuestion.Sealant, true),
            (PortType.PlainTube, PortType.Ferrule) or (PortType.Ferrule, PortType.PlainTube) => new(number, name, "ferrule on the tube", JointQuestion.Tube),
            (PortType.HoseSocket, PortType.DashHose) or (PortType.DashHose, PortType.HoseSocket) => new(number, name, "hose in its socket"),
            _ when before.IsHoseJoint && after.IsHoseJoint => new(number, name, "hose under a clamp", JointQuestion.Clamp),
            _ => new(number, name, "does not seal"),
        };

    private static string Inside(string name) => name.Length > 1 && char.IsUpper(name[0]) && char.IsLower(name[1]) ? char.ToLowerInvariant(name[0]) + name[1..] : name;
}
