using HazyGauge.Core.Findings;

namespace HazyGauge.Web.Queries;

/// <summary>How much a page of a list holds.</summary>
internal static class PageSize
{
    /// <summary>What one holds where nobody asks for another size: about a screen more than is seen at once, and less than 50 kB.</summary>
    public const int Usual = 16;

    private const int Largest = 100;

    /// <summary>Refuses a size no page can have.</summary>
    /// <exception cref="RefusedInputException">It is none.</exception>
    public static void Check(int limit) => new InputCheck().Within(limit, 1, Largest, "limit", "limit").ThrowIfAny();
}
