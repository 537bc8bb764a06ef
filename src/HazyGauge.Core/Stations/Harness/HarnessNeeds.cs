using HazyGauge.Core.Parts;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Wiring.Supplies;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>What has to be bought for a harness.</summary>
internal static class HarnessNeeds
{
    // What is bought beyond what is cut (our own).
    private const double Spare = 1.1;

    /// <summary>The parts; none before anything was planned.</summary>
    public static IEnumerable<NeededPart> Of(HarnessPlan plan, HarnessResults results)
    {
        if (plan == new HarnessPlan())
        {
            yield break;
        }

        foreach (var group in results.Wires.List.Where(w => w.CutM is not null).GroupBy(w => w.AreaMm2).OrderBy(g => g.Key))
        {
            var metres = Math.Ceiling(Spare * group.Sum(w => w.CutM!.Value.Value) * 10) / 10;
            yield return new(
                FormattableString.Invariant($"wire-{ItemName.Of(group.Key.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture))}-mm2"),
                Sentence.Of($"Wire, {Say.Given(group.Key, Unit.SquareMillimetre)}, {Say.Of(metres, Unit.Metre, 1)}"),
                PartKind.Wiring,
                Sentence.Of($"For {Wording.Count(group.Count(), "wire")}, with a tenth to spare."),
                1,
                ["fit"]
            );
        }

        foreach (var part in Feed(plan, results))
        {
            yield return part;
        }

        if (plan.PullUpOhm is { } ohm)
        {
            yield return new("pull-up", Sentence.Of($"Resistor, {Say.Given(ohm.Value, Unit.Ohm)}, a quarter watt"), PartKind.Wiring, "Pull-up of the signal wire.", 1, ["fit"]);
        }

        foreach (var group in Named(results.Wires.List).GroupBy(n => ItemOf(n.Kind, n.Text), StringComparer.Ordinal))
        {
            yield return new(group.Key, group.First().Text.Trim(), PartKind.Wiring, Why(group.Select(n => n.Number)), group.Count(), ["fit"]);
        }

        foreach (
            var (joint, item, name) in new[]
            {
                (WireJoint.Crimped, "crimp-sleeve", "Crimp sleeve with its shrink"),
                (WireJoint.Soldered, "heat-shrink", "Heat-shrink for a soldered joint"),
                (WireJoint.PairedTerminals, "paired-terminals", "Pair of plug-in terminals"),
            }
        )
        {
            var count = results.Wires.List.Count(w => w.Note?.Joint == joint);
            if (count > 0)
            {
                yield return new(item, name, PartKind.Consumable, Why(results.Wires.List.Where(w => w.Note?.Joint == joint).Select(w => w.Number)), count, ["fit"]);
            }
        }

        if (results.Extender?.Extensions is { } extensions and > 0)
        {
            yield return new("injector-extension", "Extension for the extender's harness", PartKind.Wiring, "Injectors beyond its plugs.", extensions, ["fit"]);
        }
    }

    private static IEnumerable<NeededPart> Feed(HarnessPlan plan, HarnessResults results)
    {
        if (plan.Supply == SupplyChoice.SwitchedFuse)
        {
            var fuse = plan.FuseA ?? results.Supply.FuseToTakeA;
            yield return new(
                CommonParts.FuseHolder,
                CommonParts.FuseHolderName,
                PartKind.Wiring,
                string.IsNullOrWhiteSpace(plan.FeedAt) ? "Feeds sensor and boxes behind a fuse of their own." : $"Feeds sensor and boxes from {plan.FeedAt.Trim()}.",
                1,
                ["fit"]
            );
            if (fuse is { } ampere)
            {
                yield return new("small-fuse", Sentence.Of($"Fuse, {Say.Given(ampere, Unit.Ampere)}"), PartKind.Wiring, "For the new feed; one to spare.", 2, ["fit"]);
            }
        }
    }

    // Terminals, sleeves and grommets as they were named at the wires.
    private static IEnumerable<(string Kind, string Text, int Number)> Named(IEnumerable<PlannedWire> wires) =>
        wires
            .SelectMany(w =>
                new[] { ("terminal", w.Note?.Terminal), ("sleeve", w.Note?.Sleeve), ("grommet", w.Note?.Grommet) }.Select(named =>
                    (Kind: named.Item1, Text: named.Item2 ?? string.Empty, w.Number)
                )
            )
            .Where(named => ItemName.Of(named.Text).Length > 0);

    private static string ItemOf(string kind, string text)
    {
        const int Longest = 60;
        var item = $"{kind}-{ItemName.Of(text)}";
        return item.Length > Longest ? item[..Longest].TrimEnd('-') : item;
    }

    private static Sentence Why(IEnumerable<int> numbers) => Sentence.Of($"For wire {Sentence.Join(", ", numbers.Select(n => Sentence.Of($"{n:0}")))}.");
}
