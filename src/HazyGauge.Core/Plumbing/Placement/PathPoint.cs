using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Plumbing.Placement;

/// <summary>What stands on the fuel's path.</summary>
public enum PathPointKind
{
    /// <summary>The tank.</summary>
    Tank,

    /// <summary>The pump or pumps.</summary>
    Pump,

    /// <summary>The filter.</summary>
    Filter,

    /// <summary>The line to the engine.</summary>
    Feed,

    /// <summary>A joint somebody found: the sensor could go there.</summary>
    Joint,

    /// <summary>The pump of the high-pressure side.</summary>
    HighPressurePump,

    /// <summary>The rail.</summary>
    Rail,

    /// <summary>The regulator.</summary>
    Regulator,

    /// <summary>The line back to the tank.</summary>
    Return,
}

/// <summary>A point of the fuel's path, in the order the fuel passes it.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Name">What it is called, as it was surveyed where somebody did.</param>
/// <param name="IsBack">True on the way back to the tank.</param>
/// <param name="Places">Sensors that could go there.</param>
/// <param name="IsKnown">False where nobody looked and the usual stands in.</param>
public sealed record PathPoint(PathPointKind Kind, string Name, bool IsBack, IReadOnlyList<SensorPlace> Places, bool IsKnown)
{
    /// <summary>The path of a vehicle.</summary>
    public static IReadOnlyList<PathPoint> Of(VehicleSurvey survey)
    {
        var fuel = survey.FuelSystem;
        var points = new List<PathPoint>
        {
            new(PathPointKind.Tank, "Tank", false, [], true),
            new(PathPointKind.Pump, survey.Pump.Count is > 1 and var count ? FormattableString.Invariant($"{count} pumps") : "Pump", false, [], survey.Pump.Count is not null),
            new(PathPointKind.Filter, fuel.Filter ?? "Filter", false, [], fuel.Filter is not null),
            new(PathPointKind.Feed, "Feed", false, [SensorPlace.Feed, SensorPlace.Bypass], true),
        };
        points.AddRange(Joints(survey, LineName.Feed, false));
        if (fuel.IsDirect)
        {
            points.Add(new(PathPointKind.HighPressurePump, "High-pressure pump", false, [], true));
        }

        points.Add(new(PathPointKind.Rail, "Rail", false, [], true));
        if (fuel.Line is FuelLine.Return or null)
        {
            points.Add(new(PathPointKind.Regulator, "Regulator", true, [], fuel.Line is not null));
            points.AddRange(Joints(survey, LineName.Return, true));
            points.Add(new(PathPointKind.Return, "Return", true, [SensorPlace.Return], fuel.Line is not null));
        }

        return points;
    }

    private static IEnumerable<PathPoint> Joints(VehicleSurvey survey, LineName line, bool isBack) =>
        (survey.FuelSystem.Joints ?? [])
            .Where(j => (j.Line ?? LineName.Feed) == line)
            .Select(j => new PathPoint(PathPointKind.Joint, j.Place ?? "Joint", isBack, IsQuickConnect(j) ? [SensorPlace.Loop] : [], j.Line is not null));

    // What holds a joint that is pulled apart by hand, as people write it.
    private static readonly string[] Retainers = ["ring", "tab", "slide", "lock", "clip", "quick", "button", "collar"];

    /// <summary>The joints that are pulled apart by hand, in the order the fuel passes them; one in a return there is none of cannot be meant.</summary>
    internal static IEnumerable<Joint> QuickConnects(VehicleSurvey survey) =>
        (survey.FuelSystem.Joints ?? [])
            .Where(j => IsQuickConnect(j) && (j.Line != LineName.Return || survey.FuelSystem.Line is FuelLine.Return or null))
            .OrderBy(j => j.Line == LineName.Return);

    // True for a joint that is pulled apart by hand: what was written of how it is held says so.
    private static bool IsQuickConnect(Joint joint) => joint.Retainer is { } held && Retainers.Any(r => held.Contains(r, StringComparison.OrdinalIgnoreCase));
}
