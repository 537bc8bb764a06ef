using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;

namespace HazyGauge.Web.Stations;

/// <summary>A job to try out.</summary>
/// <param name="Drafts">Documents that count before what is saved, by slug.</param>
/// <param name="Want">Wanted stations; left out, all that have a document or draft.</param>
public sealed record PreviewRequest(IReadOnlyDictionary<string, JsonObject>? Drafts = null, IReadOnlyList<string>? Want = null);

/// <summary>What a station comes to.</summary>
/// <param name="Document">The document it was computed from: what a mechanic gave.</param>
/// <param name="Results">What it comes to.</param>
/// <param name="State">State of the station.</param>
/// <param name="NextAction">What to do next there.</param>
/// <param name="Summary">It in one line.</param>
/// <param name="Findings">What it noticed, the gravest first.</param>
/// <param name="BasedOn">What it was computed for: the number of each station's revision, or draft.</param>
/// <param name="Etag">Tag of the revision that is saved now; saving needs it.</param>
/// <param name="Revision">Number of that revision; 0 where the station was never saved.</param>
/// <param name="SavedAt">When that was saved.</param>
/// <param name="Author">By whom.</param>
/// <param name="SavedDocument">What is saved, where a draft stands in its place.</param>
/// <param name="Steps">The steps of the work there; left out where the station has none.</param>
/// <param name="Holds">What stops the work there; left out where nothing does.</param>
public sealed record StationPreview(
    JsonObject Document,
    JsonObject Results,
    StationState State,
    NextAction NextAction,
    Sentence Summary,
    IReadOnlyList<Finding> Findings,
    IReadOnlyDictionary<string, JsonNode> BasedOn,
    string Etag,
    int Revision,
    DateTimeOffset? SavedAt,
    string? Author,
    JsonObject? SavedDocument,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<StationStep>? Steps = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<StationHold>? Holds = null
);

/// <summary>What a job comes to.</summary>
/// <param name="Stations">The wanted stations and all they rest on, by slug.</param>
public sealed record PreviewAnswer(IReadOnlyDictionary<string, StationPreview> Stations);

/// <summary>A document to save.</summary>
/// <param name="Slug">The station.</param>
/// <param name="Etag">Tag of the document it was made from.</param>
/// <param name="Document">The document.</param>
public sealed record DocumentToSend(string Slug, string Etag, JsonObject Document);

/// <summary>Documents to save together, all or none.</summary>
/// <param name="Documents">The documents.</param>
public sealed record SaveRequest(IReadOnlyList<DocumentToSend> Documents);

/// <summary>What was saved, and what the job comes to now.</summary>
/// <param name="Revision">Number of the last revision that was written.</param>
/// <param name="Stations">The saved stations, all that rest on them and all they rest on, by slug.</param>
/// <param name="Etags">Tags of the saved documents, by slug.</param>
public sealed record SaveAnswer(int Revision, IReadOnlyDictionary<string, StationPreview> Stations, IReadOnlyDictionary<string, string> Etags);
