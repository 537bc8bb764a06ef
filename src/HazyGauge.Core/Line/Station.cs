namespace HazyGauge.Core.Line;

/// <summary>A station of the line, from tank to engine.</summary>
/// <param name="Slug">Its name in addresses.</param>
/// <param name="Name">Its name on the screen.</param>
/// <param name="Question">The question it answers.</param>
/// <param name="Built">False where the station cannot be worked at yet.</param>
public sealed record Station(string Slug, string Name, string Question, bool Built)
{
    /// <summary>Slug of the Survey station.</summary>
    public const string SurveySlug = "survey";

    /// <summary>Slug of the Capacity station.</summary>
    public const string CapacitySlug = "capacity";

    /// <summary>Slug of the Signal station.</summary>
    public const string SignalSlug = "signal";

    /// <summary>Slug of the Compensate station.</summary>
    public const string CompensateSlug = "compensate";

    /// <summary>The ten stations in the order of the work.</summary>
    public static readonly IReadOnlyList<Station> All =
    [
        new(SurveySlug, "Survey", "What is on the vehicle, and can it be converted?", true),
        new(CapacitySlug, "Capacity", "Can pump, lines and injectors carry it, and does the fuel boil?", true),
        new("route", "Route", "Where does the sensor go, and with which fittings?", false),
        new("harness", "Harness", "Which wire goes where, and what should the meter read?", false),
        new("fit", "Fit", "Which steps, in which safe order?", false),
        new(SignalSlug, "Signal", "Is the sensor's output real, what does it say, and how sure is that?", true),
        new("blend", "Blend", "What goes into the tank, and what should the sensor read afterwards?", false),
        new(CompensateSlug, "Compensate", "Which numbers go into the controller?", true),
        new("prove", "Prove", "Is it proven: no leak, a believable reading, the right lambda, no knock?", false),
        new("handover", "Hand over", "What do owner and next technician get?", false),
    ];

    /// <summary>The station with this slug; null where there is none.</summary>
    public static Station? Find(string slug) => All.FirstOrDefault(s => string.Equals(s.Slug, slug, StringComparison.Ordinal));
}

/// <summary>How far the work at a station has come.</summary>
public enum StationState
{
    /// <summary>Nothing saved yet.</summary>
    Empty,

    /// <summary>Something saved, its question not answered yet.</summary>
    InWork,

    /// <summary>Its question is answered.</summary>
    Proven,

    /// <summary>What was saved forbids to go on.</summary>
    Hold,
}
