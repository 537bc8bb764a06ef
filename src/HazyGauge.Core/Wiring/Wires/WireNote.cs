using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Wiring.Wires;

/// <summary>How a wire is joined to another.</summary>
public enum WireJoint
{
    /// <summary>Crimped, with a sleeve.</summary>
    Crimped,

    /// <summary>Soldered, with heat-shrink.</summary>
    Soldered,

    /// <summary>A pair of plug-in terminals: the vehicle can go back to stock.</summary>
    PairedTerminals,

    /// <summary>A terminal in a connector.</summary>
    Terminal,

    /// <summary>A tap that pierces the insulation.</summary>
    PiercingTap,

    /// <summary>A splice that is squeezed over wires pushed in side by side.</summary>
    SqueezeSplice,
}

/// <summary>What is known of one wire of the list, and how it was done.</summary>
/// <param name="Wire">Its id in the list.</param>
/// <param name="LengthM">From end to end along its way, m, without slack.</param>
/// <param name="SlackMm">Slack, mm; left out, the usual.</param>
/// <param name="AreaMm2">Cross section of the copper, mm2; left out, the usual.</param>
/// <param name="Colour">Colour as found: words, never what a wire is known by.</param>
/// <param name="Terminal">Terminal at its far end.</param>
/// <param name="Joint">How it is joined there.</param>
/// <param name="Sleeve">Sleeve or loom over it.</param>
/// <param name="Route">The way it takes.</param>
/// <param name="Grommet">Grommet it goes through.</param>
/// <param name="HotMm">To the nearest hot part, mm.</param>
/// <param name="MovingMm">To the nearest moving part, mm.</param>
/// <param name="HighVoltageMm">To ignition or high voltage, mm.</param>
/// <param name="Connector">Connector at its far end, by name.</param>
/// <param name="Pin">Pin there.</param>
/// <param name="Clicked">True where the terminal clicked.</param>
/// <param name="Locked">True where its lock is closed.</param>
/// <param name="Tugged">True where it held a tug.</param>
public sealed record WireNote(
    string? Wire = null,
    Hazy? LengthM = null,
    double? SlackMm = null,
    double? AreaMm2 = null,
    string? Colour = null,
    string? Terminal = null,
    WireJoint? Joint = null,
    string? Sleeve = null,
    string? Route = null,
    string? Grommet = null,
    double? HotMm = null,
    double? MovingMm = null,
    double? HighVoltageMm = null,
    string? Connector = null,
    int? Pin = null,
    bool? Clicked = null,
    bool? Locked = null,
    bool? Tugged = null
)
{
    /// <summary>Slack a wire is cut with, mm (our own).</summary>
    public const double UsualSlackMm = 150;

    /// <summary>Cross section usual for signals and small feeds, mm2 (common practice, no source).</summary>
    public const double UsualAreaMm2 = 0.5;

    /// <summary>True where it is seated by hand and eye: it clicked, is locked, and held a tug.</summary>
    public bool IsSeated => Clicked == true && Locked == true && Tugged == true;
}

/// <summary>A wire nobody needs.</summary>
/// <param name="Name">Which it is.</param>
/// <param name="Treatment">What happens to it.</param>
/// <param name="Id">Its id.</param>
public sealed record SpareWire(string? Name = null, SpareTreatment? Treatment = null, string? Id = null);

/// <summary>What happens to a wire nobody needs.</summary>
public enum SpareTreatment
{
    /// <summary>Taped and tied back.</summary>
    TapedAndTied,

    /// <summary>Cut short, and sealed with heat-shrink.</summary>
    CutAndSealed,

    /// <summary>Taken out of the connector, its hole plugged.</summary>
    TakenOut,

    /// <summary>Left as it is.</summary>
    LeftOpen,
}
