using System.Text.Json;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Wiring.Meters;

/// <summary>What the meter did show at a check of the sheet.</summary>
/// <param name="Check">The check, by its id.</param>
/// <param name="Read">What it showed, in the check's unit.</param>
/// <param name="Id">Its id.</param>
/// <param name="Given">Who gave it and when.</param>
public sealed record MeterEntry(string? Check = null, Hazy? Read = null, string? Id = null, Given? Given = null);

/// <summary>A check of the sheet.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Mode">How the meter is set.</param>
/// <param name="Probes">Where the probes go, and in which state.</param>
/// <param name="Expected">What it should show.</param>
/// <param name="Low">Lowest that is right.</param>
/// <param name="High">Highest that is right.</param>
/// <param name="Unit">What it is measured in.</param>
/// <param name="MissMeans">What a miss most likely means.</param>
/// <param name="Read">What it did show; null where nobody read it.</param>
/// <param name="Agrees">True where that is right; null likewise.</param>
public sealed record MeterLine(
    string Id,
    string Name,
    MeterMode Mode,
    Sentence Probes,
    Hazy Expected,
    double Low,
    double High,
    Unit Unit,
    Sentence MissMeans,
    Hazy? Read,
    bool? Agrees
);

/// <summary>The checks of a harness that can be made with what is at hand, and what came of them.</summary>
public static class MeterSheet
{
    // Leads, terminals and joints of a wire that is whole, Ohm (our own).
    private const double WholeWithinOhm = 0.5;

    /// <summary>The sheet.</summary>
    /// <param name="expectations">What the meter should show along the path.</param>
    /// <param name="wires">The wires.</param>
    /// <param name="atHand">What there is to measure with.</param>
    /// <param name="entries">What was read.</param>
    public static IReadOnlyList<MeterLine> Of(
        IEnumerable<MeterExpectation> expectations,
        IEnumerable<PlannedWire> wires,
        InstrumentsAtHand atHand,
        IReadOnlyList<MeterEntry> entries
    )
    {
        var read = entries
            .Where(e => e is { Check: not null, Read: not null })
            .GroupBy(e => e.Check!, StringComparer.Ordinal)
            .ToDictionary(g => g.Key, Latest, StringComparer.Ordinal);
        MeterLine Line(string id, string name, MeterMode mode, Sentence probes, Hazy expected, double low, double high, Unit unit, Sentence missMeans) =>
            read.TryGetValue(id, out var last) && Furthest(last, low, high) is var showed
                ? new(id, name, mode, probes, expected, low, high, unit, missMeans, showed, showed.Value >= low && showed.Value <= high)
                : new(id, name, mode, probes, expected, low, high, unit, missMeans, null, null);
        var continuity = atHand.Allow(Instrument.VoltsAndContinuity)
            ? wires
                .Where(w => ProofOf(w.Wire) == OfWire(w.Wire))
                .Select(w =>
                    Line(
                        OfWire(w.Wire),
                        FormattableString.Invariant($"Wire {w.Number} end to end"),
                        MeterMode.Continuity,
                        Ends(w),
                        w.Ohm ?? 0,
                        0,
                        (w.Ohm?.Value ?? 0) + WholeWithinOhm,
                        Unit.Ohm,
                        "No beep, or much: a terminal that is not seated, a joint beside the copper, or the wrong pin. Count again."
                    )
                )
            : [];
        return [.. continuity, .. expectations.Select(e => Line(IdOf(e.Check), NameOf(e.Check), e.Mode, e.Probes, e.Expected, e.Low, e.High, UnitOf(e.Mode), e.MissMeans))];
    }

    /// <summary>The id of the check that proves a wire; null where none does: an injector's is proven by seeing it active.</summary>
    public static string? ProofOf(ListedWire wire) =>
        wire.Role switch
        {
            WireRole.Injector => null,
            WireRole.Supply when wire.User is null => IdOf(HarnessCheck.Supply),
            WireRole.Ground when wire.User is null => IdOf(HarnessCheck.GroundDrop),
            _ => OfWire(wire),
        };

    // What was read last; where nothing says which that is, all that may be it.
    private static List<Hazy> Latest(IEnumerable<MeterEntry> entries)
    {
        var all = entries.ToList();
        var last = all.Max(e => e.Given?.At ?? DateTimeOffset.MaxValue);
        return [.. all.Where(e => (e.Given?.At ?? DateTimeOffset.MaxValue) == last).Select(e => e.Read!.Value)];
    }

    // Of several that may be the last, the one furthest off: a miss is not outvoted.
    private static Hazy Furthest(IEnumerable<Hazy> read, double low, double high) =>
        read.OrderByDescending(v => Math.Abs(v.Value - ((low + high) / 2))).ThenBy(v => v.Value).First();

    private static string OfWire(ListedWire wire) => $"wire-{wire.Id}";

    private static string IdOf(HarnessCheck check) => JsonNamingPolicy.CamelCase.ConvertName(check.ToString());

    private static Sentence Ends(PlannedWire wire)
    {
        var far = wire.Note is { Pin: { } pin }
            ? FormattableString.Invariant($"{wire.Wire.To}{(string.IsNullOrWhiteSpace(wire.Note.Connector) ? string.Empty : $", {wire.Note.Connector.Trim()}")}, pin {pin}")
            : wire.Wire.To;

        // A wire that begins at a joint is measured through that joint.
        return $"One probe at: {(wire.Wire.Role == WireRole.Signal ? "Sensor, signal" : wire.Wire.From)}. The other at: {far}. Battery disconnected, both plugs off. A "
            + $"beep alone counts as 0.";
    }

    private static string NameOf(HarnessCheck check) =>
        check switch
        {
            HarnessCheck.Supply => "Supply at the sensor",
            HarnessCheck.GroundDrop => "Drop of its ground",
            HarnessCheck.PullUp => "Pull-up",
            HarnessCheck.AverageVolts => "Average of the square wave",
            HarnessCheck.Frequency => "Frequency",
            HarnessCheck.ConverterVolts => "Behind the signal converter",
            HarnessCheck.BusTermination => "Termination of the bus",
            _ => throw new ArgumentOutOfRangeException(nameof(check), check, null),
        };

    private static Unit UnitOf(MeterMode mode) =>
        mode switch
        {
            MeterMode.DcVolts => Unit.Volt,
            MeterMode.Frequency => Unit.Hertz,
            MeterMode.Ohms or MeterMode.Continuity => Unit.Ohm,
            _ => throw new ArgumentOutOfRangeException(nameof(mode), mode, null),
        };
}
