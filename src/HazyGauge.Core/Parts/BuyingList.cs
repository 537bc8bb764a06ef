using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Parts;

/// <summary>What a line is for.</summary>
/// <param name="Station">The station that needs it, by slug.</param>
/// <param name="Why">What for.</param>
public sealed record PartUse(string Station, Sentence Why);

/// <summary>A line of the buying list.</summary>
/// <param name="Item">Its name in addresses.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Kind">What kind of thing it is.</param>
/// <param name="Quantity">How many.</param>
/// <param name="For">What for; empty for a line somebody added.</param>
/// <param name="HoldsUp">Stations that wait for it, by slug; none once it is there.</param>
/// <param name="Status">How far it has come.</param>
/// <param name="Price">What one costs; null where nobody wrote it down.</param>
/// <param name="Source">Where it comes from.</param>
/// <param name="Author">Who wrote of it last; null where nobody did.</param>
/// <param name="At">When.</param>
public sealed record BuyingLine(
    string Item,
    Sentence Name,
    PartKind Kind,
    double Quantity,
    IReadOnlyList<PartUse> For,
    IReadOnlyList<string> HoldsUp,
    PartStatus Status,
    double? Price,
    string? Source,
    string? Author,
    DateTimeOffset? At
)
{
    /// <summary>True while it still has to come.</summary>
    public bool IsOpen => Status is PartStatus.Needed or PartStatus.Ordered;
}

/// <summary>Puts together what the stations of a job need, and what was written down of it.</summary>
public static class BuyingList
{
    /// <summary>The lines: what is open first, then by kind and name.</summary>
    /// <param name="needed">What every station needs, by its slug.</param>
    /// <param name="notes">What was written down, the oldest first.</param>
    public static IReadOnlyList<BuyingLine> Of(IEnumerable<(string Station, NeededPart Part)> needed, IEnumerable<(PartNote Note, string Author, DateTimeOffset At)> notes)
    {
        var renamed = needed
            .Where(n => n.Part.FormerItem is not null)
            .GroupBy(n => n.Part.FormerItem!, StringComparer.Ordinal)
            .ToDictionary(g => g.Key, g => g.First().Part.Item, StringComparer.Ordinal);
        var written = notes
            .GroupBy(n => renamed.GetValueOrDefault(n.Note.Item, n.Note.Item), StringComparer.Ordinal)
            .ToDictionary(g => g.Key, g => g.ToList(), StringComparer.Ordinal);
        var asked = needed.GroupBy(n => n.Part.Item, StringComparer.Ordinal).ToDictionary(g => g.Key, g => g.ToList(), StringComparer.Ordinal);
        return
        [
            .. asked
                .Keys.Union(written.Keys, StringComparer.Ordinal)
                .Select(item => Line(item, asked.GetValueOrDefault(item) ?? [], written.GetValueOrDefault(item) ?? []))
                .OrderByDescending(l => l.IsOpen)
                .ThenBy(l => l.Kind)
                .ThenBy(l => l.Name.Text, StringComparer.OrdinalIgnoreCase),
        ];
    }

    private static BuyingLine Line(string item, IReadOnlyList<(string Station, NeededPart Part)> asked, IReadOnlyList<(PartNote Note, string Author, DateTimeOffset At)> notes)
    {
        T? Last<T>(Func<PartNote, T?> of)
            where T : struct => notes.Select(n => of(n.Note)).LastOrDefault(v => v is not null);
        string? Words(Func<PartNote, string?> of) => notes.Select(n => of(n.Note)).LastOrDefault(v => !string.IsNullOrWhiteSpace(v))?.Trim();
        var status = Last(n => n.Status) ?? PartStatus.Needed;
        var isOpen = status is PartStatus.Needed or PartStatus.Ordered;
        return new BuyingLine(
            item,
            Words(n => n.Name) is { } said ? said
                : asked.Count > 0 ? asked[0].Part.Name
                : item,
            asked.Count > 0 ? asked[0].Part.Kind : PartKind.Part,
            Last(n => n.Quantity) ?? asked.Select(a => a.Part.Quantity).DefaultIfEmpty(1).Max(),
            [.. asked.Select(a => new PartUse(a.Station, a.Part.Why))],
            isOpen ? [.. asked.SelectMany(a => a.Part.HoldsUp ?? [a.Station]).Distinct(StringComparer.Ordinal)] : [],
            status,
            Last(n => n.Price) ?? asked.Select(a => a.Part.Price).FirstOrDefault(p => p is not null),
            Words(n => n.Source),
            notes.Count > 0 ? notes[^1].Author : null,
            notes.Count > 0 ? notes[^1].At : null
        );
    }
}
