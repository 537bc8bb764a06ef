using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>How the blend a map was made on is known.</summary>
public enum MapFuelKnown
{
    /// <summary>A sensor read it, or a sample was tested.</summary>
    Read,

    /// <summary>Whoever made the map says so.</summary>
    Told,

    /// <summary>From the label on the pump, like E85.</summary>
    Label,

    /// <summary>From the name of the map, like 91, 93 or pump gas: that is octane, not ethanol.</summary>
    OctaneName,
}

/// <summary>How much ethanol plain gasoline holds where the vehicle lives.</summary>
public enum PlainGasoline
{
    /// <summary>None.</summary>
    NoEthanol,

    /// <summary>Up to 5 %.</summary>
    UpToE5,

    /// <summary>Up to 10 %.</summary>
    UpToE10,

    /// <summary>About 27 %.</summary>
    AboutE27,
}

/// <summary>What a label or a map's name says of the blend: a typical figure with its haze, which never proves anything.</summary>
internal static class MapFuel
{
    /// <summary>Where the blend of the map stands in a survey.</summary>
    public const string Path = "control.fuelMapEthanolPct";

    /// <summary>Where it stands how that is known.</summary>
    public const string KnownPath = "control.fuelMapKnown";

    // From here on a label is that of the high blend.
    private const double HighLabelPct = 60;

    /// <summary>True where the blend of the fuel map is only known from a label or a name.</summary>
    public static bool IsTypical(EngineControl control) =>
        control.FuelMapKnown switch
        {
            MapFuelKnown.OctaneName => true,

            // A label that says how far off it may be was thought about.
            MapFuelKnown.Label => control.FuelMapEthanolPct is null or { StandardU: 0 },
            _ => false,
        };

    /// <summary>The blend of the fuel map with the haze that label or name leave it; as it was given where it is known better.</summary>
    public static Hazy? EthanolPct(VehicleSurvey survey, HazeLedger ledger)
    {
        if (!IsTypical(survey.Control))
        {
            return survey.Control.FuelMapEthanolPct;
        }

        var (value, half) = survey.Control switch
        {
            // Pump "E85" is anything from E60 to E92 (common practice, no source).
            { FuelMapKnown: MapFuelKnown.Label, FuelMapEthanolPct: null or { Value: >= HighLabelPct } } => (76.0, 16.0),

            // A low label names the most there may be.
            { FuelMapKnown: MapFuelKnown.Label, FuelMapEthanolPct: { } low } => (0.9 * low.Value, 0.2 * low.Value),
            _ => OfPlainGasoline(survey.Goals.PlainGasoline),
        };
        return half == 0
            ? value
            : ledger.Quantity(
                value,
                HazeSource.RectangularU(half),
                new HazeSource(
                    Path,
                    VehicleFields.Find(Path)!.Label,
                    HazeShape.Rectangular,
                    HazeCheck.SecondMeasurement("Read the sensor while the tank still holds that fuel.", half, 0.3 * half)
                )
            );
    }

    // What pumps deliver as plain gasoline (from memory), half-widths.
    private static (double Value, double Half) OfPlainGasoline(PlainGasoline? region) =>
        region switch
        {
            PlainGasoline.NoEthanol => (0.5, 0.5),
            PlainGasoline.UpToE5 => (3.5, 2),
            PlainGasoline.UpToE10 => (9, 2),
            PlainGasoline.AboutE27 => (27, 2),
            _ => (5, 5),
        };
}
