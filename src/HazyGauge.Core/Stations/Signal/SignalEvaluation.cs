using HazyGauge.Core.Entries;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Signal;

/// <summary>Puts recording, meter, converter and displays together, and says what the reading rests on.</summary>
public static class SignalEvaluation
{
    /// <summary>What a plan comes to.</summary>
    /// <exception cref="RefusedInputException">The recording is not on the job, or a number cannot be.</exception>
    internal static SignalResults Of(SignalPlan plan, StationContext context)
    {
        SignalRules.Check(plan);
        var (vehicle, ledger) = (context.Published<VehicleSurvey>(), context.Ledger);

        // What was mixed at the last fill; a fill of which nobody said that says nothing of the blend any more.
        var fill = context.Entries.LastOrDefault(e => e.Payload is Fill);
        var atHand = (vehicle ?? VehicleSurvey.Empty).AtHand();
        var tolerance = plan.Tolerance(vehicle);
        var converter = Converter(vehicle, ledger);
        var recording = RecordingOf(plan, context);
        var capture = recording is null ? null : Analysed(recording, tolerance, ledger);
        var (reading, rows, restsOn) =
            capture is not null ? Compared(capture, recording!.Threshold, plan.Meter, ledger)
            : FromMeter(plan, tolerance, ledger) is { Reading: not null } metered ? metered
            : plan.ConverterV is { } volts
                ? (RefusedInputException.Under("control", () => converter.Read(AsMeasured(volts, ledger), tolerance, ledger)), null, SignalEvidence.Converter)
            : plan.Shown is { Count: > 0 } shown ? (ShownReading.Of(shown, tolerance, ledger), null, SignalEvidence.Shown)
            : ((SensorReading?)null, (IReadOnlyList<MeterRow>?)null, (SignalEvidence?)null);
        if (reading?.EthanolPct is { } ethanol)
        {
            var read = ethanol - SensorReading.Tolerance(tolerance, ledger);
            if (restsOn != SignalEvidence.Converter && vehicle?.Control.SignalPath == SignalPath.AnalyserVoltage)
            {
                var row = RefusedInputException.Under("control", () => converter.Row(read, plan.ConverterV is { } v ? AsMeasured(v, ledger) : null));
                rows = [.. rows ?? [], row];
                reading = reading.With(null, MeterCheck.Findings([row], null));
            }

            reading = reading.With(
                null,
                [
                    .. restsOn != SignalEvidence.Shown && plan.Shown is { } beside
                        ? ShownReading.Beside(beside, read, restsOn == SignalEvidence.Converter ? "behind the converter" : "on the wire")
                        : [],
                    .. AgainstMixed(ethanol, fill),
                ]
            ) with
            {
                IsOfMapFuel = plan.OnMapFuel == true,
            };
        }

        var progress = SignalProgress.Of(reading, atHand);
        return new SignalResults(
            capture,
            reading is null ? null : reading with { AtHand = atHand },
            rows,
            reading is null ? SignalWords.NothingYet : SignalWords.Headline(reading, restsOn!.Value, plan.Shown),
            reading is null ? SignalWords.HowToRead(atHand) : SignalWords.Lead(reading, capture, restsOn!.Value, atHand),
            plan.Capture is { } choice ? context.File(choice.Needed)?.Name : null,
            progress.State,
            progress.NextAction,
            restsOn,
            SignalRules.NotAsked(vehicle, atHand),
            reading is { IsOfMapFuel: true, EthanolPct: { } ofMap } ? AsMapBlend(ofMap, ledger) : null
        )
        {
            WorthBorrowing = reading is null ? null : HazeBudget.WorthBorrowing([.. reading.Budget], atHand),
        };
    }

    // What the sensor is off now it is off the next time too, and cancels; what this one reading is off by is its own.
    private static Hazy AsMapBlend(Hazy ethanol, HazeLedger ledger)
    {
        var (ofSensor, own) = (
            ethanol.Parts.Where(p => p.Source.Id == SourceCatalogue.SensorTolerance).ToList(),
            ethanol.Parts.Where(p => p.Source.Id != SourceCatalogue.SensorTolerance).Sum(p => p.U * p.U)
        );
        return ledger.Quantity(ethanol.Value, [.. ofSensor, (new HazeSource(MapFuel.Path, VehicleFields.LabelOf(MapFuel.Path)), Math.Sqrt(own))]);
    }

    /// <summary>What a recording says.</summary>
    public static CaptureResult Analysed(Recording recording, double toleranceEthanolPct, HazeLedger ledger)
    {
        var result = CaptureAnalysis.Analyse(recording.Train, toleranceEthanolPct, ledger) with
        {
            Format = recording.Format,
            Channel = recording.Channel,
            Threshold = recording.Threshold,
        };
        return result with { Reading = result.Reading.With(null, recording.NotesFor(result.Reading)) };
    }

