using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Sensing;

/// <summary>How what shows a reading gets it.</summary>
public enum FedBy
{
    /// <summary>From the sensor's own wire.</summary>
    Sensor,

    /// <summary>From a signal converter's volts.</summary>
    Analyser,

    /// <summary>From a controller that reads the sensor: over its diagnostics, its bus or its own app.</summary>
    Controller,
}

/// <summary>A reading as something showed it.</summary>
/// <param name="By">What shows it: the gauge, the phone, the controller.</param>
/// <param name="EthanolPct">Ethanol as shown, % by volume.</param>
/// <param name="FuelTempC">Fuel temperature as shown, C.</param>
/// <param name="StepPct">Steps it shows, points: 1 for whole percent, 10 for tens.</param>
/// <param name="FedBy">How it gets the reading.</param>
/// <param name="LeftWhenUnplugged">True where it left its number when the sensor was unplugged.</param>
/// <param name="Id">Its id.</param>
/// <param name="Given">Who gave it and when.</param>
public sealed record ShownValue(
    string? By = null,
    double? EthanolPct = null,
    double? FuelTempC = null,
    double? StepPct = null,
    FedBy? FedBy = null,
    bool? LeftWhenUnplugged = null,
    string? Id = null,
    Given? Given = null
);

/// <summary>
/// What displays say, put together. They share the sensor: its tolerance counts once, however many show it; each has the doubt of its own steps.
/// </summary>
public static class ShownReading
{
    internal const string MayBeFrozen = "shownMayBeFrozen";

    /// <summary>Steps a usual display shows, points.</summary>
    public const double UsualStepPct = 1;

    // A display shows whole degrees, K.
    private const double HalfStepK = 0.5;

    // Two displays of one low pulse differ by rounding and by the moment they were read, not by more than this, K (our own limit).
    private const double TemperaturesWithinK = 3;

    // The hottest and coldest the sensor can say, C.
    private static readonly (double Least, double Most) TempC = (
        SensorLaw.FuelTempC<Exact>(SensorLaw.ShortestLowMs).Value,
        SensorLaw.FuelTempC<Exact>(SensorLaw.LongestLowMs).Value
    );

    /// <summary>The reading: of displays that agree.</summary>
    /// <param name="shown">What they show now, at least one.</param>
    /// <param name="toleranceEthanolPct">Half-width of the sensor's tolerance, points; rectangular.</param>
    /// <param name="ledger">The ledger.</param>
    public static SensorReading Of(IReadOnlyList<ShownValue> shown, double toleranceEthanolPct, HazeLedger ledger)
    {
        var values = Values(shown, ledger);
        var weights = values.Select(v => 1 / Math.Max(1e-6, v.StandardU * v.StandardU)).ToList();
        var mean = values.Zip(weights).Aggregate<(Hazy Value, double Weight), Hazy>(0, (sum, v) => sum + (v.Value * v.Weight)) / weights.Sum();
        var findings = new List<Finding>(Agreements(shown));
        var (temperature, status) = Temperature(shown, ledger, findings);
        if (!shown.Any(s => s.LeftWhenUnplugged == true))
        {
            findings.Add(
                new(
                    MayBeFrozen,
                    Severity.Caution,
                    "A number on a display may be an old one, or another vehicle's. Key on, unplug the sensor for a moment: the display must leave its number. It costs "
                        + "nothing, and proves which sensor is read."
                )
            );
        }

        findings.Add(Proves(shown));
        return new SensorReading(
            RealNumber.Clamp(mean + SensorReading.Tolerance(toleranceEthanolPct, ledger), 0, 100),
            temperature,
            SignalStatus.Ok,
            status,
            [.. findings.OrderByDescending(f => f.Severity)]
        );
    }

    /// <summary>What displays say beside a reading that rests on something better and that they agree with.</summary>
    /// <param name="shown">What they show now.</param>
    /// <param name="read">The reading without the sensor's own tolerance: both rest on the one sensor.</param>
    /// <param name="where">Where that was read, inside a sentence.</param>
    public static IEnumerable<Finding> Beside(IReadOnlyList<ShownValue> shown, Hazy read, string where) =>
        shown.Select(value => new Finding(
            "shownAgrees",
            Severity.Info,
            Sentence.Of(
                $"{Wording.Begun(value.By!)} shows {Say.Ethanol(value.EthanolPct!.Value, 1)}, {where} it is {Say.Ethanol(read.Value, 1)}: they agree, "
                    + $"{Say.Given(Math.Round(Math.Abs(value.EthanolPct.Value - read.Value), 1), Unit.None)} apart. They share the sensor: that it is right they do not prove."
            )
        ));

