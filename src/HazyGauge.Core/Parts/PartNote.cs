namespace HazyGauge.Core.Parts;

/// <summary>How far a part has come.</summary>
public enum PartStatus
{
    /// <summary>It has to be bought or borrowed.</summary>
    Needed,

    /// <summary>It is ordered.</summary>
    Ordered,

    /// <summary>It has arrived.</summary>
    Arrived,

    /// <summary>It lies on the shelf.</summary>
    OnTheShelf,

    /// <summary>It is not needed after all.</summary>
    NotNeeded,
}

/// <summary>What somebody wrote down of a line of the buying list; what is left out stays as it was.</summary>
/// <param name="Item">The line.</param>
/// <param name="Status">How far it has come.</param>
/// <param name="Name">What it is called, for a line no station asks for.</param>
/// <param name="Quantity">How many.</param>
/// <param name="Price">What one costs, in the shop's money.</param>
/// <param name="Source">Where it comes from.</param>
public sealed record PartNote(string Item, PartStatus? Status = null, string? Name = null, double? Quantity = null, double? Price = null, string? Source = null);