    private static ConverterVolts Converter(VehicleSurvey? vehicle, HazeLedger ledger)
    {
        var (at0, at100) = (vehicle?.Control.ConverterAt0V, vehicle?.Control.ConverterAt100V);
        return new ConverterVolts(at0 ?? ConverterVolts.UsualAt0V, at100 ?? ConverterVolts.UsualAt100V, at0 is null || at100 is null);
    }

    // What is mixed is known by the fuels that went in; the reading has the sensor's tolerance.
    private static IEnumerable<Finding> AgainstMixed(Hazy ethanol, JobEntry? fill)
    {
        if (fill is not { Payload: Fill { MixedEthanolPct: { } blend } })
        {
            yield break;
        }

        var off = ethanol - blend;
        var within = Math.Max(1, Interval95.HalfWidth(off));
        yield return (
            Math.Abs(off.Value) <= within
                ? new Finding(
                    "mixedAgrees",
                    Severity.Info,
                    Sentence.Of($"{Say.Ethanol(blend)} was mixed and {Say.Ethanol(ethanol.Value, 1)} is read: they agree, within {within:0.#} points.")
                )
                : new Finding(
                    "mixedDisagrees",
                    Severity.Caution,
                    Sentence.Of(
                        $"{Say.Ethanol(blend)} was mixed and {Say.Ethanol(ethanol.Value, 1)} is read, more than {within:0.#} points apart. The tank held something else, "
                            + $"it is not mixed yet, or the lines still hold the old fuel: drive a little and read again."
                    )
                )
        )
            .At("fill")
            .OfEntry(fill.Number);
    }

    private static Recording? RecordingOf(SignalPlan plan, StationContext context)
    {
        if (plan.Capture is not { } choice)
        {
            return null;
        }

        return context.File(choice.Needed)?.Recording ?? throw new RefusedInputException("capture", "This recording is not on the job. Drop it again.");
    }

    private static (SensorReading? Reading, IReadOnlyList<MeterRow>? Rows, SignalEvidence? RestsOn) Compared(
        CaptureResult capture,
        SwitchedVolts? threshold,
        MeterValues? meter,
        HazeLedger ledger
    )
    {
        if (capture is not { FrequencyHz: { } frequency, LowPulseMs: { } width })
        {
            return (capture.Reading, null, SignalEvidence.Recording);
        }

        var read = AsShown(meter ?? new MeterValues(), ledger);

        // A recording of volts has measured the levels itself.
        var levels =
            read.HighV is { } high ? new AverageVolts(high, read.LowV ?? 0)
            : threshold is { AreTwo: true } ? new AverageVolts(threshold.HighV, threshold.LowV)
            : null;
        var rows = RefusedInputException.Under("meter", () => MeterCheck.Rows(frequency, width, read.FrequencyHz, read.LowPulseMs, read.AverageV, levels));
        return (capture.Reading.With(null, MeterCheck.Findings(rows, levels)), rows, SignalEvidence.Recording);
    }

    private static (SensorReading? Reading, IReadOnlyList<MeterRow>? Rows, SignalEvidence? RestsOn) FromMeter(SignalPlan plan, double tolerance, HazeLedger ledger)
    {
        if (plan.Meter is not { FrequencyHz: not null } meter)
        {
            return plan.Meter is null or { LowPulseMs: null, AverageV: null }
                ? (null, null, null)
                : throw new RefusedInputException("meter.frequencyHz", "The frequency is missing: without it neither width nor volts say how much ethanol there is.");
        }

        var shown = AsShown(meter, ledger);
        var reading = RefusedInputException.Under("meter", () =>
            new MeterReadings(shown.FrequencyHz!.Value, shown.LowPulseMs, shown.AverageV, shown.HighV, shown.LowV).Read(tolerance, ledger)
        );
        return (reading, reading.AverageVolts is { } volts ? [MeterCheck.Row(volts)] : null, SignalEvidence.Meter);
    }

    private static MeterValues AsShown(MeterValues meter, HazeLedger ledger) =>
        meter with
        {
            FrequencyHz = Usual(meter.FrequencyHz, MeterReadings.UsualFrequencyPlusMinusHz, "frequencyHz", ledger),
            LowPulseMs = Usual(meter.LowPulseMs, MeterReadings.UsualWidthPlusMinusMs, "lowPulseMs", ledger),
        };

    private static Hazy AsMeasured(Hazy volts, HazeLedger ledger) => Usual(volts, ConverterVolts.UsualPlusMinusV, "converterV", ledger)!.Value;

    // A bare number is known to within what a usual meter shows; nothing at all is no estimate.
    private static Hazy? Usual(Hazy? read, double plusMinus, string source, HazeLedger ledger) =>
        read is { StandardU: 0, Value: not 0 } bare ? ledger.Quantity(bare.Value, plusMinus / 2, SourceCatalogue.Find(source, plusMinus / 2)) : read;
}
