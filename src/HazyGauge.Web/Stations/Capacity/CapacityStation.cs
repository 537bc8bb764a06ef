using System.Globalization;
using System.Text.Json;
using HazyGauge.Core;
using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Line;
using HazyGauge.Core.Vehicles;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Stations.Survey;

namespace HazyGauge.Web.Stations.Capacity;

/// <summary>Evaluates Capacity documents: one path for looking and for saving, so that what is saved is what was shown.</summary>
internal sealed class CapacityStation(JobStore jobs, DocumentJson json) : IStationDocuments
{
    private const string Name = "Capacity";

    /// <inheritdoc/>
    public string Slug => Station.CapacitySlug;

    /// <inheritdoc/>
    public ShowInBay ShowEmpty => (before, _) => before.With(Slug, null);

    /// <summary>The survey that is saved on a job; an empty one where none is.</summary>
    public async Task<SurveyDocument> SavedSurveyAsync(Guid jobId, CancellationToken cancellation) =>
        await jobs.LatestAsync(jobId, Station.SurveySlug, cancellation) is { } latest
            ? json.Read<SurveyDocument>(JsonSerializer.Deserialize<JsonElement>(latest.Document), "Survey")
            : new SurveyDocument();

    private async Task<SurveyDocument> SurveyOfAsync(JobToJudge job, CancellationToken cancellation) =>
        job.NotYetSaved.TryGetValue(Station.SurveySlug, out var beside) ? json.Read<SurveyDocument>(beside, "Survey") : await SavedSurveyAsync(job.Id, cancellation);

    /// <summary>What a document comes to on a vehicle, as today's rules have it.</summary>
    /// <exception cref="RefusedInputException">It holds what cannot be.</exception>
    public static VehicleCapacityResult Reckon(CapacityDocument document, SurveyDocument survey)
    {
        var haze = SurveyReader.NewHaze();
        var vehicle = SurveyReader.Read(survey, haze);
        var plan = new CapacityPlan(
            document.FullLoad?.Read(haze) ?? FullLoad.AsSurveyed,
            document.Changes ?? new CapacityChange(),
            document.Drive?.Read(haze) ?? new HotDrive());
        haze.Check.ThrowIfAny();
        return VehicleCapacity.Of(vehicle, plan, haze.Ledger);
    }

    /// <summary>The document with its results.</summary>
    public static CapacityDocument Evaluated(CapacityDocument document, VehicleCapacityResult result)
    {
        var progress = CapacityProgress.Of(result);
        var point = result.AtPoint;
        var results = new CapacityResults(
            HazyNumber.From(point?.PowerKw),
            HazyNumber.From(point?.EthanolPct),
            point is null ? null : CapacityAnswer.From(point, result.Planned, withPatches: false),
            HotDriveSummary.From(result.Drive),
            result.Failsafe is { } f ? new FailsafeAnswer(HazyNumber.From(f.TripKpa), f.DelayS, f.RisesWithManifold, f.Reasons) : null,
            [.. result.Assumed.Select(a => new AssumedFigure(a.Key, SurveyedSources.Measured(a.Key).Label, a.Value))],
            result.Findings,
            progress.State,
            progress.NextAction);
        return document with { Results = results, CoreVersion = CoreVersion.Current };
    }

    /// <inheritdoc/>
    public async Task<JudgedDocument> JudgeAsync(JobToJudge job, JsonElement document, CancellationToken cancellation)
    {
        var asked = json.Read<CapacityDocument>(document, Name);
        var evaluated = Evaluated(asked, Reckon(asked, await SurveyOfAsync(job, cancellation)));
        return new JudgedDocument(json.Write(evaluated), Summary(evaluated.Results!), Show(evaluated));
    }

    /// <inheritdoc/>
    public JsonElement? ForAnotherVehicle(JsonElement document) =>
        json.Element(json.Read<CapacityDocument>(document, Name) with { Results = null, CoreVersion = null });

    /// <inheritdoc/>
    public ShowInBay ShowSaved(JsonElement document) => Show(json.Read<CapacityDocument>(document, Name));

    /// <inheritdoc/>
    public string? ComputedWith(JsonElement document) => json.Read<CapacityDocument>(document, Name) is { Results: not null } computed ? computed.CoreVersion : null;

    /// <inheritdoc/>
    public IReadOnlyList<DocumentFigure> Figures(JsonElement document) => CapacityFigures.Of(json.Read<CapacityDocument>(document, Name));

    private static ShowInBay Show(CapacityDocument document) => StationDocuments.Shown(
        Station.CapacitySlug, document.Results is { } results ? new StationProgress(results.State, results.NextAction) : null);

    private static string Summary(CapacityResults results) => results.AtPoint switch
    {
        null => "Capacity: power not known yet",
        { MaxEthanolPct.Value: >= 100 } => string.Create(CultureInfo.InvariantCulture, $"At {results.PowerKw!.Value:0} kW every blend is carried"),
        { MaxEthanolPct: { } most, EthanolBinding: { } binding } => string.Create(CultureInfo.InvariantCulture,
            $"At {results.PowerKw!.Value:0} kW up to {HazyText.Ethanol(most.Value, most.PlusMinus)}; {binding.InWords()} {binding.Verb()} the limit"),
        { Binding: null } => "Capacity: nothing known of what carries the fuel",
        _ => string.Create(CultureInfo.InvariantCulture, $"At {results.PowerKw!.Value:0} kW not even E0 is carried"),
    };
}
