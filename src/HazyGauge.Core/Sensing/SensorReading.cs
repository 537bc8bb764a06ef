using System.Text.Json.Serialization;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;

namespace HazyGauge.Core.Sensing;

/// <summary>What a sensor signal says and how sure that is.</summary>
/// <param name="EthanolPct">Ethanol, % by volume, 0 to 100; null where the signal is no reading.</param>
/// <param name="FuelTempC">Fuel temperature, C; null where the low pulse is no temperature.</param>
/// <param name="SignalStatus">What the signal is good for.</param>
/// <param name="TemperatureStatus">What the low pulse says.</param>
/// <param name="Findings">What it means and what to check next, the gravest first.</param>
public sealed record SensorReading(Hazy? EthanolPct, Hazy? FuelTempC, SignalStatus SignalStatus, TemperatureStatus TemperatureStatus, IReadOnlyList<Finding> Findings)
{
    // A measured frequency counts as inside the band as long as its own timing haze reaches into it.
    private const double TimingCoverage = 3;

    // Low for so much of a period is low for all of it; longer than it by more than two meters disagree is impossible.
    private const double WholePeriod = 0.98;
    private const double PeriodSlack = 0.02;

    /// <summary>Where the doubt about the ethanol content comes from.</summary>
    public IReadOnlyList<BudgetLine> Budget => EthanolPct is { } ethanol ? HazeBudget.Of(ethanol).With(AtHand) : [];

    /// <summary>What there is to check with: a check that needs something else begins with borrowing it.</summary>
    [JsonIgnore]
    internal InstrumentsAtHand AtHand { get; init; } = InstrumentsAtHand.NotSaid;

    /// <summary>True where the tank still held the fuel the map ran on: then it is the blend of the map.</summary>
    public bool IsOfMapFuel { get; init; }

    /// <summary>True where it was read off this vehicle and nothing is to be looked at before it is relied on. A meter that cannot show width leaves the temperature open, but
    /// the reading stands.</summary>
    [JsonIgnore]
    internal bool IsProven => SignalStatus == SignalStatus.Ok && TemperatureStatus != TemperatureStatus.Invalid && Findings.All(f => f.Severity == Severity.Info);

    /// <summary>What a meter on DC volts should show, and how that fits what it did; null where no level is known.</summary>
    public AverageVoltsCheck? AverageVolts { get; init; }

    /// <summary>Reads a frequency and, where known, a low pulse.</summary>
    /// <param name="frequencyHz">Frequency, Hz; 0 means no pulses.</param>
    /// <param name="lowPulseMs">Width of the low pulse, ms.</param>
    /// <param name="toleranceEthanolPct">Half-width of the sensor's tolerance, ethanol points; rectangular.</param>
    /// <param name="ledger">The ledger of this computation.</param>
    /// <exception cref="RefusedInputException">A quantity is negative or not a number.</exception>
    public static SensorReading From(Hazy frequencyHz, Hazy? lowPulseMs, double toleranceEthanolPct, HazeLedger ledger)
    {
        new InputCheck()
            .Within(frequencyHz.Value, 0, double.MaxValue, "frequencyHz", "Frequency", Unit.Hertz)
            .Within(lowPulseMs?.Value, 0, double.MaxValue, "lowPulseMs", "The low pulse", Unit.Milliseconds)
            .Within(toleranceEthanolPct, 0, 50, "toleranceEthanolPct", "The sensor's tolerance", Unit.Percent)
            .ThrowIfAny();

        var status = Band(frequencyHz);
        var findings = new List<Finding> { SignalFindings.ForBand(status, frequencyHz.Value) };
        var (tempC, temperatureStatus) = ReadTemperature(frequencyHz.Value, lowPulseMs, findings);
        if (
            temperatureStatus == TemperatureStatus.Invalid
            && findings[0].Code == SignalFindings.SteadyCode
            && lowPulseMs is { } low
            && low.Value >= WholePeriod * 1000 / frequencyHz.Value
        )
        {
            // One cause at a time: a low time of a whole period and a wire that works contradict each other.
            findings[0] = SignalFindings.InBandInDoubt(frequencyHz.Value);

            // Two figures of which one is impossible give no reading at all; a wire low for all of the period still has its frequency.
            status = low.Value > 1000 / frequencyHz.Value * (1 + PeriodSlack) ? SignalStatus.OutOfRange : status;
        }

        if (status == SignalStatus.Ok && frequencyHz.Value is SensorLaw.E0Hz or SensorLaw.E100Hz)
        {
            findings.Add(SignalFindings.AtTheEnd(frequencyHz.Value == SensorLaw.E0Hz ? "Exactly E0" : "Exactly E100"));
        }

        if (temperatureStatus == TemperatureStatus.Ok && lowPulseMs is { Value: SensorLaw.ShortestLowMs or SensorLaw.LongestLowMs } end)
        {
            findings.Add(SignalFindings.AtTheEnd(Sentence.Of($"A fuel temperature of exactly {Say.Celsius(SensorLaw.FuelTempC(end).Value)}")));
        }

        return new SensorReading(
            status is SignalStatus.NoSignal or SignalStatus.OutOfRange or SignalStatus.Contaminated ? null : ReadEthanol(frequencyHz, toleranceEthanolPct, ledger),
            tempC,
            status,
            temperatureStatus,
            Sorted(findings)
        );
    }

