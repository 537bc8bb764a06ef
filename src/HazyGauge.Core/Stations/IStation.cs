using HazyGauge.Core.Fields;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations;

/// <summary>A station of the line, whatever its plan and results are. Stations are written as <see cref="Station{TPlan,TResults}"/>.</summary>
public interface IStation
{
    /// <summary>Its name in addresses.</summary>
    string Slug { get; }

    /// <summary>Its name on the screen.</summary>
    string Name { get; }

    /// <summary>The question it answers.</summary>
    string Question { get; }

    /// <summary>Stations whose published results it reads, by slug.</summary>
    IReadOnlyList<string> DependsOn { get; }

    /// <summary>True where what it publishes is what the sensor reads on this vehicle: the bay and the sight glass show it.</summary>
    bool ReadsSensor { get; }

    /// <summary>What it asks for.</summary>
    IReadOnlyList<Field> Fields { get; }

    /// <summary>Kinds of entries that change what it comes to, by slug: an entry of one has it evaluated anew.</summary>
    IReadOnlyList<string> ReadsEntries { get; }

    /// <summary>The words of a plan that somebody may look for.</summary>
    IReadOnlyList<PlanText> Texts(object plan);

    /// <summary>Lists of its plan whose things carry ids.</summary>
    IReadOnlyList<IdentifiedList> Identified { get; }

    /// <summary>Readings of its plan that are no things of a list.</summary>
    IReadOnlyList<SingleReading> SingleReadings { get; }

    /// <summary>What of it can be signed, measured or checked by name, each under the id it keeps.</summary>
    IReadOnlyList<NamedThing> Things(object plan, object results);

    /// <summary>What its page says beside its results, by name; where a number stands, its name stands in braces.</summary>
    IReadOnlyDictionary<string, string> PageWords { get; }

    /// <summary>True where it reads the whole job instead of single stations.</summary>
    bool ReadsSoFar { get; }

    /// <summary>Type of what it publishes; null where it publishes nothing.</summary>
    Type? Publishes { get; }

    /// <summary>How it stands before anything was saved.</summary>
    StationProgress NotStarted { get; }

    /// <summary>Type of its plan.</summary>
    Type PlanType { get; }

    /// <summary>Type of its results.</summary>
    Type ResultsType { get; }

    /// <summary>A plan nobody has filled in.</summary>
    object EmptyPlan { get; }

    /// <summary>The source of a number of a plan that names none itself.</summary>
    /// <param name="path">Where it stands in the plan.</param>
    /// <param name="u">Its standard uncertainty.</param>
    HazeSource SourceOf(string path, double u);

    /// <summary>Files a plan rests on.</summary>
    IReadOnlyList<NeededFile> Files(object plan);

    /// <summary>What a plan comes to.</summary>
    /// <exception cref="Findings.RefusedInputException">The plan holds what cannot be.</exception>
    Evaluated Evaluate(object plan, StationContext context);

    /// <summary>What a plan came to by the record, for where it cannot be evaluated any more.</summary>
    Evaluated FromRecord(object plan, object results);

    /// <summary>The figures of a saved document that a mechanic would act on, in the order they are read.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="results">What it came to; null where that cannot be read any more.</param>
    IReadOnlyList<Figure> Figures(object plan, object? results);

    /// <summary>Paths of a plan that hold for this one vehicle alone; null where all of it does.</summary>
    IReadOnlyList<string>? OnlyThisVehicle { get; }

    /// <summary>Paths of a plan that a template leaves out beside those: what was found, read or measured, and what differs by year, option or gearbox. A path through a
    /// list is written users[].pairing.</summary>
    IReadOnlyList<string> NotInTemplate { get; }

    /// <summary>The results as the record keeps them: without drawings, which come again from the plan.</summary>
    object ForRecord(object results);
}

/// <summary>What a plan came to.</summary>
/// <param name="Plan">The plan.</param>
/// <param name="Stamps">What the program itself puts into the document, by path.</param>
/// <param name="Results">The results.</param>
/// <param name="Published">What other stations may read; null where there is nothing to read yet.</param>
/// <param name="Progress">How far the station has come.</param>
/// <param name="Summary">It in one line.</param>
/// <param name="Findings">What it noticed, the gravest first.</param>
/// <param name="Needs">What has to be bought or borrowed for it.</param>
public sealed record Evaluated(
    object Plan,
    IReadOnlyDictionary<string, string> Stamps,
    object Results,
    object? Published,
    StationProgress Progress,
    Sentence Summary,
    IReadOnlyList<Findings.Finding> Findings,
    IReadOnlyList<NeededPart> Needs
);

/// <summary>A thing of a station that entries may belong to.</summary>
/// <param name="Id">Its id, which it keeps through every edit.</param>
/// <param name="Name">What it is called now.</param>
public sealed record NamedThing(string Id, string Name);

/// <summary>Words of a plan, as they are found again.</summary>
/// <param name="Path">Where they stand in the plan.</param>
/// <param name="Label">What they are called.</param>
/// <param name="Text">The words.</param>
public sealed record PlanText(string Path, string Label, string Text);

/// <summary>A figure of a document, for setting two side by side.</summary>
/// <param name="Field">Stable name for programs.</param>
/// <param name="Label">What the mechanic reads.</param>
/// <param name="Text">The figure in words; null where it is a number.</param>
/// <param name="Number">The figure as a number with its haze; null where it is words.</param>
/// <param name="Unit">What the number is measured in.</param>
public sealed record Figure(string Field, string Label, string? Text = null, Hazy? Number = null, Unit? Unit = null)
{
    /// <summary>A number, or words where there is none.</summary>
    public static Figure Of(string field, string label, Hazy? number, Unit unit, string otherwise = "none") =>
        number is null ? new(field, label, otherwise) : new(field, label, Number: number, Unit: unit);
}
