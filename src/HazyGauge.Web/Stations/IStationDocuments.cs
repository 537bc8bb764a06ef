using System.Text.Json;
using HazyGauge.Data;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations;

/// <summary>A document that was judged by its station.</summary>
/// <param name="Json">The document to keep.</param>
/// <param name="Summary">What it says, in one line.</param>
/// <param name="Show">What the bay shows afterwards, from what it showed before and the time of saving.</param>
internal sealed record JudgedDocument(string Json, string Summary, ShowInBay Show);

/// <summary>The job a document belongs to.</summary>
/// <param name="Id">The job.</param>
/// <param name="NotYetSaved">Documents of other stations that will be saved together with it, by station: they count before what is saved.</param>
internal sealed record JobToJudge(Guid Id, IReadOnlyDictionary<string, JsonElement> NotYetSaved)
{
    private static readonly Dictionary<string, JsonElement> Nothing = [];

    /// <summary>A job whose other documents are all saved.</summary>
    public JobToJudge(Guid id)
        : this(id, Nothing)
    {
    }
}

/// <summary>What the bay shows after a document was saved.</summary>
internal delegate BayProjection ShowInBay(BayProjection before, DateTimeOffset savedAt);

/// <summary>A figure of a document that a mechanic would act on, for setting revisions side by side.</summary>
/// <param name="Field">Stable name for programs.</param>
/// <param name="Label">What the mechanic reads.</param>
/// <param name="Text">The figure in words; null where it is a number.</param>
/// <param name="Number">The figure as a number with its haze; null where it is words.</param>
/// <param name="Unit">What the number is measured in: ethanolPct, percent, celsius, hertz, milliseconds, degrees, factor, kw, kpa, lph, ccPerMin.</param>
public sealed record DocumentFigure(string Field, string Label, string? Text = null, HazyNumber? Number = null, string? Unit = null);

/// <summary>Knows the documents of one station.</summary>
internal interface IStationDocuments
{
    /// <summary>The station.</summary>
    string Slug { get; }

    /// <summary>Judges a document that is about to be saved, and computes what belongs to it.</summary>
    /// <exception cref="Core.Findings.RefusedInputException">It is not valid.</exception>
    Task<JudgedDocument> JudgeAsync(JobToJudge job, JsonElement document, CancellationToken cancellation);

    /// <summary>What the bay shows of a document that was saved elsewhere: it has to be whole, and stays as it was.</summary>
    /// <exception cref="Core.Findings.RefusedInputException">It is not valid.</exception>
    ShowInBay ShowSaved(JsonElement document);

    /// <summary>What the bay shows of an empty document.</summary>
    ShowInBay ShowEmpty { get; }

    /// <summary>The figures of a saved document, in the order they are read.</summary>
    IReadOnlyList<DocumentFigure> Figures(JsonElement document);

    /// <summary>What of a saved document holds for another vehicle of the same kind; null where nothing does.</summary>
    JsonElement? ForAnotherVehicle(JsonElement document);

    /// <summary>Version of the rules a saved document was computed with; null where it holds no results.</summary>
    string? ComputedWith(JsonElement document);
}
