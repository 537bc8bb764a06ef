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

    // Two instruments on one sensor that agree within 1 to 2 points are normal (common practice, no source).
    private const double WithinPct = 1.5;

    // A display shows whole degrees, K.
    private const double HalfStepK = 0.5;

    // The hottest and coldest the sensor can say, C.
    private static readonly (double Least, double Most) TempC = (
        SensorLaw.FuelTempC<Exact>(SensorLaw.ShortestLowMs).Value,
        SensorLaw.FuelTempC<Exact>(SensorLaw.LongestLowMs).Value
    );

    /// <summary>The reading.</summary>
    /// <param name="shown">What was shown, at least one.</param>
    /// <param name="toleranceEthanolPct">Half-width of the sensor's tolerance, points; rectangular.</param>
    /// <param name="ledger">The ledger.</param>
    public static SensorReading Of(IReadOnlyList<ShownValue> shown, double toleranceEthanolPct, HazeLedger ledger)
    {
        var values = Values(shown, ledger);
        var weights = values.Select(v => 1 / Math.Max(1e-6, v.StandardU * v.StandardU)).ToList();
        var mean = values.Zip(weights).Aggregate<(Hazy Value, double Weight), Hazy>(0, (sum, v) => sum + (v.Value * v.Weight)) / weights.Sum();
        var findings = new List<Finding>(Disagreements(shown));
        var (temperature, status) = Temperature(shown, ledger, findings);
        if (shown.All(s => s.EthanolPct is 0 or 100))
        {
            findings.Add(
                new(
                    "shownAtTheEnd",
                    Severity.Caution,
                    Sentence.Of(
                        $"{Say.Ethanol(shown[0].EthanolPct!.Value)} on a display is that blend, or no signal at all: many show an end of their range where nothing comes "
                            + $"in. Unplug the sensor and see whether it changes."
                    )
                )
            );
        }
        else if (!shown.Any(s => s.LeftWhenUnplugged == true))
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

    /// <summary>What displays say beside a reading that rests on something better.</summary>
    /// <param name="shown">What was shown.</param>
    /// <param name="read">The reading without the sensor's own tolerance: both rest on the one sensor.</param>
    /// <param name="where">Where that was read, inside a sentence.</param>
    public static IEnumerable<Finding> Beside(IReadOnlyList<ShownValue> shown, Hazy read, string where)
    {
        foreach (var value in shown)
        {
            var off = Math.Abs(value.EthanolPct!.Value - read.Value);
            var within = WithinPct + HalfStep(value) + Interval95.HalfWidth(read);
            yield return off <= within
                ? new(
                    "shownAgrees",
                    Severity.Info,
                    Sentence.Of(
                        $"{Wording.Begun(value.By!)} shows {Say.Ethanol(value.EthanolPct.Value, 1)}, {where} it is {Say.Ethanol(read.Value, 1)}: they agree, "
                            + $"{Say.Given(Math.Round(off, 1), Unit.None)} apart. They share the sensor: that it is right they do not prove."
                    )
                )
                : new(
                    "shownDisagrees",
                    Severity.Caution,
                    Sentence.Of(
                        $"{Wording.Begun(value.By!)} shows {Say.Ethanol(value.EthanolPct.Value, 1)}, {where} it is {Say.Ethanol(read.Value, 1)}: more than {within:0.#} "
                            + $"apart. {Cause(value.FedBy)}"
                    )
                );
        }
    }

    private static List<Hazy> Values(IReadOnlyList<ShownValue> shown, HazeLedger ledger) =>
        [
            .. shown.Select(
                (s, i) =>
                {
                    var steps = HazeSource.RectangularU(HalfStep(s));
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

    private static IEnumerable<Finding> Disagreements(IReadOnlyList<ShownValue> shown)
    {
        for (var i = 0; i < shown.Count; i++)
        {
            for (var j = i + 1; j < shown.Count; j++)
            {
                var (one, other) = (shown[i], shown[j]);
                var off = Math.Abs(one.EthanolPct!.Value - other.EthanolPct!.Value);
                var within = WithinPct + HalfStep(one) + HalfStep(other);
                yield return off <= within
                    ? new(
                        "shownAgree",
                        Severity.Info,
                        Sentence.Of(
                            $"{Wording.Begun(one.By!)} and {other.By} agree, {Say.Ethanol(one.EthanolPct.Value, 1)} and {Say.Ethanol(other.EthanolPct.Value, 1)}. They "
                                + $"share one sensor: both get its signal, that it is right they do not prove."
                        )
                    )
                    : new(
                        "shownDisagree",
                        Severity.Caution,
                        Sentence.Of(
                            $"{Wording.Begun(one.By!)} shows {Say.Ethanol(one.EthanolPct.Value, 1)}, {other.By} {Say.Ethanol(other.EthanolPct.Value, 1)}, on one sensor: "
                                + $"more than {within:0.#} apart. {Cause(other.FedBy is Sensing.FedBy.Sensor ? one.FedBy : other.FedBy)}"
                        )
                    );
            }
        }
    }

    private static string Cause(FedBy? fed) =>
        fed switch
        {
            Sensing.FedBy.Analyser => "Look at the converter's two points and at the input's scaling first.",
            Sensing.FedBy.Controller => "Look at the scaling of the controller's input first: its full scale must stand at 100.",
            _ => "Read both at the same moment; if it stays, look at pull-up and ground of the one that is off.",
        };

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
        if (shown.FirstOrDefault(s => s.FuelTempC is not null) is not { FuelTempC: { } temperature, By: var by })
        {
            return (null, TemperatureStatus.Absent);
        }

        if (temperature < TempC.Least || temperature > TempC.Most)
        {
            findings.Add(
                new(
                    "temperatureInvalid",
                    Severity.Caution,
                    Sentence.Of(
                        $"{Wording.Begun(by!)} shows {Say.Given(temperature, Unit.Celsius)}, which is no fuel temperature. A dry line or a fault of supply or ground "
                            + $"looks like that."
                    )
                )
            );
            return (null, TemperatureStatus.Invalid);
        }

        var u = HazeSource.RectangularU(HalfStepK);
        return (ledger.Quantity(temperature, u, SourceCatalogue.Find("fuelTempC", u)), TemperatureStatus.Ok);
    }

    private static double HalfStep(ShownValue shown) => (shown.StepPct ?? UsualStepPct) / 2;
}
