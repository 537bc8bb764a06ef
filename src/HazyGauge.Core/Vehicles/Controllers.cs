using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>What a controller controls.</summary>
public enum ControllerRole
{
    /// <summary>The engine: it meters the fuel.</summary>
    Engine,

    /// <summary>Injectors beside the engine's own.</summary>
    AuxiliaryInjection,

    /// <summary>Boost.</summary>
    Boost,

    /// <summary>The gearbox.</summary>
    Transmission,
}

/// <summary>Who sets the numbers that count ethanol.</summary>
public enum NumbersBy
{
    /// <summary>Whoever works on this job, in a table that is open.</summary>
    OwnTable,

    /// <summary>A calibrator, who sends a file.</summary>
    CalibratorsFile,

    /// <summary>Nobody any more: a box with fixed rules.</summary>
    FixedBox,

    /// <summary>Nobody: nothing counts ethanol, and the blend has to be held.</summary>
    Nobody,
}

/// <summary>A controller on the vehicle.</summary>
/// <param name="Name">What it is called in this workshop; no two are called the same.</param>
/// <param name="Role">What it controls.</param>
/// <param name="Revision">Hardware and firmware revision.</param>
/// <param name="BaseEthanolPct">Blend its map was made on, % by volume.</param>
/// <param name="SetsNumbers">Who sets its numbers.</param>
/// <param name="File">The file in it, by name or version.</param>
/// <param name="Supply">What it is fed from.</param>
/// <param name="Access">The licence or access device that opens it.</param>
/// <param name="Cable">Cable and port.</param>
/// <param name="Version">Version of the phone's or computer's program.</param>
/// <param name="Patch">What has to be patched in the file so that ethanol counts.</param>
/// <param name="Enable">The switch that makes ethanol count.</param>
/// <param name="MapSlot">The map slot the file goes into.</param>
/// <param name="Id">Its id.</param>
public sealed record ControllerOnBoard(
    string? Name = null,
    ControllerRole? Role = null,
    string? Revision = null,
    Hazy? BaseEthanolPct = null,
    NumbersBy? SetsNumbers = null,
    string? File = null,
    string? Supply = null,
    string? Access = null,
    string? Cable = null,
    string? Version = null,
    string? Patch = null,
    string? Enable = null,
    string? MapSlot = null,
    string? Id = null
);

/// <summary>What a setting of a controller says.</summary>
public enum SettingKind
{
    /// <summary>Ethanol at the input's full scale, %: 100.</summary>
    FullScale,

    /// <summary>Volts at the input that count as E0.</summary>
    VoltsAt0,

    /// <summary>Volts at the input that count as E100.</summary>
    VoltsAt100,

    /// <summary>Fuel multiplier at E0, %.</summary>
    MultiplierAt0,

    /// <summary>Fuel multiplier at E100, %.</summary>
    MultiplierAt100,

    /// <summary>Anything else.</summary>
    Other,
}

/// <summary>A setting as it was found, as it was set, and as it was read back. What was found is kept, however wrong.</summary>
/// <param name="Controller">The controller, by name; null where there is one only.</param>
/// <param name="Kind">What it says.</param>
/// <param name="What">What it is called in the controller.</param>
/// <param name="AsFound">As found.</param>
/// <param name="AsSet">As set.</param>
/// <param name="ReadBack">As read back after writing.</param>
/// <param name="Id">Its id.</param>
public sealed record ControllerSetting(
    string? Controller = null,
    SettingKind? Kind = null,
    string? What = null,
    double? AsFound = null,
    double? AsSet = null,
    double? ReadBack = null,
    string? Id = null
)
{
    /// <summary>What it says now: as read back, else as set, else as found.</summary>
    internal double? Now => ReadBack ?? AsSet ?? AsFound;
}
