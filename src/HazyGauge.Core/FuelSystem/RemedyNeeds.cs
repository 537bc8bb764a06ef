using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.FuelSystem;

/// <summary>What a remedy takes beside the part itself (common practice, no source).</summary>
internal static class RemedyNeeds
{
    /// <summary>For a blend that is capped.</summary>
    public static readonly Sentence Cap = "Needs a note at the filler, and an owner who keeps to it.";

    /// <summary>For other injectors in the ports.</summary>
    public static readonly Sentence Injectors = "Needs their flow and dead time in the controller, and plugs, seals and a length that fit the rail.";

    /// <summary>For more base pressure.</summary>
    public static readonly Sentence Pressure = "Needs hoses, joints and pump rated for it, and the injector data entered again.";

    /// <summary>For more pumps.</summary>
    public static readonly Sentence MorePumps =
        "Needs wire, relay and fuse for each, a check valve behind each, and room at the pickup. All of them running heat the fuel: see the vapor check.";

    /// <summary>For a larger pump.</summary>
    public static readonly Sentence LargerPump =
        "Needs wire, plug and fuse that carry its current, and seals and strainer made for ethanol. It heats the fuel more: see the vapor check.";

    /// <summary>For other injectors in the cylinders.</summary>
    public static readonly Sentence DirectInjectors = "Needs new seals at every one, their data in the controller, and whoever is licensed for the high-pressure side.";

    /// <summary>For another high-pressure pump.</summary>
    public static readonly Sentence HighPressurePump =
        "Needs a look at cam and follower, new high-pressure lines where its maker says so, and whoever is licensed for the high-pressure side.";

    /// <summary>For another share of the ports.</summary>
    public static readonly Sentence PortShare = "Needs a controller whose share can be set.";

    /// <summary>For a set of injectors in the ports.</summary>
    public static readonly Sentence PortInjection = "Needs a rail, wires, a driver that shares the fuel between both sets, and a feed from the low side.";
}
