using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>
/// What the controllers that meter the engine's fuel come to together. Their order in the list says nothing: where two of them say different things, either the
/// rule names the careful one, or there is no answer.
/// </summary>
internal static class EngineControllers
{
    // Two answers that differ by less speak of one blend.
    private const double SameBlendPct = 0.5;

    /// <summary>The controllers that meter the engine's fuel.</summary>
    public static IEnumerable<ControllerOnBoard> Of(IReadOnlyList<ControllerOnBoard>? controllers) => (controllers ?? []).Where(c => c.Role == ControllerRole.Engine);

    /// <summary>True where one of them says that its numbers count ethanol.</summary>
    public static bool Correct(IReadOnlyList<ControllerOnBoard>? controllers) => Of(controllers).Any(c => c.SetsNumbers is not (null or NumbersBy.Nobody));

    /// <summary>
    /// Who sets the numbers that count ethanol. A box in the path corrects, whatever the engine's own controller does; of several that correct, the one that leaves
    /// least to type counts: what is typed in beside it would correct a second time.
    /// </summary>
    /// <param name="controllers">All controllers.</param>
    /// <param name="path">How the reading reaches what meters the fuel; null where nobody said.</param>
    public static NumbersBy SetBy(IReadOnlyList<ControllerOnBoard>? controllers, SignalPath? path)
    {
        var said = Of(controllers).Select(c => c.SetsNumbers).OfType<NumbersBy>().ToHashSet();
        return path == SignalPath.DisplayOnly ? NumbersBy.Nobody
            : said.Contains(NumbersBy.CalibratorsFile) ? NumbersBy.CalibratorsFile
            : said.Contains(NumbersBy.FixedBox) || path == SignalPath.InjectorExtender ? NumbersBy.FixedBox
            : said.Contains(NumbersBy.OwnTable) || said.Count == 0 ? NumbersBy.OwnTable
            : NumbersBy.Nobody;
    }

    /// <summary>True where more than one of them, or one beside a box in the path, corrects for ethanol.</summary>
    public static bool CorrectTwice(IReadOnlyList<ControllerOnBoard>? controllers, SignalPath? path)
    {
        var correcting = Of(controllers).Where(c => c.SetsNumbers is not (null or NumbersBy.Nobody)).ToList();
        return correcting.Count > 1 || (path == SignalPath.InjectorExtender && correcting.Any(c => c.SetsNumbers != NumbersBy.FixedBox));
    }

    /// <summary>The blends their maps were made on, the lowest first.</summary>
    public static IReadOnlyList<Hazy> Bases(IReadOnlyList<ControllerOnBoard>? controllers) =>
        [.. Of(controllers).Select(c => c.BaseEthanolPct).OfType<Hazy>().OrderBy(b => b.Value).ThenBy(b => b.StandardU)];

    /// <summary>True where answers to which blend one map was made on cannot all be right.</summary>
    public static bool Differ(IReadOnlyList<Hazy> bases) =>
        bases.Any(one => bases.Any(other => Math.Abs(one.Value - other.Value) > Math.Max(SameBlendPct, Interval95.HalfWidth(one - other))));

    /// <summary>The best known of several answers that agree; null where there is none.</summary>
    public static Hazy? Best(IReadOnlyList<Hazy> bases) => bases.OrderBy(b => b.StandardU).ThenBy(b => b.Value).Cast<Hazy?>().FirstOrDefault();
}
