namespace HazyGauge.Core.Vehicles;

/// <summary>Something that cannot be undone on a vehicle.</summary>
public enum NoWayBackKind
{
    /// <summary>A line of the vehicle is cut.</summary>
    LineCut,

    /// <summary>A hole is drilled.</summary>
    HoleDrilled,

    /// <summary>A grommet is slit.</summary>
    GrommetSlit,

    /// <summary>A connector of the vehicle is cut off.</summary>
    ConnectorCutOff,

    /// <summary>A wire of the vehicle is cut or pierced.</summary>
    WireCut,

    /// <summary>Foam, trim or a bracket is cut to size.</summary>
    Trimmed,

    /// <summary>Something else.</summary>
    Other,
}

/// <summary>Something that is to be done and cannot be undone, marked before it is done.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Where">Where on the vehicle.</param>
/// <param name="OwnerAgrees">True where the owner said yes to it.</param>
/// <param name="Id">Its id.</param>
public sealed record NoWayBack(NoWayBackKind? Kind = null, string? Where = null, bool? OwnerAgrees = null, string? Id = null);