    /// <summary>The reading of a signal that was not there at all.</summary>
    public static SensorReading Nothing(Finding why) => new(null, null, SignalStatus.NoSignal, TemperatureStatus.Absent, [why]);

    /// <summary>The same reading with what a whole recording adds to it; a worse status of the band itself stands.</summary>
    public SensorReading With(SignalStatus? overTime, IEnumerable<Finding> findings)
    {
        var status = overTime is { } worse && EthanolPct is not null ? worse : SignalStatus;
        var kept = status == SignalStatus ? Findings : Findings.Where(f => !string.Equals(f.Code, SignalFindings.SteadyCode, StringComparison.Ordinal));
        return this with { SignalStatus = status, Findings = Sorted([.. kept, .. findings]) };
    }

    private static SignalStatus Band(Hazy frequencyHz)
    {
        var f = frequencyHz.Value;
        var slack = TimingCoverage * frequencyHz.StandardU;
        return f switch
        {
            0 => SignalStatus.NoSignal,
            < SensorLaw.LowestClampedHz => SignalStatus.OutOfRange,
            _ when f < SensorLaw.E0Hz - slack => SignalStatus.ClampedLow,
            _ when f <= SensorLaw.E100Hz + slack && f <= SensorLaw.HighestClampedHz => SignalStatus.Ok,
            <= SensorLaw.HighestClampedHz => SignalStatus.ClampedHigh,
            < SensorLaw.ContaminatedFromHz => SignalStatus.OutOfRange,
            <= SensorLaw.ContaminatedToHz => SignalStatus.Contaminated,
            _ => SignalStatus.OutOfRange,
        };
    }

    private static Hazy ReadEthanol(Hazy frequencyHz, double toleranceEthanolPct, HazeLedger ledger) =>
        RealNumber.Clamp(SensorLaw.EthanolPct(frequencyHz) + Tolerance(toleranceEthanolPct, ledger), 0, 100);

    /// <summary>The sensor's own doubt: whatever reads it shares this one.</summary>
    internal static Hazy Tolerance(double toleranceEthanolPct, HazeLedger ledger)
    {
        var u = HazeSource.RectangularU(toleranceEthanolPct);
        return ledger.Quantity(0, u, SourceCatalogue.Find(SourceCatalogue.SensorTolerance, u));
    }

    private static (Hazy? TempC, TemperatureStatus Status) ReadTemperature(double frequencyHz, Hazy? lowPulseMs, List<Finding> findings)
    {
        if (lowPulseMs is not { } low || frequencyHz == 0)
        {
            findings.Add(SignalFindings.TemperatureAbsent);
            return (null, TemperatureStatus.Absent);
        }

        if (low.Value > 1000 / frequencyHz * (1 + PeriodSlack))
        {
            findings.Add(SignalFindings.LongerThanPeriod(low.Value, frequencyHz));
            return (null, TemperatureStatus.Invalid);
        }

        var highMs = (1000 / frequencyHz) - low.Value;
        if (!IsTemperature(low))
        {
            findings.Add(SignalFindings.NotATemperature(low.Value, highMs, frequencyHz));
            return (null, TemperatureStatus.Invalid);
        }

        if (IsTemperature(highMs))
        {
            findings.Add(SignalFindings.PolarityUndetermined(low.Value, highMs));
        }

        return (RealNumber.Clamp(SensorLaw.FuelTempC(low), FuelTemperature.LowestC, FuelTemperature.HighestC), TemperatureStatus.Ok);
    }

    /// <summary>True where a pulse of this width is a temperature, within its timing haze.</summary>
    internal static bool IsTemperature(Hazy widthMs)
    {
        // The arithmetic of a period in ms leaves a last digit that must not decide.
        var slack = (TimingCoverage * widthMs.StandardU) + 1e-9;
        return widthMs.Value >= SensorLaw.ShortestLowMs - slack && widthMs.Value <= SensorLaw.LongestLowMs + slack;
    }

    private static List<Finding> Sorted(IEnumerable<Finding> findings) => [.. findings.OrderByDescending(f => f.Severity)];
}
