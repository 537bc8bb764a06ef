using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>The answers of a survey and the figures of full load as sources of doubt.</summary>
public static class SurveyedSources
{
    /// <summary>An answer that was given with its doubt.</summary>
    /// <param name="field">The answer, as a path into the survey or by its name in a plan.</param>
    public static HazeSource Measured(string field) => new(field, LabelOf(field));

    /// <summary>What a figure is called; its field where it has no name.</summary>
    internal static string LabelOf(string field) => SurveyQuestions.Find(field)?.Label ?? FullLoadQuestions.Find(field)?.Label ?? SourceCatalogue.Find(field, 0).Label;

    /// <summary>What would clear the doubt of a typical figure.</summary>
    /// <exception cref="InvalidOperationException">Nobody asks for it.</exception>
    internal static HazeCheck CheckOf(string field) =>
        SurveyQuestions.Find(field) is { } asked ? new(asked.HowTo, asked.LeftOfDoubt)
        : FullLoadQuestions.Find(field) is { } figure ? new(figure.HowTo, figure.LeftOfDoubt)
        : throw new InvalidOperationException($"Nobody asks for {field}.");
}
