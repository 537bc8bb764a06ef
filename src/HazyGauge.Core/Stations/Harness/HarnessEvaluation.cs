using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;
using HazyGauge.Core.Wiring.Supplies;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>Puts a harness together from who uses the sensor, and says what every part of it comes to.</summary>
internal static class HarnessEvaluation
{
    /// <summary>What a plan comes to.</summary>
    /// <param name="plan">The plan; its hazy numbers stand on the ledger.</param>
    /// <param name="survey">What is known of the vehicle.</param>
    /// <param name="ledger">The ledger; usual figures are added to it.</param>
    /// <param name="fields">The station's fields, with their usual figures.</param>
    /// <param name="isLive">True where the sensor is read: then supply, ground and pull-up work, whatever is known of them.</param>
    /// <exception cref="RefusedInputException">The plan holds what cannot be.</exception>
    public static HarnessResults Of(HarnessPlan plan, VehicleSurvey survey, HazeLedger ledger, IReadOnlyList<Field> fields, bool isLive = false)
    {
        plan.Check();
        var figures = new HarnessFigures(plan, fields, ledger);
        var users = WireList.UsersOf(survey);
        bool Has(SensorUserKind kind) => users.Any(u => u.User.Kind == kind);
        var path = survey.Control.SignalPath ?? SignalPath.DirectFrequency;
        var extender = Has(SensorUserKind.Extender)
            ? RefusedInputException.Under("extender", () => (plan.Extender ?? new()).Of(survey.Engine.Cylinders, plan.Probed?.BatteryV))
            : null;
        var wires = Wires(plan, survey, extender?.Injectors ?? 0);
        var converter = Has(SensorUserKind.Analyser) || path == SignalPath.AnalyserVoltage ? WireSignalEvaluation.Converter(survey.Control) : null;
        var shared = WireSignalEvaluation.Shared(plan, figures, users, wires.List, survey.Control.InputLimitV);
        var supply = FeedEvaluation.Supply(
            plan,
            figures,
            wires.List,
            path == SignalPath.DirectFrequency && users.Count == 1 ? SupplyChoice.ControllerSupply : SupplyChoice.SwitchedFuse,
            survey.AtHand()
        );
        var meter = MeterEvaluation.Of(plan, figures, survey, path, wires.List, shared, supply);
        var results = new HarnessResults(
            wires,
            supply,
            FeedEvaluation.Ground(plan, converter, Has(SensorUserKind.Controller)),
            WireSignalEvaluation.Of(shared, figures, converter, isLive || MeterEvaluation.IsLive(meter)),
            PinsEvaluation.Of(plan, wires.List, meter),
            extender,
            Has(SensorUserKind.Gateway) ? (plan.Gateway ?? new()).Of() : null,
            [.. (plan.Sensors ?? []).Select((s, i) => s.Of(FormattableString.Invariant($"sensors[{i}]")))],
            meter,
            Sentence.Empty,
            Sentence.Empty,
            StationState.Empty,
            HarnessProgress.NotStarted.NextAction,
            figures.Assumed
        );
        if (results.Signal.IsLive)
        {
            // A live reading answers what its levels and edges are like.
            results = results with { Assumed = [.. figures.Assumed.Where(a => a.Field is not (HarnessFigures.SaturationPath or HarnessFigures.CablePath))] };
        }

        var progress = HarnessProgress.Of(plan, results);
        return results with
        {
            State = progress.State,
            NextAction = progress.NextAction,
            Headline = HarnessWords.Headline(plan, results, progress),
            Lead = HarnessWords.Lead(plan, results, progress),
        };
    }

    private static WiresPart Wires(HarnessPlan plan, VehicleSurvey survey, int injectors)
    {
        var listed = WireList.Of(survey, plan.Supply, plan.FeedAt, plan.Ground, plan.GroundAt, injectors);
        var wires = listed.Select((w, i) => PlannedWire.Of(i + 1, w, plan.NoteOf(w.Id))).ToList();
        List<string> forgotten = [.. (plan.Wires ?? []).Select(w => w.Wire!).Where(id => listed.All(w => w.Id != id)).Distinct(StringComparer.Ordinal)];
        var findings = wires
            .SelectMany(w => w.Findings)
            .Concat(
                (plan.Spares ?? [])
                    .Where(s => s.Treatment is null or SpareTreatment.LeftOpen)
                    .Select(s =>
                        new Finding("spare", Severity.Caution, $"{Wording.Begun(s.Name ?? "A spare wire")} is left open: tape its end and tie it back, or cut and seal it.").Of(
                            s.Id
                        )
                    )
            )
            .ToList();
        if (forgotten.Count > 0)
        {
            findings.Add(
                new(
                    "forgotten",
                    Severity.Info,
                    Sentence.Of($"Notes of wires that are no longer on the list are kept ({forgotten.Count:0}): name the user at Survey as before, and they stand here again.")
                )
            );
        }

        return new(wires, HarnessWords.BeforeWiring, plan.Spares ?? [], forgotten, [.. findings.OrderByDescending(f => f.Severity)]);
    }
}
