using System.Text.Json.Serialization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;
using HazyGauge.Core.Wiring.Signal;

namespace HazyGauge.Core.Wiring.Meters;

/// <summary>How a meter is set.</summary>
public enum MeterMode
{
    /// <summary>DC volts.</summary>
    DcVolts,

    /// <summary>Frequency.</summary>
    Frequency,

    /// <summary>Ohms.</summary>
    Ohms,

    /// <summary>Continuity: a beep, on most meters with its Ohms.</summary>
    Continuity,
}

/// <summary>What is measured.</summary>
public enum HarnessCheck
{
    /// <summary>Supply of the sensor.</summary>
    Supply,

    /// <summary>What its ground loses under load.</summary>
    GroundDrop,

    /// <summary>What the pull-up lifts the wire to.</summary>
    PullUp,

    /// <summary>Average of the square wave.</summary>
    AverageVolts,

    /// <summary>Its frequency.</summary>
    Frequency,

    /// <summary>Volts behind a signal converter.</summary>
    ConverterVolts,

    /// <summary>Termination of the bus.</summary>
    BusTermination,
}

/// <summary>The two points of a signal converter.</summary>
/// <param name="Points">Volts and ethanol, % by volume.</param>
public sealed record AnalyserScale(IReadOnlyList<ScalePoint> Points);

