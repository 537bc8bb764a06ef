using System.Text.Json;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Line;

namespace HazyGauge.Web.Stations;

/// <summary>Finds for every station who knows its documents; a station that is not built takes only an empty one.</summary>
internal sealed class StationDocuments(IEnumerable<IStationDocuments> stations)
{
    private readonly Dictionary<string, IStationDocuments> _stations = stations.ToDictionary(s => s.Slug, StringComparer.Ordinal);

    /// <summary>Who knows the documents of a station; null where it is not built.</summary>
    public IStationDocuments? Find(string slug) => _stations.GetValueOrDefault(slug);

    /// <summary>Judges a document that is about to be saved, and computes what belongs to it.</summary>
    /// <exception cref="RefusedInputException">It is not valid for its station.</exception>
    public async Task<JudgedDocument> JudgeAsync(JobToJudge job, Station station, JsonElement document, CancellationToken cancellation)
    {
        CheckObject(document);
        return IsEmpty(document)
            ? new JudgedDocument("{}", $"{station.Name}: empty draft", ShowEmpty(station))
            : await Built(station).JudgeAsync(job, document, cancellation);
    }

    /// <summary>What the bay shows of a document that was saved elsewhere: it has to be whole, and stays as it was.</summary>
    /// <exception cref="RefusedInputException">It is not valid for its station.</exception>
    public ShowInBay ShowSaved(Station station, JsonElement document)
    {
        CheckObject(document);
        return IsEmpty(document) ? ShowEmpty(station) : Built(station).ShowSaved(document);
    }

    /// <summary>What the bay shows of a document whose results this version cannot read.</summary>
    public static StationProgress SavedByAnotherVersion(string slug) =>
        new(StationState.InWork, new NextAction($"Save {Station.Find(slug)!.Name} again.", "Another version saved it, and its results cannot be read any more.", slug));

    /// <summary>What the bay shows of a station whose document was saved.</summary>
    /// <param name="slug">The station.</param>
    /// <param name="progress">How far it has come; null where this version cannot read its results.</param>
    public static ShowInBay Shown(string slug, StationProgress? progress) => (before, _) => before.With(slug, progress ?? SavedByAnotherVersion(slug));

    private static bool IsEmpty(JsonElement document) => !document.EnumerateObject().Any();

    private static void CheckObject(JsonElement document)
    {
        if (document.ValueKind != JsonValueKind.Object)
        {
            throw new RefusedInputException("document", "A document is a JSON object.");
        }
    }

    private ShowInBay ShowEmpty(Station station) => Find(station.Slug)?.ShowEmpty ?? ((before, _) => before);

    private IStationDocuments Built(Station station) => Find(station.Slug)
        ?? throw new RefusedInputException("document", $"The station {station.Name} is not built yet and takes only an empty document.");
}
