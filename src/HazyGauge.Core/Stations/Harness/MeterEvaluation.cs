using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;
using HazyGauge.Core.Wiring.Meters;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Supplies;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>Puts the meter sheet together from the plan, and judges what was read.</summary>
internal static class MeterEvaluation
{
    // A wire that is not lifted by this much rests nowhere, and a feed below this feeds nothing, V.
    private const double LeastPullUpV = 1;
    private const double LeastFeedV = 4.5;

    /// <summary>The sheet.</summary>
    public static MeterPart Of(
        HarnessPlan plan,
        HarnessFigures figures,
        VehicleSurvey survey,
        SignalPath path,
        IReadOnlyList<PlannedWire> wires,
        SharedWire shared,
        SupplyPart supply
    )
    {
        // A feed that is dead, or a wire that eats it up, is said elsewhere: the sheet says what should be there.
        var feedV = supply.Probed is { Kind: not (FeedKind.Dead or FeedKind.Weak) } && plan.Probed!.KeyOnV is { Value: >= LeastFeedV } on ? on : figures.BatteryV;
        var lostV = FeedEvaluation.IsTooThin(supply.Drop, feedV) ? 0 : (supply.Drop?.DropMv ?? 0) / 1000;

        // Without a pull-up that is known and lifts it, what the wire should rest at cannot be said.
        var restsAt = shared.ReleasedV is { Value: >= LeastPullUpV } released && released.Value > shared.SinkSaturationV.Value ? released : (Hazy?)null;
        var expected = new MeterExpectationsQuery(
            path,
            figures.EthanolPct,
            figures.FuelTempC,
            feedV - lostV,
            restsAt ?? WireInput.UsualPullUpV,
            restsAt is null ? null : shared.SinkSaturationV,
            Scale(survey.Control, path),
            survey.Instruments
        )
            .Answer()
            .Where(e => restsAt is not null || e.Check is not (HarnessCheck.PullUp or HarnessCheck.AverageVolts));
        var lines = MeterSheet.Of(expected, wires, survey.AtHand(), plan.Readings ?? []);
        return new(
            lines,
            lines.Count == 0
                ? [new("noMeter", Severity.Caution, "Nothing can be checked with what is at hand. Borrow a meter that shows volts and continuity: nearly all faults are wiring.")]
                : [.. lines.Where(l => l.Agrees == false).Select(Missed)]
        );
    }

    /// <summary>True where the meter shows pulses, or volts behind a converter between its ends: something lifts the wire then.</summary>
    public static bool IsLive(MeterPart meter) => meter.Lines.Any(l => l is { Mode: MeterMode.Frequency, Read.Value: >= SensorLaw.LowestClampedHz });

    private static Finding Missed(MeterLine line) =>
        new Finding(
            "missed",
            Severity.Caution,
            Sentence.Of(
                $"{line.Name}: {Say.Of(line.Read!.Value, line.Unit, 2)}, and {Say.Of(line.Low, line.Unit, 2)} to {Say.Of(line.High, line.Unit, 2)} is right. {line.MissMeans}"
            )
        ).Of(line.Id);

    private static AnalyserScale? Scale(EngineControl control, SignalPath path) =>
        path == SignalPath.AnalyserVoltage && control is { ConverterAt0V: { } at0, ConverterAt100V: { } at100 } ? new([new(at0, 0), new(at100, 100)]) : null;
}
