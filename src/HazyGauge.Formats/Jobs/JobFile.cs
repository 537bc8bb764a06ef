using System.Text.Json;

namespace HazyGauge.Formats.Jobs;

/// <summary>A whole job as one JSON document; its schema is docs/job-file.schema.json.</summary>
/// <param name="SchemaVersion">Version of this format.</param>
/// <param name="Id">Identity of the job where it was exported.</param>
/// <param name="ExportedAt">When.</param>
/// <param name="Name">What the shop calls it.</param>
/// <param name="Vehicle">The vehicle in a few words.</param>
/// <param name="CreatedAt">When the job was created.</param>
/// <param name="Revisions">Its record, the oldest first.</param>
/// <param name="Files">Its files; their content travels only in the zip.</param>
/// <param name="Entries">What happened on it, the oldest first; left out where nothing did.</param>
public sealed record JobFile(
    int SchemaVersion,
    Guid Id,
    DateTimeOffset ExportedAt,
    string Name,
    string Vehicle,
    DateTimeOffset CreatedAt,
    IReadOnlyList<JobFileRevision> Revisions,
    IReadOnlyList<JobFileEntry> Files,
    IReadOnlyList<JobFileEvent>? Entries = null
)
{
    /// <summary>License plate or serial number; left out where nobody gave one.</summary>
    public string? Plate { get; init; }

    /// <summary>What the customer calls the work; left out where nobody gave it a name.</summary>
    public string? Reference { get; init; }

    /// <summary>The version this program writes.</summary>
    public const int CurrentSchemaVersion = 4;

    /// <summary>From this version on what was done stands in entries alone; older files hold some of it in documents.</summary>
    public const int EntriesFromSchemaVersion = 4;

    /// <summary>The oldest version this program reads.</summary>
    public const int OldestSchemaVersion = 1;
}

/// <summary>A saved document.</summary>
/// <param name="Revision">1, 2, 3 ... per job.</param>
/// <param name="Slug">The station.</param>
/// <param name="Author">Who saved it.</param>
/// <param name="SavedAt">When.</param>
/// <param name="Summary">What it says, in one line.</param>
/// <param name="Document">The document.</param>
/// <param name="BasedOn">Number of the revision of each station it was evaluated for; left out where nobody noted it.</param>
public sealed record JobFileRevision(
    int Revision,
    string Slug,
    string Author,
    DateTimeOffset SavedAt,
    string Summary,
    JsonElement Document,
    IReadOnlyDictionary<string, int>? BasedOn = null
)
{
    /// <summary>Who saved it, by the person's id; left out where people are known by initials alone.</summary>
    public string? AuthorId { get; init; }

    /// <summary>True where it was saved for practice; left out otherwise.</summary>
    public bool? Practice { get; init; }
}

/// <summary>A file on the job.</summary>
/// <param name="Sha256">SHA-256 of the content, lower-case hex.</param>
/// <param name="Name">Its name.</param>
/// <param name="Bytes">Length, bytes.</param>
/// <param name="AddedAt">When it was brought.</param>
/// <param name="Kind">What kind of file it is; left out where nobody looked yet.</param>
public sealed record JobFileEntry(string Sha256, string Name, long Bytes, DateTimeOffset AddedAt, string? Kind = null);

/// <summary>Something that happened on the job.</summary>
/// <param name="Number">1, 2, 3 ... per job.</param>
/// <param name="Kind">What kind of entry it is.</param>
/// <param name="Text">What it says.</param>
/// <param name="Blocks">Stations that cannot go on until it is closed.</param>
/// <param name="Author">Who wrote it.</param>
/// <param name="At">When.</param>
public sealed record JobFileEvent(int Number, string Kind, string Text, IReadOnlyList<string> Blocks, string Author, DateTimeOffset At)
{
    /// <summary>When it falls due.</summary>
    public DateOnly? Due { get; init; }

    /// <summary>The station it belongs to.</summary>
    public string? Station { get; init; }

    /// <summary>The step or joint it belongs to.</summary>
    public string? Step { get; init; }

    /// <summary>Files that show it, by their SHA-256; left out where there are none.</summary>
    public IReadOnlyList<string>? Files { get; init; }

    /// <summary>Number of the entry it answers.</summary>
    public int? Answers { get; init; }

    /// <summary>Number of the entry that does not hold any more because of it.</summary>
    public int? TakesBack { get; init; }

    /// <summary>What it carries beside words.</summary>
    public JsonElement? Payload { get; init; }

    /// <summary>Number of the shape of that; left out for the first.</summary>
    public int? Schema { get; init; }

    /// <summary>Who wrote it, by the person's id; left out where people are known by initials alone.</summary>
    public string? AuthorId { get; init; }

    /// <summary>True where it was done for practice; left out otherwise.</summary>
    public bool? Practice { get; init; }

    /// <summary>What its step or joint was called when it was written; left out where the station named none.</summary>
    public string? StepName { get; init; }

    /// <summary>What it carries as it stands in the database, where that cannot be read; it is taken along and stays set aside.</summary>
    public string? Unreadable { get; init; }

    /// <summary>What version 1 called the entry that a closing one answers.</summary>
    public int? Closes { get; init; }

    /// <summary>The same in today's shape.</summary>
    internal JobFileEvent Upgraded() => this with { Answers = Answers ?? Closes, Closes = null };
}