/// <summary>What a meter should show along a signal path.</summary>
/// <param name="Path">How the signal reaches the controller.</param>
/// <param name="EthanolPct">Blend in the line, % by volume.</param>
/// <param name="FuelTempC">Fuel temperature, C.</param>
/// <param name="SupplyV">Supply voltage, V.</param>
/// <param name="PullUpV">What the pull-up goes to, V.</param>
/// <param name="LowLevelV">Volts of the pulled wire, V; left out, 0.</param>
/// <param name="Analyser">The converter's points; left out, 0 to 5 V for E0 to E100.</param>
/// <param name="Instruments">What there is to measure with; left out, everything.</param>
public sealed record MeterExpectationsQuery(
    SignalPath Path,
    Hazy EthanolPct,
    Hazy FuelTempC,
    Hazy SupplyV,
    Hazy PullUpV,
    Hazy? LowLevelV = null,
    AnalyserScale? Analyser = null,
    IReadOnlyList<Instrument>? Instruments = null
)
{
    // Bands where only a meter's own doubt and usual tolerances count (our own).
    private const double SupplySag = 0.8;
    private const double GroundMost = 0.1;
    private const double PullUpShare = 0.03;
    private const double ConverterPct = 3;
    private const double HzBand = 1;
    private const double BusLow = 54;
    private const double BusHigh = 66;

    /// <summary>The checks that can be made, in the order they are made.</summary>
    /// <exception cref="RefusedInputException">Something cannot be.</exception>
    public IReadOnlyList<MeterExpectation> Answer()
    {
        var check = new InputCheck()
            .Within(EthanolPct, 0, 100, "ethanolPct", "The blend", Unit.Percent)
            .Within(FuelTempC, FuelTemperature.LowestC, FuelTemperature.HighestC, "fuelTempC", "The fuel's temperature", Unit.Celsius)
            .Within(SupplyV, 4, 32, "supplyV", "The supply", Unit.Volt)
            .Within(PullUpV, 1, 32, "pullUpV", "What the pull-up goes to", Unit.Volt)
            .Within(LowLevelV, 0, 5, "lowLevelV", "The low level", Unit.Volt);
        if (PullUpV.Value <= (LowLevelV?.Value ?? 0))
        {
            check.Refuse("lowLevelV", "The low level must lie below what the pull-up goes to.");
        }

        check.ThrowIfAny();
        var scale =
            Path == SignalPath.AnalyserVoltage
                ? RefusedInputException.Under("analyser", () =>
                    new TwoPointScalingQuery(Analyser?.Points ?? [new(ConverterVolts.UsualAt0V, 0), new(ConverterVolts.UsualAt100V, 100)]).Answer()
                )
                : null;
        if (scale is { Slope.Value: 0 })
        {
            throw new RefusedInputException("analyser.points", "Both points stand for the same blend: that is no scaling.");
        }

        var atHand = Instruments is null ? InstrumentsAtHand.NotSaid : new InstrumentsAtHand(Instruments);
        return [.. All(scale).Where(e => atHand.Allow(e.Needs))];
    }

    private IEnumerable<MeterExpectation> All(TwoPointScalingResult? scale) =>
        [.. AtTheFeed(), .. OnTheSignal(), .. scale is null ? [] : new[] { Converted(scale) }, .. Path == SignalPath.Gateway ? new[] { Bus() } : []];

    private IEnumerable<MeterExpectation> AtTheFeed()
    {
        yield return new(
            HarnessCheck.Supply,
            MeterMode.DcVolts,
            "Red on the supply pin of the sensor's plug, black on its ground pin, key on, plug on.",
            SupplyV,
            SupplyV.Value - SupplySag - (2 * SupplyV.StandardU),
            SupplyV.Value + SupplySag + (2 * SupplyV.StandardU),
            "Nothing: its fuse, or not switched on. Much less: a poor joint, or a wire too thin. Still there with the key off: a constant feed.",
            Instrument.VoltsAndContinuity
        );
        yield return new(
            HarnessCheck.GroundDrop,
            MeterMode.DcVolts,
            "Red on the ground pin of the sensor's plug, black on the battery's negative post, engine running.",
            0,
            -0.02,
            GroundMost,
            "More: a poor ground. It adds straight onto a voltage behind a converter, and not onto a frequency.",
            Instrument.VoltsAndContinuity
        );
        yield return new(
            HarnessCheck.PullUp,
            MeterMode.DcVolts,
            "Red on the signal wire with the sensor unplugged, black on its ground, key on.",
            PullUpV,
            (PullUpV.Value * (1 - PullUpShare)) - (2 * PullUpV.StandardU),
            (PullUpV.Value * (1 + PullUpShare)) + (2 * PullUpV.StandardU),
            "Nothing: no pull-up, or an open wire. The supply instead of 5 V: it is lifted by another pull-up too.",
            Instrument.VoltsAndContinuity
        );
    }

    private IEnumerable<MeterExpectation> OnTheSignal()
    {
        var (hz, width) = (EthanolPct + SensorLaw.E0Hz, SensorLaw.LowPulseMs(FuelTempC));
        var wave = new AverageVolts(PullUpV, LowLevelV ?? 0);
        var average = wave.Expected(hz, width);
        var band = wave.Compare(average, null).WithinV;
        yield return new(
            HarnessCheck.AverageVolts,
            MeterMode.DcVolts,
            "Red on the signal wire with the sensor plugged in, black on its ground, pump running.",
            average,
            average.Value - band,
            average.Value + band,
            "At what the pull-up goes to: no pulses, so no supply or ground at the sensor, or the meter is not on the wire. Near 0: shorted to ground. It falls as "
                + "ethanol rises: it is no signal voltage.",
            Instrument.VoltsAndContinuity
        );
        yield return new(
            HarnessCheck.Frequency,
            MeterMode.Frequency,
            "Red on the signal wire with the sensor plugged in, black on its ground, pump running.",
            hz,
            hz.Value - HzBand - (2 * hz.StandardU),
            hz.Value + HzBand + (2 * hz.StandardU),
            "0: no supply, no ground, no pull-up or an open wire. 170 to 200: water in the fuel. Steady and elsewhere: another blend than thought.",
            Instrument.FrequencyAndDuty
        );
    }

    private MeterExpectation Converted(TwoPointScalingResult scale)
    {
        var volts = (EthanolPct - scale.Intercept) / scale.Slope;
        var off = Math.Abs(ConverterPct / scale.Slope.Value) + (2 * volts.StandardU);
        return new(
            HarnessCheck.ConverterVolts,
            MeterMode.DcVolts,
            "Red on the converter's output at the controller's pin, black on the controller's sensor ground.",
            volts,
            volts.Value - off,
            volts.Value + off,
            "At one end of its range: no signal reaches the converter. A little off: its ground, by as many volts. Right here and wrong on the log: the scaling in "
                + "the controller.",
            Instrument.VoltsAndContinuity
        );
    }

    private static MeterExpectation Bus() =>
        new(
            HarnessCheck.BusTermination,
            MeterMode.Ohms,
            "Between high and low of the bus, battery disconnected, everything plugged in.",
            60,
            BusLow,
            BusHigh,
            "120: one of the two terminations is missing. 40: a third one. 0: high and low touch.",
            Instrument.VoltsAndContinuity
        );
}

/// <summary>What a meter should show.</summary>
/// <param name="Check">What is measured.</param>
/// <param name="Mode">How the meter is set.</param>
/// <param name="Probes">Where its probes go, and in which state.</param>
/// <param name="Expected">What it should show, in V, Hz or Ohm.</param>
/// <param name="Low">Lowest that is still right.</param>
/// <param name="High">Highest that is still right.</param>
/// <param name="MissMeans">What a miss most likely means.</param>
/// <param name="Needs">What it takes.</param>
public sealed record MeterExpectation(
    HarnessCheck Check,
    MeterMode Mode,
    string Probes,
    Hazy Expected,
    double Low,
    double High,
    string MissMeans,
    [property: JsonIgnore] Instrument Needs
);
