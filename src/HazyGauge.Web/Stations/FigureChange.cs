using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;

namespace HazyGauge.Web.Stations;

/// <summary>A figure that differs between two documents of a station.</summary>
/// <param name="Field">Stable name for programs.</param>
/// <param name="Label">What the mechanic reads.</param>
/// <param name="From">The earlier figure.</param>
/// <param name="To">The later figure.</param>
public sealed record FigureChange(string Field, string Label, Figure From, Figure To)
{
    /// <summary>What differs, as far as it can be seen: two numbers that show the same digits are the same.</summary>
    internal static IReadOnlyList<FigureChange> Between(IEnumerable<Figure> from, IReadOnlyList<Figure> to)
    {
        var before = from.ToDictionary(f => f.Field, StringComparer.Ordinal);
        return [.. to.Where(f => before.TryGetValue(f.Field, out var then) && Shown(then) != Shown(f)).Select(f => new FigureChange(f.Field, f.Label, before[f.Field], f))];
    }

    private static string Shown(Figure figure) =>
        figure.Number is { } number
            ? HazyText.Number(number.Value, Interval95.HalfWidth(number), figure.Unit is Unit.None or Unit.Hertz or Unit.Milliseconds ? 3 : 1)
            : figure.Text ?? string.Empty;
}
