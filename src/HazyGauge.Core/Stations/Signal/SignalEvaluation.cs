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
        var atHand = (vehicle ?? VehicleSurvey.Empty).AtHand();
        var tolerance = plan.Tolerance(vehicle);
        var converter = Converter(vehicle, ledger);
        var displays = ShownDisplay.Of(plan.Shown ?? []);
        var shown = displays.SelectMany(d => d.Counting).ToList();
        var recording = RecordingOf(plan, context);
        var capture = recording is null ? null : Analysed(recording, tolerance, ledger);
        var behind = plan.ConverterV is { } volts ? RefusedInputException.Under("control", () => converter.Read(AsMeasured(volts, ledger), tolerance, ledger)) : null;
        var (reading, rows, restsOn) =
            capture is not null ? Compared(capture, recording!.Threshold, plan.Meter, ledger)
            : FromMeter(plan, tolerance, ledger) is { Reading: not null } metered ? metered
            : behind is not null ? (behind, null, SignalEvidence.Converter)
            : shown.Count > 0 ? (ShownReading.Of(shown, tolerance, ledger), null, SignalEvidence.Shown)
            : ((SensorReading?)null, (IReadOnlyList<MeterRow>?)null, (SignalEvidence?)null);
        Dispute? dispute = null;
        if (reading?.EthanolPct is not null)
        {
            (reading, rows, dispute) = Settled(
                (reading, rows, restsOn!.Value),
                plan,
                Measured(plan, capture, behind, SensorReading.Tolerance(tolerance, ledger), ledger),
                displays,
                context
            );
        }

        var findings = reading?.Findings ?? [];
        if (dispute is not null)
        {
            reading = null;
        }

        var progress = SignalProgress.Of(reading, dispute, findings, atHand);
        return new SignalResults(
            capture,
            reading is null ? null : reading with { AtHand = atHand },
            rows,
            dispute is not null ? SignalWords.Disputed(dispute)
                : reading is null ? SignalWords.NothingYet
                : SignalWords.Headline(reading, restsOn!.Value, shown),
            dispute is not null ? dispute.Because + dispute.TellsApart
                : reading is null ? SignalWords.HowToRead(atHand)
                : SignalWords.Lead(reading, capture, restsOn!.Value, atHand),
            plan.Capture is { } choice ? context.File(choice.Needed)?.Name : null,
            progress.State,
            progress.NextAction,
            restsOn,
            SignalRules.NotAsked(vehicle, atHand),
            reading is { IsOfMapFuel: true, EthanolPct: { } ofMap } ? AsMapBlend(ofMap, ledger) : null
        )
        {
            Dispute = dispute,
            Findings = findings,
            WorthBorrowing = reading is null ? null : HazeBudget.WorthBorrowing([.. reading.Budget], atHand),
        };
    }

    // Everything that is known of the sensor beside what the reading rests on: it agrees, or there is no reading.
    private static (SensorReading Reading, IReadOnlyList<MeterRow>? Rows, Dispute? Dispute) Settled(
        (SensorReading Reading, IReadOnlyList<MeterRow>? Rows, SignalEvidence RestsOn) on,
        SignalPlan plan,
        IReadOnlyList<Witness> measured,
        IReadOnlyList<ShownDisplay> displays,
        StationContext context
    )
    {
        var (reading, rows, restsOn) = on;
        var (vehicle, ledger) = (context.Published<VehicleSurvey>(), context.Ledger);
        var ethanol = reading.EthanolPct!.Value;
        var read = ethanol - SensorReading.Tolerance(plan.Tolerance(vehicle), ledger);
        if (restsOn != SignalEvidence.Converter && vehicle?.Control.SignalPath == SignalPath.AnalyserVoltage)
        {
            var row = RefusedInputException.Under("control", () => Converter(vehicle, ledger).Row(read, plan.ConverterV is { } v ? AsMeasured(v, ledger) : null));
            rows = [.. rows ?? [], row];
            reading = reading.With(null, MeterCheck.Findings([row], null));
        }

        reading = reading with { IsOfMapFuel = plan.OnMapFuel == true };
        var nothing = restsOn == SignalEvidence.Converter ? reading.Findings.FirstOrDefault(f => f.Code == ConverterVolts.NothingCode) : null;
        if (SignalDisputes.Among(measured, displays, vehicle, nothing) is var (among, why))
        {
            return (reading.With(null, reading.Findings.Contains(why) ? [] : [why]), rows, among);
        }

        var shown = displays.SelectMany(d => d.Counting).ToList();

        // What was mixed at the last fill; a fill of which nobody said that says nothing of the blend any more.
        var fill = context.Entries.LastOrDefault(e => e.Payload is Fill);
        var (dispute, findings) = AgainstMixed(ethanol, fill, restsOn, GivenAt(plan, shown, restsOn));
        var beside = restsOn == SignalEvidence.Shown ? [] : ShownReading.Beside(shown, read, restsOn == SignalEvidence.Converter ? "behind the converter" : "on the wire");
        return (reading.With(null, [.. beside, .. findings]), rows, dispute);
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

    // Everything that was measured of the one sensor, whichever of it the reading rests on.
    private static List<Witness> Measured(SignalPlan plan, CaptureResult? capture, SensorReading? behind, Hazy tolerance, HazeLedger ledger)
    {
        var witnesses = new List<Witness>();
        void Add(string name, Hazy? pct, double more = 0)
        {
            if (pct is { } says)
            {
                var within = RealNumber.Clamp(says, 0, 100);
                witnesses.Add(new(name, within.Value, Interval95.HalfWidth(within) + more));
            }
        }

        Add("the recording", capture?.Reading.EthanolPct - tolerance);
        Add("the meter", AsShown(plan.Meter ?? new MeterValues(), ledger).FrequencyHz is { Value: > 0 } hz ? SensorLaw.EthanolPct(hz) : null);
        Add(SignalDisputes.ConvertersVolts, behind?.EthanolPct - tolerance, ConverterVolts.ConversionPct);
        return witnesses;
    }

    // When what the reading rests on was given: the first of several. Null while it is not saved.
    private static DateTimeOffset? GivenAt(SignalPlan plan, IReadOnlyList<ShownValue> shown, SignalEvidence restsOn) =>
        restsOn switch
        {
            SignalEvidence.Recording => plan.Capture?.Given?.At,
            SignalEvidence.Meter => plan.Meter?.Given?.At,
            SignalEvidence.Converter => plan.ConverterGiven?.At,
            _ => shown.Min(s => s.Given?.At),
        };

    // What is mixed is known by the fuels that went in; the reading has the sensor's tolerance.
    private static (Dispute? Dispute, IReadOnlyList<Finding> Findings) AgainstMixed(Hazy ethanol, JobEntry? fill, SignalEvidence restsOn, DateTimeOffset? givenAt)
    {
        if (fill is not { Payload: Fill filled })
        {
            return (null, []);
        }

        var isOlder = givenAt is { } at && at < fill.At;
        if (filled.MixedEthanolPct is not { } blend)
        {
            return (null, isOlder ? [FilledSince(fill)] : []);
        }

        var off = ethanol - blend;
        var within = Math.Max(1, Interval95.HalfWidth(off));
        if (Math.Abs(off.Value) <= within)
        {
            return (
                null,
                [
                    new Finding(
                        "mixedAgrees",
                        Severity.Info,
                        Sentence.Of($"{Say.Ethanol(blend)} was mixed and {Say.Ethanol(ethanol.Value, 1)} is read: they agree, within {within:0.#} points.")
                    )
                        .At("fill")
                        .OfEntry(fill.Number),
                ]
            );
        }

        // An older reading is of another fuel: the two do not contradict each other.
        if (isOlder)
        {
            return (null, [FilledSince(fill)]);
        }

        var finding = new Finding(
            "mixedDisagrees",
            Severity.Caution,
            Sentence.Of(
                $"{Say.Ethanol(blend)} was mixed and {Say.Ethanol(ethanol.Value, 1)} is read, more than {within:0.#} points apart. The tank held something else, "
                    + $"it is not mixed yet, or the lines still hold the old fuel: drive a little and read again."
            )
        )
            .At("fill")
            .OfEntry(fill.Number);
        return (SignalDisputes.AgainstMixed(blend, ethanol, SignalWords.Source(restsOn), finding), [finding]);
    }

    private static Finding FilledSince(JobEntry fill) =>
        new Finding(SignalWords.FilledSince, Severity.Caution, "The tank was filled after this was read: what is in it now nobody has read. Drive a little and read again.")
            .At("fill")
            .OfEntry(fill.Number);

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
            AverageV = Volts(meter.AverageV, "averageV", ledger),
            HighV = Volts(meter.HighV, "highV", ledger),
            LowV = Volts(meter.LowV, "lowV", ledger),
        };

    private static Hazy? Volts(Hazy? read, string source, HazeLedger ledger) => Usual(read, MeterReadings.UsualVoltsPlusMinus(read?.Value ?? 0), source, ledger);

    private static Hazy AsMeasured(Hazy volts, HazeLedger ledger) => Usual(volts, ConverterVolts.UsualPlusMinusV, "converterV", ledger)!.Value;

    // A bare number is known to within what a usual meter shows; nothing at all is no estimate.
    private static Hazy? Usual(Hazy? read, double plusMinus, string source, HazeLedger ledger) =>
        read is { StandardU: 0, Value: not 0 } bare ? ledger.Quantity(bare.Value, plusMinus / 2, SourceCatalogue.Find(source, plusMinus / 2)) : read;
}