    private static List<Hazy> Values(IReadOnlyList<ShownValue> shown, HazeLedger ledger) =>
        [
            .. shown.Select(
                (s, i) =>
                {
                    var steps = HazeSource.RectangularU(ShownDisplay.HalfStep(s));
                    var parts = new List<(HazeSource, double)> { (new HazeSource($"shown[{i}].stepPct", $"Steps of {s.By}", HazeShape.Rectangular), steps) };
                    if (s.FedBy == Sensing.FedBy.Analyser)
                    {
                        var u = HazeSource.RectangularU(ConverterVolts.ConversionPct);
                        parts.Add((SourceCatalogue.Find(SourceCatalogue.Conversion, u), u));
                    }

                    return ledger.Quantity(s.EthanolPct!.Value, parts);
                }
            ),
        ];

    private static IEnumerable<Finding> Agreements(IReadOnlyList<ShownValue> shown)
    {
        if (shown.Count < 2)
        {
            yield break;
        }

        var said = shown
            .OrderBy(s => s.EthanolPct)
            .ThenBy(s => s.By, StringComparer.OrdinalIgnoreCase)
            .Select(s => Sentence.Of($"{s.By!.Trim()} {Say.Ethanol(s.EthanolPct!.Value, 1)}"));
        yield return new(
            "shownAgree",
            Severity.Info,
            Sentence.Of($"They agree: {Sentence.Join(", ", said)}. They share one sensor: all get its signal, that it is right they do not prove.")
        );
    }

    internal const string ProvesCode = "shownProves";

    private static Finding Proves(IReadOnlyList<ShownValue> shown) =>
        new(
            ProvesCode,
            Severity.Info,
            shown.Any(s => s.FedBy == Sensing.FedBy.Controller)
                ? "That the controller shows it proves that the reading reaches the controller, by the scaling it has. It proves nothing about supply, ground and "
                    + "pull-up under vibration and heat."
                : "A number on a display proves that the display gets a signal it can read. It proves nothing about wires, supply and pull-up, nor that a controller gets the same."
        );

    private static (Hazy? TempC, TemperatureStatus Status) Temperature(IReadOnlyList<ShownValue> shown, HazeLedger ledger, List<Finding> findings)
    {
        var told = shown.Where(s => s.FuelTempC is not null).OrderBy(s => s.FuelTempC).ThenBy(s => s.By, StringComparer.OrdinalIgnoreCase).ToList();
        if (told.Count == 0)
        {
            return (null, TemperatureStatus.Absent);
        }

        if (told.Find(s => s.FuelTempC < TempC.Least || s.FuelTempC > TempC.Most) is { } impossible)
        {
            findings.Add(
                new(
                    "temperatureInvalid",
                    Severity.Caution,
                    Sentence.Of(
                        $"{Wording.Begun(impossible.By!)} shows {Say.Given(impossible.FuelTempC!.Value, Unit.Celsius)}, which is no fuel temperature. A dry line or a fault of "
                            + $"supply or ground looks like that."
                    )
                )
            );
            return (null, TemperatureStatus.Invalid);
        }

        var (coldest, hottest) = (told[0], told[^1]);
        if (hottest.FuelTempC - coldest.FuelTempC > TemperaturesWithinK)
        {
            findings.Add(
                new(
                    "temperaturesDisagree",
                    Severity.Caution,
                    Sentence.Of(
                        $"{Wording.Begun(coldest.By!)} shows {Say.Given(coldest.FuelTempC!.Value, Unit.Celsius)} of fuel, {hottest.By!.Trim()} "
                            + $"{Say.Given(hottest.FuelTempC!.Value, Unit.Celsius)}: neither counts. Read both at the same moment."
                    )
                )
            );
            return (null, TemperatureStatus.Invalid);
        }

        var u = HazeSource.RectangularU(HalfStepK + ((hottest.FuelTempC!.Value - coldest.FuelTempC!.Value) / 2));
        return (ledger.Quantity((coldest.FuelTempC.Value + hottest.FuelTempC.Value) / 2, u, SourceCatalogue.Find("fuelTempC", u)), TemperatureStatus.Ok);
    }
}
