using HazyGauge.Core.Haze;

namespace HazyGauge.Web.Stations;

/// <summary>A figure that differs between two documents of a station.</summary>
/// <param name="Field">Stable name for programs.</param>
/// <param name="Label">What the mechanic reads.</param>
/// <param name="From">The earlier figure.</param>
/// <param name="To">The later figure.</param>
public sealed record FigureChange(string Field, string Label, DocumentFigure From, DocumentFigure To)
{
    /// <summary>What differs, as far as it can be seen: two numbers that show the same digits are the same.</summary>
    internal static IReadOnlyList<FigureChange> Between(IEnumerable<DocumentFigure> from, IReadOnlyList<DocumentFigure> to)
    {
        var before = from.ToDictionary(f => f.Field, StringComparer.Ordinal);
        return [.. to.Where(f => Shown(before[f.Field]) != Shown(f)).Select(f => new FigureChange(f.Field, f.Label, before[f.Field], f))];
    }

    private static string Shown(DocumentFigure figure) => figure.Number is { } number
        ? HazyText.Number(number.Value, number.PlusMinus, figure.Unit is "factor" or "hertz" or "milliseconds" ? 3 : 1)
        : figure.Text ?? string.Empty;
}
