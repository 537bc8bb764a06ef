using System.Text.Json;
using System.Text.Json.Serialization;
using HazyGauge.Core.Sentences;
using HazyGauge.Data;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Jobs;

/// <summary>A document as it stands in the record. All empty where the station was never saved.</summary>
/// <param name="Slug">The station.</param>
/// <param name="Revision">Number of the revision, counted per job.</param>
/// <param name="Author">Who saved it.</param>
/// <param name="SavedAt">When.</param>
/// <param name="Document">The document.</param>
/// <param name="BasedOn">Number of the revision of each station it was evaluated for.</param>
/// <param name="AuthorId">Who saved it, by the person's id; left out where people are known by initials alone.</param>
/// <param name="Practice">True where it was saved for practice.</param>
public sealed record Envelope(
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Slug = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] int? Revision = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Author = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] DateTimeOffset? SavedAt = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] JsonElement? Document = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyDictionary<string, int>? BasedOn = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? AuthorId = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? Practice = null
)
{
    /// <summary>The envelope of a revision.</summary>
    public static Envelope From(RevisionRow row) =>
        new(row.Slug, row.Number, row.Author, row.SavedAt, StoredJson.Whole(row), StoredJson.Bases(row), row.AuthorId, row.IsPractice ? true : null);
}

/// <summary>An entry of the record.</summary>
/// <param name="Revision">Its number.</param>
/// <param name="Slug">The station.</param>
/// <param name="Author">Who saved it.</param>
/// <param name="SavedAt">When.</param>
/// <param name="Summary">What it says in one line, metric.</param>
/// <param name="Said">The same with its numbers; left out where an older version saved it.</param>
/// <param name="AuthorId">Who saved it, by the person's id; left out where people are known by initials alone.</param>
/// <param name="Practice">True where it was saved for practice; left out otherwise.</param>
public sealed record RecordItem(
    int Revision,
    string Slug,
    string Author,
    DateTimeOffset SavedAt,
    string Summary,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Sentence? Said = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? AuthorId = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? Practice = null
);

/// <summary>A page of the record, the newest first.</summary>
public sealed record RecordPage(int Total, IReadOnlyList<RecordItem> Items);
