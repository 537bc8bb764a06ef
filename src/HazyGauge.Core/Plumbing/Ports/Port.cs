using System.Text.Json.Serialization;

namespace HazyGauge.Core.Plumbing.Ports;

/// <summary>How an end joins another.</summary>
public enum PortType
{
    /// <summary>Quick connect after SAE J2044: the male end is a tube with a raised ring, the female one holds it with a retainer.</summary>
    QuickConnect,

    /// <summary>37-degree flare after SAE J514: metal cone on metal cone.</summary>
    Flare,

    /// <summary>O-ring boss after SAE J1926-1: straight thread, an O-ring seals.</summary>
    ORingBoss,

    /// <summary>Tapered pipe thread: seals in the thread, with sealant.</summary>
    TaperedPipe,

    /// <summary>A barb that hose is pushed over.</summary>
    HoseBarb,

    /// <summary>The cut end of a hose.</summary>
    HoseEnd,

    /// <summary>A tube with a bead that hose is pushed over.</summary>
    Bead,

    /// <summary>A tube as it is cut.</summary>
    PlainTube,

    /// <summary>Nut and ferrule that grip a plain tube.</summary>
    Ferrule,

    /// <summary>A socket made for one size of dash hose.</summary>
    HoseSocket,

    /// <summary>The cut end of a dash hose.</summary>
    DashHose,
}

/// <summary>Which half of a joint an end is.</summary>
public enum PortGender
{
    /// <summary>Goes in.</summary>
    Male,

    /// <summary>Goes over.</summary>
    Female,
}

/// <summary>What holds a quick connect.</summary>
public enum Retainer
{
    /// <summary>A ring pressed back with a tool.</summary>
    Ring,

    /// <summary>Two tabs pressed by hand.</summary>
    Tab,

    /// <summary>A lock slid aside.</summary>
    SlideLock,
}

/// <summary>An end of a part or of the stock line.</summary>
/// <param name="Code">Its name in files and requests.</param>
/// <param name="Type">How it joins.</param>
/// <param name="Name">In the field's words: "quick connect 3/8 in, male".</param>
/// <param name="Size">Its size, as it is ordered.</param>
/// <param name="Gender">Which half of a joint it is.</param>
public sealed record Port(string Code, PortType Type, string Name, string Size, PortGender Gender)
{
    /// <summary>The family it is looked for under.</summary>
    public string Family =>
        Type switch
        {
            PortType.QuickConnect => "Quick connect",
            PortType.Flare => "37-degree flare",
            PortType.ORingBoss => "O-ring boss",
            PortType.TaperedPipe => "Tapered pipe thread",
            PortType.HoseBarb or PortType.HoseEnd => "Hose and barb",
            PortType.HoseSocket or PortType.DashHose => "Dash hose",
            _ => "Tube",
        };

    /// <summary>Its thread, where it is screwed.</summary>
    public string? Thread { get; init; }

    /// <summary>What holds it, where it is a female quick connect.</summary>
    public Retainer? Retainer { get; init; }

    /// <summary>Bore of a line with such an end, or of the fitting that goes onto it, mm (from memory).</summary>
    [JsonIgnore]
    public double BoreMm { get; init; }

    /// <summary>True where hose is pushed over it or it is such a hose: the joint needs a clamp.</summary>
    [JsonIgnore]
    public bool IsHoseJoint => Type is PortType.HoseBarb or PortType.HoseEnd or PortType.Bead;

    /// <summary>True where it is the end of a hose.</summary>
    [JsonIgnore]
    public bool IsHose => Type is PortType.HoseEnd or PortType.DashHose;
}
