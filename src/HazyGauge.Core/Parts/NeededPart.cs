using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Parts;

/// <summary>What kind of thing has to be there.</summary>
public enum PartKind
{
    /// <summary>A part that stays on the vehicle.</summary>
    Part,

    /// <summary>Wire, terminals, fuse holders, sleeves.</summary>
    Wiring,

    /// <summary>What is used up.</summary>
    Consumable,

    /// <summary>A tool.</summary>
    Tool,

    /// <summary>An instrument, bought or borrowed.</summary>
    Instrument,
}

/// <summary>Something a station needs on this job.</summary>
/// <param name="Item">Its name in addresses: the same item from two stations is one line.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Kind">What kind of thing it is.</param>
/// <param name="Why">What it is for.</param>
/// <param name="Quantity">How many.</param>
/// <param name="HoldsUp">Stations that wait for it, by slug.</param>
/// <param name="Price">What one costs by the catalog, until somebody writes down what it did.</param>
public sealed record NeededPart(string Item, Sentence Name, PartKind Kind, Sentence Why, double Quantity = 1, IReadOnlyList<string>? HoldsUp = null, double? Price = null)
{
    /// <summary>The name it had before it was named by what it is; what was noted under that still belongs to it. Null for none.</summary>
    public string? FormerItem { get; init; }
}
