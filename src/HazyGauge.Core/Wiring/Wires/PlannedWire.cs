using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing.Mounting;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Wiring.Supplies;

namespace HazyGauge.Core.Wiring.Wires;

/// <summary>A wire of the list with what is known of it.</summary>
/// <param name="Number">Its number on the sheet.</param>
/// <param name="Wire">Where it goes.</param>
/// <param name="CutM">To cut, with slack, m; null where its way was not measured.</param>
/// <param name="AreaMm2">Cross section, mm2.</param>
/// <param name="AreaAssumed">True where that is the usual one.</param>
/// <param name="Note">What is known of it; null where nothing is.</param>
/// <param name="Seated">True where its terminal is seated by hand and eye; null where it goes to no pin.</param>
/// <param name="Findings">What to mind.</param>
public sealed record PlannedWire(int Number, ListedWire Wire, Hazy? CutM, double AreaMm2, bool AreaAssumed, WireNote? Note, bool? Seated, IReadOnlyList<Finding> Findings)
{
    /// <summary>A wire with its note.</summary>
    public static PlannedWire Of(int number, ListedWire wire, WireNote? note)
    {
        Hazy? cut = note?.LengthM is { } length ? length + ((note.SlackMm ?? WireNote.UsualSlackMm) / 1000) : null;
        return new(number, wire, cut, note?.AreaMm2 ?? WireNote.UsualAreaMm2, note?.AreaMm2 is null, note, note?.Pin is null ? null : note.IsSeated, [.. Said(number, wire, note)]);
    }

    /// <summary>Resistance from end to end at room temperature, Ohm; null where its length is not known.</summary>
    public Hazy? Ohm => CutM is { } cut ? CopperWire.Milliohm<Hazy>(cut, AreaMm2, 20) / 1000 : null;

    private static IEnumerable<Finding> Said(int number, ListedWire wire, WireNote? note)
    {
        Sentence which = Sentence.Of($"Wire {number:0} ({wire.From} to {wire.To}):");
        foreach (
            var (code, given, least, what, cure) in new[]
            {
                ("hot", note?.HotMm, KeptAway.HotMm, "a hot part", "Take another way, or a heat sleeve."),
                ("moving", note?.MovingMm, KeptAway.MovingMm, "a moving part", "Take another way, or tie it back."),
                (
                    "highVoltage",
                    note?.HighVoltageMm,
                    KeptAway.HighVoltageMm,
                    "ignition or high voltage",
                    "Take another way: it couples into the signal. High voltage is for whoever is licensed for it."
                ),
            }
        )
        {
            if (given is { } mm && mm < least)
            {
                yield return new Finding(
                    code,
                    Severity.Caution,
                    which + Sentence.Of($"{Say.Given(mm, Unit.Millimetre)} from {what}, and {Say.Given(least, Unit.Millimetre)} are wanted. {cure}")
                ).Of(wire.Id);
            }
        }

        if (note?.Joint == WireJoint.PiercingTap)
        {
            yield return new Finding(
                "tap",
                Severity.Caution,
                which + "a piercing tap often sits beside the copper, and lets water in. Crimp and sleeve it, solder it, or take paired terminals."
            ).Of(wire.Id);
        }

        if (note?.Joint == WireJoint.SqueezeSplice)
        {
            yield return new Finding(
                "squeeze",
                Severity.Info,
                which + "a squeeze splice holds where it is made for this size of wire, filled against water, and squeezed flat. Tug each wire by itself."
            ).Of(wire.Id);
        }

        if (note is { Pin: not null, IsSeated: false } && new[] { note.Clicked, note.Locked, note.Tugged }.Any(done => done == false))
        {
            yield return new Finding(
                "seat",
                Severity.Caution,
                which + "its terminal is not seated. Take it out, look at its barb, push it in until it clicks, close the lock, tug."
            ).Of(wire.Id);
        }
    }
}
