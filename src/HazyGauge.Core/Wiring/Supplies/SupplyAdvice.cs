using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Wiring.Supplies;

/// <summary>What a sensor and its users are fed from.</summary>
public enum SupplyChoice
{
    /// <summary>A fuse position that is live with the key on, by a holder with a small fuse of its own.</summary>
    SwitchedFuse,

    /// <summary>The controller's supply for its sensors.</summary>
    ControllerSupply,

    /// <summary>A feed that is live with the key off too.</summary>
    Constant,

    /// <summary>The battery's post.</summary>
    BatteryPost,

    /// <summary>A bare wire pinched behind a fuse.</summary>
    PinchedFuse,

    /// <summary>The supply of an ignition coil.</summary>
    IgnitionCoil,

    /// <summary>A switch that somebody has to turn on.</summary>
    HandSwitch,

    /// <summary>A plug that goes between two of the vehicle's and passes everything on.</summary>
    PassThroughPlug,

    /// <summary>The injectors' common supply.</summary>
    InjectorCommon,
}

/// <summary>What a choice is worth.</summary>
public enum WiringVerdict
{
    /// <summary>As it should be.</summary>
    Good,

    /// <summary>It works where something is minded.</summary>
    WithCare,

    /// <summary>It works, and makes trouble.</summary>
    Poor,

    /// <summary>Not at all.</summary>
    Never,
}

/// <summary>What a supply is worth, and why.</summary>
/// <param name="Choice">The supply.</param>
/// <param name="Verdict">What it is worth.</param>
/// <param name="Why">Why, and what to do.</param>
public sealed record SupplyAdvice(SupplyChoice Choice, WiringVerdict Verdict, Sentence Why)
{
    /// <summary>Every supply, the best first (common practice, no source).</summary>
    public static readonly IReadOnlyList<SupplyAdvice> All =
    [
        new(
            SupplyChoice.SwitchedFuse,
            WiringVerdict.Good,
            "Live with the key on, off with the key. Take a 10 to 15 A position, and a holder with a small fuse of its own. See that the lid of the box still closes: "
                + "water gets in otherwise."
        ),
        new(
            SupplyChoice.ControllerSupply,
            WiringVerdict.Good,
            "On and off with the controller, and quiet. Look in the maker's manual how much it can feed; a box with a display can be too much for it."
        ),
        new(
            SupplyChoice.PassThroughPlug,
            WiringVerdict.WithCare,
            "Nothing is cut, and the vehicle goes back to stock. See in the maker's manual which circuit it is and that its fuse carries both; put a small fuse of "
                + "its own behind it."
        ),
        new(
            SupplyChoice.InjectorCommon,
            WiringVerdict.WithCare,
            "On with the injectors, and as noisy as they are; where their relay drops out, the reading goes too. Find the common side by both sides' beeps and by "
                + "volts: battery on a "
                + "driver kills it. A small fuse of its own."
        ),
        new(
            SupplyChoice.Constant,
            WiringVerdict.Poor,
            "It drains the battery, and can keep the vehicle's network awake: buzzing and clicking for ten minutes after the key is off. Move it to a switched fuse."
        ),
        new(SupplyChoice.HandSwitch, WiringVerdict.Poor, "Forgotten, there is no reading and the controller falls back, or runs lean. Take a supply that comes on with the key."),
        new(SupplyChoice.IgnitionCoil, WiringVerdict.Poor, "Ignition noise comes in with it, and gets into the reading. Take a switched fuse."),
        new(SupplyChoice.BatteryPost, WiringVerdict.Never, "No fuse protects the wire, so a rubbed spot burns. It drains the battery too. Take a switched fuse."),
        new(
            SupplyChoice.PinchedFuse,
            WiringVerdict.Never,
            "The wire has no fuse of its own, and it loosens the contact of the other: the pump's, if it is that one. Take a holder with its own small fuse."
        ),
    ];

    /// <summary>What one is worth.</summary>
    public static SupplyAdvice Of(SupplyChoice choice) => All.Single(a => a.Choice == choice);
}

/// <summary>A fuse and the conductor behind it.</summary>
public static class FuseRule
{
    // The largest fuse that still protects a single conductor in a loom at 80 C, A by mm2 (common practice, from memory; the maker's table goes first).
    private static readonly (double AreaMm2, double FuseA)[] Largest = [(0.22, 2), (0.35, 5), (0.5, 7.5), (0.75, 10), (1, 15), (1.5, 20), (2.5, 30)];

    /// <summary>Sizes fuses are sold in, A.</summary>
    private static readonly double[] Sizes = [1, 2, 3, 5, 7.5, 10, 15, 20, 25, 30];

    /// <summary>The largest fuse that protects a conductor, A; null where it is thinner than any of the table.</summary>
    /// <param name="areaMm2">Cross section of the copper, mm2.</param>
    public static double? LargestA(double areaMm2) => Largest.Where(l => l.AreaMm2 <= areaMm2 + 1e-9).Select(l => (double?)l.FuseA).LastOrDefault();

    /// <summary>The fuse to take: the smallest that carries what hangs on it half as much again, A; null where none does.</summary>
    /// <param name="currentMa">What hangs on it, mA.</param>
    public static double? ToTakeA(double currentMa) => Sizes.Where(s => s >= 1.5 * currentMa / 1000).Select(s => (double?)s).FirstOrDefault();
}
