using System.Text.Json.Serialization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing;

/// <summary>What holds hose on a barb or a bead.</summary>
public enum ClampKind
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>A band drawn tight by a worm gear.</summary>
    WormGear,

    /// <summary>A spring band of constant tension.</summary>
    ConstantTension,

    /// <summary>A full-circle clamp for injection lines, drawn tight by a screw.</summary>
    FullCircle,

    /// <summary>A band whose ear is pinched.</summary>
    Ear,
}

/// <summary>A part that joins the sensor to the line: fitting, hose or the sensor itself.</summary>
/// <param name="Code">Its name in files and requests.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Ports">Its ends, by their codes; fuel runs between two of them.</param>
/// <param name="BoreMm">Narrowest bore, mm.</param>
/// <param name="LengthMm">What it adds to the line between its neighbours, mm; of hose the longest run one piece gives.</param>
/// <param name="Cost">What one costs, in the shop's money; of hose a piece.</param>
/// <param name="EthanolRated">True where its maker rates it for ethanol fuel.</param>
/// <param name="AngleDeg">By how much it turns the line, degrees; left out, it is straight.</param>
/// <param name="WrenchesMm">Wrenches it takes, mm across flats.</param>
/// <param name="Clamp">The clamp for its hose joints.</param>
/// <param name="Clip">True where a retaining clip has to be put back on.</param>
/// <param name="Sealant">True where its thread takes sealant.</param>
/// <param name="BendRadiusMm">Tightest bend of hose, mm, to the middle of it.</param>
/// <param name="MaxKpa">Highest pressure it is made for, kPa; left out, nobody knows.</param>
/// <param name="MaxC">Hottest it may get, C; left out, nobody knows.</param>
/// <param name="ClassSource">Where its pressure and its temperature were read: a standard, its print, its maker's sheet.</param>
/// <param name="Sensor">True for a sensor.</param>
/// <param name="OnShelf">How many lie on the shop's shelf.</param>
/// <param name="Id">Its id in the chain of a job; null in the catalog.</param>
public sealed record FittingPart(
    string Code,
    string Name,
    IReadOnlyList<string> Ports,
    double BoreMm,
    double LengthMm,
    double Cost,
    bool EthanolRated,
    double? AngleDeg = null,
    IReadOnlyList<double>? WrenchesMm = null,
    ClampKind? Clamp = null,
    bool? Clip = null,
    bool? Sealant = null,
    double? BendRadiusMm = null,
    double? MaxKpa = null,
    double? MaxC = null,
    string? ClassSource = null,
    bool? Sensor = null,
    int? OnShelf = null,
    string? Id = null
)
{
    /// <summary>Code of the sensor that ships.</summary>
    public const string SensorCode = "sensor";

    /// <summary>Bore of that sensor, mm.</summary>
    public const double SensorBoreMm = 7.9;

    /// <summary>Length of that sensor, mm.</summary>
    public const double SensorLengthMm = 92;

    private const int LongestCode = 40;
    private const int LongestName = 80;

    // Hose bends to about six times its bore where nobody said (common practice, no source).
    private const double UsualBendOverBore = 6;

    /// <summary>True for a piece of hose.</summary>
    [JsonIgnore]
    public bool IsHose => Ports.Count == 2 && Ports.All(p => PortCatalogue.Find(p)?.IsHose == true);

    /// <summary>True for a sensor.</summary>
    [JsonIgnore]
    public bool IsSensor => Sensor ?? Code.Equals(SensorCode, StringComparison.OrdinalIgnoreCase);

    /// <summary>Where its classes were read, in brackets behind them; nothing where nobody said.</summary>
    [JsonIgnore]
    public string ReadFrom => string.IsNullOrWhiteSpace(ClassSource) ? string.Empty : $" ({ClassSource})";

    /// <summary>Tightest bend of hose, mm: as given, else what is usual.</summary>
    [JsonIgnore]
    public double BendOrUsualMm => BendRadiusMm ?? (UsualBendOverBore * BoreMm);

    /// <summary>Notes what is wrong with it.</summary>
    /// <param name="check">Where to.</param>
    /// <param name="under">Path of the part, with a point; empty for none.</param>
    public void Check(InputCheck check, string under)
    {
        if (!IsCode(Code))
        {
            check.Refuse($"{under}code", $"A part's code has 1 to {LongestCode} letters, digits, dashes or points, and no spaces.");
        }

        if (Name.Length is 0 or > LongestName || Name.Any(Letters.AreHidden))
        {
            check.Refuse($"{under}name", $"A part has a name of 1 to {LongestName} characters.");
        }

        if (ClassSource is { } source && (source.Length > LongestName || source.Any(Letters.AreHidden)))
        {
            check.Refuse($"{under}classSource", $"Where its classes were read is said in up to {LongestName} characters.");
        }

        if (Ports.Count is 0 or > 4)
        {
            check.Refuse($"{under}ports", "A part has one to four ends.");
        }

        foreach (var port in Ports.Where(p => PortCatalogue.Find(p) is null))
        {
            check.Refuse($"{under}ports", $"There is no end called '{Wording.Quoted(port)}'. The catalog lists them.");
        }

        foreach (var wrench in WrenchesMm ?? [])
        {
            check.Within(wrench, 3, 100, $"{under}wrenchesMm", "A wrench, mm,");
        }

        check
            .Within(BoreMm, 0.5, 100, $"{under}boreMm", "The bore, mm,")
            .Within(LengthMm, 0, 10_000, $"{under}lengthMm", "The length, mm,")
            .Within(Cost, 0, 1_000_000, $"{under}cost", "The cost")
            .Within(AngleDeg, 0, 180, $"{under}angleDeg", "The angle, degrees,")
            .Within(BendRadiusMm, BoreMm / 2, 5000, $"{under}bendRadiusMm", "The bend, mm,")
            .Within(OnShelf, 0, 10_000, $"{under}onShelf", "The number on the shelf")
            .Within(MaxKpa, 1, 100_000, $"{under}maxKpa", "The pressure it is made for, kPa,")
            .Within(MaxC, 20, 1000, $"{under}maxC", "The heat it is made for", Unit.Celsius);
    }

    /// <summary>True for what may be a part's code.</summary>
    public static bool IsCode(string code) => code.Length is > 0 and <= LongestCode && code.All(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '.' or '_');
}
