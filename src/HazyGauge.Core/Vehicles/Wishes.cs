using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>What an owner wishes, as people say it.</summary>
public enum WishKind
{
    /// <summary>So much more power: "+60 hp".</summary>
    MorePower,

    /// <summary>The high blend while it is warm: "E85 in summer".</summary>
    HighBlendInSummer,

    /// <summary>Plain gasoline in the cold: "keep 91 for winter".</summary>
    GasolineInWinter,

    /// <summary>Injectors in the ports at a later stage.</summary>
    PortInjectionLater,

    /// <summary>A reader or gauge at a later stage.</summary>
    ReaderLater,

    /// <summary>Something else.</summary>
    Other,
}

/// <summary>A wish of the owner.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Text">In the owner's words.</param>
/// <param name="ExtraKw">How much more power, kW at the crank.</param>
/// <param name="When">When, for a later stage.</param>
/// <param name="Id">Its id.</param>
public sealed record Wish(WishKind? Kind = null, string? Text = null, Hazy? ExtraKw = null, string? When = null, string? Id = null);

/// <summary>Whether the power afterwards was measured.</summary>
public enum PowerKnown
{
    /// <summary>Measured.</summary>
    Measured,

    /// <summary>Promised.</summary>
    Promised,
}
