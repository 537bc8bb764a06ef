using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Entries.Kinds;

/// <summary>What became of a line of the buying list: ordered, arrived, from the shelf, at what price.</summary>
public sealed class PartEntry : EntryKind<PartNote>
{
    /// <summary>Its name in addresses and documents.</summary>
    public const string Key = "part";

    private const int LongestText = 120;

    /// <inheritdoc/>
    public override string Slug => Key;

    /// <inheritdoc/>
    public override string Name => "Part";

    /// <inheritdoc/>
    public override string? AsksText => null;

    /// <inheritdoc/>
    public override IReadOnlyList<Field> Fields { get; } =
    [new FieldOf<PartNote>("quantity", "How many") { Min = 0.01, Max = 10000 }, new FieldOf<PartNote>("price", "The price") { Min = 0, Max = 1e6 }];

    /// <summary>The longest name of a line of the buying list, in characters.</summary>
    internal const int LongestItem = 60;

    /// <summary>What is said of a name that is none.</summary>
    public static readonly string NoItem = FormattableString.Invariant($"A line of the buying list is named in small letters, digits and dashes, at most {LongestItem}.");

    /// <summary>True for what can stand in an address.</summary>
    public static bool IsItem(string? item) => item is { Length: > 0 and <= LongestItem } && item.All(c => c is (>= 'a' and <= 'z') or (>= '0' and <= '9') or '-');

    /// <inheritdoc/>
    public override void Check(PartNote payload, EntryDraft draft, InputCheck check)
    {
        if (!IsItem(payload.Item))
        {
            check.Refuse("payload.item", NoItem);
        }

        foreach (var (text, path) in new[] { (payload.Name, "payload.name"), (payload.Source, "payload.source") })
        {
            if (text?.Length > LongestText || text?.Any(Letters.AreHidden) == true)
            {
                check.Refuse(path, $"This is longer than {LongestText} characters, or cannot be shown.");
            }
        }
    }

    /// <inheritdoc/>
    public override Sentence Summary(PartNote payload)
    {
        var status = payload.Status switch
        {
            PartStatus.Ordered => "ordered",
            PartStatus.Arrived => "arrived",
            PartStatus.OnTheShelf => "on the shelf",
            PartStatus.NotNeeded => "not needed",
            PartStatus.Needed => "needed",
            _ => "noted",
        };
        var price = payload.Price is { } cost ? FormattableString.Invariant($", {cost:0.##} each") : string.Empty;
        return $"{payload.Name ?? payload.Item.Replace('-', ' ')}: {status}{price}{(string.IsNullOrWhiteSpace(payload.Source) ? string.Empty : $", from {payload.Source}")}.";
    }
}
