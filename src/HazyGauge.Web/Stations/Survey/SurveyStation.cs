using System.Globalization;
using System.Text.Json;
using HazyGauge.Core;
using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Line;
using HazyGauge.Core.Vehicles;
using HazyGauge.Data.Files;

namespace HazyGauge.Web.Stations.Survey;

/// <summary>Evaluates Survey documents: one path for looking and for saving, so that what is saved is what was shown.</summary>
internal sealed class SurveyStation(FileStore files, DocumentJson json) : IStationDocuments
{
    private const string Name = "Survey";

    /// <inheritdoc/>
    public string Slug => Station.SurveySlug;

    /// <inheritdoc/>
    public ShowInBay ShowEmpty => (before, _) => before.With(Slug, null);

    /// <summary>The document with its results, as today's rules have them.</summary>
    /// <exception cref="RefusedInputException">It holds what cannot be.</exception>
    public static SurveyDocument Evaluate(SurveyDocument document)
    {
        var verdict = SurveyReader.Judge(document);
        var progress = SurveyProgress.Of(verdict);
        return document with { Results = new SurveyResults(SurveyAnswer.From(verdict), progress.State, progress.NextAction), CoreVersion = CoreVersion.Current };
    }

    /// <inheritdoc/>
    public async Task<JudgedDocument> JudgeAsync(JobToJudge job, JsonElement document, CancellationToken cancellation)
    {
        var survey = json.Read<SurveyDocument>(document, Name);
        await CheckPhotosAsync(job.Id, survey, cancellation);
        var evaluated = Evaluate(survey);
        return new JudgedDocument(json.Write(evaluated), Summary(evaluated.Results!.Verdict), Show(evaluated));
    }

    /// <inheritdoc/>
    /// <remarks>What was found goes along to be checked; photos show this vehicle only, and versions differ in plugs and revisions.</remarks>
    public JsonElement? ForAnotherVehicle(JsonElement document)
    {
        var survey = json.Read<SurveyDocument>(document, Name);
        return json.Element(survey with
        {
            Photos = null,
            Results = null,
            CoreVersion = null,
            Control = survey.Control is { } control ? control with { HardwareRevision = null, FirmwareRevision = null, RevisionListed = null, PlugPresent = null } : null,
        });
    }

    /// <inheritdoc/>
    public ShowInBay ShowSaved(JsonElement document) => Show(json.Read<SurveyDocument>(document, Name));

    /// <inheritdoc/>
    public string? ComputedWith(JsonElement document) => json.Read<SurveyDocument>(document, Name) is { Results: not null } computed ? computed.CoreVersion : null;

    /// <inheritdoc/>
    public IReadOnlyList<DocumentFigure> Figures(JsonElement document) => SurveyFigures.Of(json.Read<SurveyDocument>(document, Name));

    private static ShowInBay Show(SurveyDocument document) => StationDocuments.Shown(
        Station.SurveySlug, document.Results is { } results ? new StationProgress(results.State, results.NextAction) : null);

    private async Task CheckPhotosAsync(Guid jobId, SurveyDocument survey, CancellationToken cancellation)
    {
        foreach (var photo in survey.Photos ?? [])
        {
            if (await files.FindAsync(jobId, photo.Sha256, cancellation) is null)
            {
                throw new RefusedInputException("photos", "A photo is named that is not on this job. Add it again.");
            }
        }
    }

    private static string Summary(SurveyAnswer verdict)
    {
        var eligible = verdict.Eligible switch
        {
            Eligibility.Yes => "can be converted",
            Eligibility.No => "cannot be converted this way",
            _ => "not decided yet",
        };
        var load = verdict.Loads.Count == 0 ? string.Empty : string.Create(CultureInfo.InvariantCulture,
            $"; {verdict.Loads[0].Component.InWords()[4..]} used to {HazyText.Number(verdict.Loads[0].UsePct.Value, verdict.Loads[0].UsePct.PlusMinus, 0)} %");
        var open = verdict.ToMeasure.Count == 0 ? string.Empty : $"; {verdict.ToMeasure.Count} to measure";
        return $"Survey: {eligible}{load}{open}";
    }
}
