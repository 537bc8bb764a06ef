using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Signal;

/// <summary>One that says what the one sensor reads now.</summary>
/// <param name="Name">What it is called, inside a sentence.</param>
/// <param name="SaysPct">What it says, % by volume.</param>
/// <param name="WithinPct">How far off it may be by itself, points: half of its steps, or its own 95 %; what the sensor is off they share.</param>
/// <param name="FedBy">How it gets the reading; null where it is measured.</param>
internal sealed record Witness(string Name, double SaysPct, double WithinPct, FedBy? FedBy = null)
{
    /// <summary>As it stands in a dispute.</summary>
    public DisputedReading Said => new(Name, SaysPct, WithinPct);
}

/// <summary>
/// Finds out whether what is known of the sensor can all be true. All of it counts alike and in any order: a better instrument does not win over a worse one, for it
/// may be on another wire, and the controller still gets what the worse one shows.
/// </summary>
internal static class SignalDisputes
{
    public const string ConvertersVolts = "the converter's voltage";

    /// <summary>The dispute, with what is to be said of it; null where all agree.</summary>
    /// <param name="measured">What was measured on the wire or behind a converter.</param>
    /// <param name="displays">What displays show.</param>
    /// <param name="survey">What is known of the vehicle; null where nothing is.</param>
    /// <param name="nothing">Volts behind a converter that a broken wire has too; null where the reading does not rest on such.</param>
    public static (Dispute Dispute, Finding Finding)? Among(IReadOnlyList<Witness> measured, IReadOnlyList<ShownDisplay> displays, VehicleSurvey? survey, Finding? nothing) =>
        OfOneDisplay(displays.FirstOrDefault(d => d.Problem?.Code == "shownDead"))
        ?? OfOneDisplay(displays.FirstOrDefault(d => d.Problem is { Code: not "shownAtTheEnd" }))
        ?? Misread(displays, survey)
        ?? OfSeveral([.. measured, .. displays.SelectMany(Witnesses)])
        // An end of the range beside a reading that is measured or was seen to leave has been compared with it already.
        ?? (
            displays.Any(d => d.Problem is null && d.Counting.Any(s => s.LeftWhenUnplugged == true)) ? null
            : nothing is not null
                ? (new Dispute([ConvertersVolts, "a broken wire"], nothing.Sentence, "Unplug the sensor with the key on, and see whether the voltage changes.", []), nothing)
            : measured.Count > 0 ? null
            : OfOneDisplay(displays.FirstOrDefault(d => d.Problem is not null))
        );

    /// <summary>The dispute between what was mixed and what is read.</summary>
    public static Dispute AgainstMixed(Hazy mixedPct, Hazy readPct, string restsOn, Finding finding) =>
        new(
            ["the last fill", restsOn],
            finding.Sentence,
            "Drive a little and read again.",
            [
                .. new[]
                {
                    new DisputedReading("the last fill", mixedPct.Value, Interval95.HalfWidth(mixedPct)),
                    new DisputedReading(restsOn, readPct.Value, Interval95.HalfWidth(readPct)),
                }.OrderBy(r => r.SaysPct),
            ]
        );

    private static (Dispute, Finding)? OfOneDisplay(ShownDisplay? display) =>
        display is { Problem: { } problem }
            ? (
                new(
                    problem.Against is { } against ? [display.By, against] : [display.By],
                    problem.Because,
                    problem.TellsApart,
                    problem.Against is null ? [.. Witnesses(display).Select(w => w.Said).OrderBy(r => r.SaysPct)] : []
                ),
                problem.Finding
            )
            : null;

    private static IEnumerable<Witness> Witnesses(ShownDisplay display) =>
        display.Counting.Select(s => new Witness(display.By, s.EthanolPct!.Value, ShownDisplay.HalfStep(s), s.FedBy ?? FedBy.Sensor));

    private static (Dispute, Finding)? OfSeveral(IReadOnlyList<Witness> witnesses)
    {
        var at = witnesses.Where(one => witnesses.Any(other => !ShownDisplay.Agree(one.SaysPct, one.WithinPct, other.SaysPct, other.WithinPct))).ToList();
        if (at.Count == 0)
        {
            return null;
        }

        at = [.. at.OrderBy(w => w.SaysPct).ThenBy(w => w.Name, StringComparer.OrdinalIgnoreCase)];
        var said = at.Select((w, i) => Sentence.Of($"{(i == 0 ? Wording.Begun(w.Name) : w.Name)} says {Say.Ethanol(w.SaysPct, 1)}")).ToList();
        var because = Sentence.Of($"{Sentence.Join(", ", said.SkipLast(1))} and {said[^1]}, all of one sensor. They cannot all be right, so none of them counts.");
        Sentence tellsApart =
            at.Any(w => w.FedBy == FedBy.Analyser) ? "Look at the converter's two points and at the input's scaling."
            : at.Any(w => w.FedBy == FedBy.Controller) ? "Look at the scaling of the controller's input: its full scale must stand at 100."
            : at.All(w => w.FedBy is null) ? "Measure both at the same moment, on the same wire."
            : "Read all at the same moment; if it stays, look at pull-up and ground of the one that is off.";
        var code = at.All(w => w.FedBy is not null) ? "shownDisagree" : "shownDisagrees";
        return (new([.. at.Select(w => w.Name)], because, tellsApart, [.. at.Select(w => w.Said)]), new(code, Severity.Caution, because + tellsApart));
    }

    // A controller whose input is scaled wrongly shows another blend than the sensor says, however well it shows it.
    private static (Dispute, Finding)? Misread(IReadOnlyList<ShownDisplay> displays, VehicleSurvey? survey)
    {
        if (survey is null)
        {
            return null;
        }

        foreach (var (display, shown) in displays.SelectMany(d => d.Counting.Select(s => (d, s))))
        {
            if (InputScaling.Of(survey, display.By, shown.FedBy) is { } scaling && scaling.MeansPct(shown.EthanolPct!.Value) is var means)
            {
                var meant = means is { } pct ? Sentence.Of($"what it shows as {Say.Ethanol(shown.EthanolPct.Value, 1)} is {Say.Ethanol(pct, 0)}") : "what it shows says nothing";
                if (means is { } known && ShownDisplay.Agree(known, 0, shown.EthanolPct.Value, 0))
                {
                    continue;
                }

                var because = Sentence.Of($"{Wording.Begun(display.By)} reads the sensor by a wrong scaling: {meant}.");
                Sentence tellsApart = "Set the input's scaling right, read it back, and read the display again.";
                return (new([display.By, "the scaling of its input"], because, tellsApart, []), new("shownMisread", Severity.Caution, because + tellsApart));
            }
        }

        return null;
    }
}
