using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Vehicles;

/// <summary>What stands in where an answer is missing: a typical figure, or words where it is none.</summary>
/// <param name="Words">In words; null for a figure.</param>
/// <param name="Value">The figure; null for words.</param>
/// <param name="Unit">What it is measured in.</param>
/// <param name="PlusMinusPct">How far off it may be, % of it; null where it is a usual figure without haze.</param>
/// <param name="PlusMinus">How far off it may be, in its unit, where that is not said as a share of it.</param>
public sealed record Assumption(string? Words = null, double? Value = null, Unit? Unit = null, double? PlusMinusPct = null, double? PlusMinus = null);

/// <summary>A figure that had to be assumed.</summary>
/// <param name="Field">The answer it stands for: a path into the survey, or into the plan.</param>
/// <param name="Label">What it is.</param>
/// <param name="Used">What stands in.</param>
public sealed record AssumedFigure(string Field, string Label, Assumption Used)
{
    /// <summary>What was assumed, in the order it was needed.</summary>
    internal static IReadOnlyList<AssumedFigure> Listed(IReadOnlyDictionary<string, Assumption> assumed) =>
        [.. assumed.Select(a => new AssumedFigure(a.Key, LabelOf(a.Key), a.Value))];

    private static string LabelOf(string path) => (VehicleFields.Find(path) ?? FullLoad.Fields.Concat(HotDrive.Fields).FirstOrDefault(f => f.Path == path))?.Label ?? path;
}
