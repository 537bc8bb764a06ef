using HazyGauge.Core.Identity;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Plumbing.Checks;

namespace HazyGauge.Core.Plumbing.Placement;

/// <summary>What a second channel beside the sensor takes on top of the chain, which then goes between the branches of two tees.</summary>
public static class Bypass
{
    private const string TankTee = "tee, tank side";
    private const string EngineTee = "tee, engine side";

    /// <summary>Its joints, by name; those of the chain are at the branches of the tees.</summary>
    public static IReadOnlyList<string> Joints { get; } = [$"Line to {TankTee}", $"Bypass hose at {TankTee}", $"Bypass hose at {EngineTee}", $"Line to {EngineTee}"];

    /// <summary>The joints as leak points, numbered on from others.</summary>
    internal static IEnumerable<LeakPoint> Leaks(int behind) =>
        Joints.Select((name, i) => new LeakPoint(behind + i + 1, name, "tee or hose end", Id: ThingId.Plain(name, "bypass")));

    /// <summary>What has to be bought for it.</summary>
    internal static IEnumerable<NeededPart> ToBuy() =>
        [
            new("bypass-tees", "Tees for the bypass, with branches for the sensor's side", PartKind.Part, "The line divides and comes together again.", 2, ["route", "fit"]),
            new("bypass-hose", "Hose #10 for the bypass, ethanol rated, with its ends", PartKind.Part, "Both channels together are wider than a #10 line.", 1, ["route", "fit"]),
        ];
}
