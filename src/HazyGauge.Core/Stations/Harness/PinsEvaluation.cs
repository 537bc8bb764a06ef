using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Wiring.Connectors;
using HazyGauge.Core.Wiring.Meters;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>Counts to the pins, and says which terminals are proven to be seated.</summary>
internal static class PinsEvaluation
{
    /// <summary>The pins of a plan.</summary>
    /// <exception cref="RefusedInputException">A face cannot be, or has no such pin.</exception>
    public static PinsPart Of(HarnessPlan plan, IReadOnlyList<PlannedWire> wires, MeterPart meter)
    {
        var faces = (plan.Connectors ?? [])
            .Select((face, i) => face.Drawn(FormattableString.Invariant($"connectors[{i}]"), Wanted(plan, wires).Where(p => plan.Named(p.Connector) == face).Select(p => p.Pin)))
            .ToList();
        var twice = faces.SelectMany(face =>
            face.Pins.Where(p => !p.GaveWay)
                .GroupBy(p => p.Pin)
                .Where(g => g.Count() > 1)
                .Select(g => new Finding("twice", Severity.Stop, Sentence.Of($"Two wires go to pin {g.Key:0} of {face.Name}: one of them is counted wrong.")).Of(face.Id))
        );
        var notPutBack = (plan.Displaced ?? [])
            .Where(d => string.IsNullOrWhiteSpace(d.PutBack))
            .Select(d => new Finding("putBack", Severity.Caution, $"{Wording.Begun(d.Was ?? "Something")} gave way, and how to put it back is not said.").Of(d.Id));
        var seats = wires.Where(w => w.Seated is not null).Select(w => ProofOf(w, meter));
        var withoutCorners = (plan.Connectors ?? [])
            .Where(c => !c.HasCorners)
            .Select(c =>
                new Finding(
                    "corners",
                    Severity.Info,
                    $"{Wording.Begun(c.Name ?? "A connector")}: read the numbers molded at its corners, row by row, then its pins are counted."
                ).Of(c.Id)
            );
        return new(faces, [.. seats], [.. twice, .. notPutBack, .. withoutCorners]);
    }

    private static SeatProof ProofOf(PlannedWire wire, MeterPart meter)
    {
        var check = MeterSheet.ProofOf(wire.Wire);
        var line = meter.Lines.FirstOrDefault(l => l.Id == check);
        return new(wire.Wire.Id, wire.Number, wire.Seated == true, line?.Id, line?.Agrees);
    }

    // The pins that matter: those wires go to, and those something gave way at; each with where the plan says so.
    private static IEnumerable<(string? Connector, WantedPin Pin)> Wanted(HarnessPlan plan, IReadOnlyList<PlannedWire> wires)
    {
        for (var i = 0; i < (plan.Wires?.Count ?? 0); i++)
        {
            var note = plan.Wires![i];
            if (note.Pin is { } pin && wires.FirstOrDefault(w => w.Note == note) is { } wire)
            {
                yield return (note.Connector, new(pin, FormattableString.Invariant($"{wire.Number}: {wire.Wire.From}"), FormattableString.Invariant($"wires[{i}].pin"), false));
            }
        }

        for (var i = 0; i < (plan.Displaced?.Count ?? 0); i++)
        {
            var gone = plan.Displaced![i];
            if (gone.Pin is { } pin)
            {
                yield return (gone.Connector, new(pin, gone.Was?.Trim() ?? string.Empty, FormattableString.Invariant($"displaced[{i}].pin"), true));
            }
        }
    }
}
