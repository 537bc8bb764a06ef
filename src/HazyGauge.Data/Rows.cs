using HazyGauge.Core.Entries;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;

namespace HazyGauge.Data;

/// <summary>What a job is told apart by.</summary>
/// <param name="Name">What the shop calls it, usually the vehicle.</param>
/// <param name="Vehicle">The vehicle in a few words.</param>
/// <param name="Plate">Its license plate or serial number; empty for none.</param>
/// <param name="Reference">What the customer calls the work; empty for none.</param>
public sealed record JobLabel(string Name, string Vehicle, string Plate, string Reference);

/// <summary>A job, with what the bay shows of it.</summary>
public sealed class JobRow
{
    /// <summary>Identity; sorts by creation.</summary>
    public required Guid Id { get; init; }

    /// <summary>What the shop calls it, usually the vehicle.</summary>
    public required string Name { get; set; }

    /// <summary>The vehicle in a few words.</summary>
    public required string Vehicle { get; set; }

    /// <summary>Its license plate or serial number; empty where nobody gave one.</summary>
    public string Plate { get; set; } = string.Empty;

    /// <summary>What the customer calls the work, such as an order number; empty where nobody gave one.</summary>
    public string Reference { get; set; } = string.Empty;

    /// <summary>When it was created.</summary>
    public required DateTimeOffset CreatedAt { get; init; }

    /// <summary>Number of the latest revision; revisions count per job.</summary>
    public int LastRevision { get; set; }

    /// <summary>When it was put aside; null while it stands in the bay.</summary>
    public DateTimeOffset? ArchivedAt { get; set; }

    /// <summary>When it was removed; null while it is kept. A removed job is archived as well, and is found by nothing but its removal.</summary>
    public DateTimeOffset? RemovedAt { get; set; }

    /// <summary>On how many days since then the program ran: a clock that is set right must not take thirty days away at once.</summary>
    public int RemovedDays { get; set; }

    /// <summary>The last of those days, and at first the day it was removed on; null while it is kept.</summary>
    public DateOnly? RemovedCountedOn { get; set; }

    /// <summary>Number of the latest entry; entries count per job.</summary>
    public int LastEntry { get; set; }

    /// <summary>What was found out last, for the bay.</summary>
    public BayProjection Bay { get; set; } = BayProjection.Empty;

    /// <summary>How the stations stand that something was saved at.</summary>
    public IList<StandingRow> Standings { get; init; } = [];

    /// <summary>True where how its stations stand has still to be told, as after an import that broke off.</summary>
    public bool IsUnevaluated { get; set; }

    /// <summary>True where its documents hold what became an entry since, and nobody moved it yet.</summary>
    public bool HasOldShape { get; set; }

    /// <summary>What the search index knows it by.</summary>
    public long SearchKey { get; set; }

    /// <summary>What it is told apart by.</summary>
    public JobLabel Label => new(Name, Vehicle, Plate, Reference);

    /// <summary>How far a station has come; null where nothing was saved there.</summary>
    public StationProgress? ProgressOf(string slug) => StandingOf(slug) is { } standing ? new(standing.State, standing.NextAction) : null;

    /// <summary>How a station stands; null where nothing was saved there.</summary>
    public StationStanding? StandingOf(string slug) => Standings.FirstOrDefault(s => s.Slug == slug)?.Standing;
}

/// <summary>What the bay shows of a job, and finds it by, without opening its documents; written in the same transaction as what it stems from.</summary>
public sealed record BayProjection
{
    /// <summary>The day of a job on which nothing falls due: later than every other.</summary>
    public static readonly DateOnly Never = DateOnly.MaxValue;

    /// <summary>A job nobody has worked on.</summary>
    public static readonly BayProjection Empty = new();

    /// <summary>Ethanol of the latest saved reading, % by volume.</summary>
    public double? EthanolPct { get; init; }

    /// <summary>95 % half-width of that reading.</summary>
    public double? EthanolPlusMinus { get; init; }

    /// <summary>When that reading was saved.</summary>
    public DateTimeOffset? ReadingSavedAt { get; init; }

    /// <summary>True where a station holds it.</summary>
    public bool IsHeld { get; init; }

    /// <summary>True where it waits for something.</summary>
    public bool IsWaiting { get; init; }

    /// <summary>The first day on which something falls due; <see cref="Never"/> for none.</summary>
    public DateOnly FirstDue { get; init; } = Never;

    /// <summary>How pressing it is before that day comes.</summary>
    public Pressing Pressing { get; init; } = Pressing.Open;

    /// <summary>The same with stations that stand like this.</summary>
    public BayProjection Stood(IEnumerable<StationStanding> standings) => Pressed(this with { IsHeld = standings.Any(s => s.State == StationState.Hold) });

    /// <summary>The same with these entries open.</summary>
    public BayProjection Opened(IReadOnlyCollection<EntryRow> open, EntryKinds kinds) =>
        Pressed(this with { IsWaiting = open.Any(e => kinds.HoldingUp.Contains(e.Kind, StringComparer.Ordinal)), FirstDue = open.Min(e => e.Due) ?? Never });

    private static BayProjection Pressed(BayProjection bay) => bay with { Pressing = JobProgress.PressingOf(isDue: false, bay.IsHeld, bay.IsWaiting) };
}

/// <summary>How a station of a job stands.</summary>
public sealed class StandingRow
{
    /// <summary>The job.</summary>
    public required Guid JobId { get; init; }

    /// <summary>The station.</summary>
    public required string Slug { get; init; }

    /// <summary>How it stands.</summary>
    public required StationStanding Standing { get; set; }
}

/// <summary>How a station stands by what is saved on the whole job: its own plan, evaluated for what the others say now.</summary>
public sealed record StationStanding
{
    /// <summary>State of the station.</summary>
    public required StationState State { get; init; }

    /// <summary>What to do next there.</summary>
    public required NextAction NextAction { get; init; }

    /// <summary>It in one line; null where an older version wrote it.</summary>
    public Sentence? Summary { get; init; }

    /// <summary>Revision of each station it was evaluated for; null for one that is being saved along.</summary>
    public IReadOnlyDictionary<string, int?>? BasedOn { get; init; }

    /// <summary>Station whose save changed the state since this one was saved; null where none did.</summary>
    public string? ChangedBy { get; init; }

    /// <summary>State when the station itself was saved.</summary>
    public StationState? OwnState { get; init; }

    /// <summary>How many of its steps are done; null where the station has no steps.</summary>
    public StepCount? Steps { get; init; }

    /// <summary>What stops the work there; null where nothing does, or the station tells no single holds.</summary>
    public IReadOnlyList<StationHold>? Holds { get; init; }

    /// <summary>Version of the rules; null where it has to be evaluated anew.</summary>
    public string? CoreVersion { get; init; }

    /// <summary>Number of what was said of the shop that it was evaluated with; null where an older version did.</summary>
    public long? Shop { get; init; }
}

/// <summary>A saved document. Never changed, never deleted.</summary>
public sealed class RevisionRow
{
    /// <summary>The job.</summary>
    public required Guid JobId { get; init; }

    /// <summary>1, 2, 3 ... per job.</summary>
    public required int Number { get; init; }

    /// <summary>The station.</summary>
    public required string Slug { get; init; }

    /// <summary>Who saved it, by the name as it was then.</summary>
    public required string Author { get; init; }

    /// <summary>Who saved it, by the person's id; null where people are known by initials alone.</summary>
    public string? AuthorId { get; init; }

    /// <summary>True where it was saved for practice: it stands in the record and counts for nothing.</summary>
    public bool IsPractice { get; init; }

    /// <summary>When.</summary>
    public required DateTimeOffset SavedAt { get; init; }

    /// <summary>What it says, in one line.</summary>
    public required string Summary { get; init; }

    /// <summary>What a mechanic gave, JSON: the document without what the program put beside it.</summary>
    public required string Inputs { get; init; }

    /// <summary>The summary with its numbers, JSON; null where there is none.</summary>
    public string? Said { get; init; }

    /// <summary>Version of the rules it was computed with; null where there are no results.</summary>
    public string? CoreVersion { get; init; }

    /// <summary>Number of the shape of the document; null where an older version saved it.</summary>
    public int? Schema { get; init; }

    /// <summary>What came of it, JSON, compressed; null where there is nothing.</summary>
    public byte[]? Results { get; init; }

    /// <summary>Revision of each station it was evaluated for, JSON; null where an older version saved it.</summary>
    public string? BasedOn { get; init; }
}

/// <summary>What happened on a job. Never changed, never deleted, but for whether it stands open: other entries close it and take it back.</summary>
public sealed class EntryRow
{
    /// <summary>The job.</summary>
    public required Guid JobId { get; init; }

    /// <summary>1, 2, 3 ... per job.</summary>
    public required int Number { get; init; }

    /// <summary>What kind of entry it is.</summary>
    public required string Kind { get; init; }

    /// <summary>What it says.</summary>
    public required string Text { get; init; }

    /// <summary>What it carries beside words, JSON.</summary>
    public string? Payload { get; init; }

    /// <summary>Number of the shape of what it carries.</summary>
    public int Schema { get; init; } = 1;

    /// <summary>That in one line with its numbers, JSON.</summary>
    public string? Said { get; init; }

    /// <summary>When it falls due.</summary>
    public DateOnly? Due { get; init; }

    /// <summary>Stations that cannot go on until it is closed, slugs parted by blanks.</summary>
    public required string Blocks { get; init; }

    /// <summary>The station it belongs to.</summary>
    public string? Station { get; init; }

    /// <summary>The step or joint it belongs to.</summary>
    public string? Step { get; init; }

    /// <summary>What that was called when it was written.</summary>
    public string? StepName { get; init; }

    /// <summary>True where it was done for practice: it stands in the record and counts for nothing.</summary>
    public bool IsPractice { get; init; }

    /// <summary>Files that show it, their SHA-256 parted by blanks.</summary>
    public string Files { get; init; } = string.Empty;

    /// <summary>Number of the entry it answers.</summary>
    public int? Answers { get; init; }

    /// <summary>Number of the entry that does not hold any more because of it.</summary>
    public int? TakesBack { get; init; }

    /// <summary>True where it stands open.</summary>
    public bool IsOpen { get; set; }

    /// <summary>Who wrote it, by the name as it was then.</summary>
    public required string Author { get; init; }

    /// <summary>Who wrote it, by the person's id; null where people are known by initials alone.</summary>
    public string? AuthorId { get; init; }

    /// <summary>When.</summary>
    public required DateTimeOffset At { get; init; }

    /// <summary>What the writer's browser called it: the same key again is the same entry.</summary>
    public required string IdempotencyKey { get; init; }
}

/// <summary>Words of a job that somebody may look for.</summary>
public sealed class SearchTextRow
{
    /// <summary>The job.</summary>
    public required Guid JobId { get; init; }

    /// <summary>Where they stand: name, vehicle, entry:12, file:SHA-256, or the station and the path in its plan like survey:notes.</summary>
    public required string Place { get; init; }

    /// <summary>What they are called.</summary>
    public required string Label { get; init; }

    /// <summary>The words.</summary>
    public required string Text { get; init; }
}

/// <summary>What is typical of a kind of vehicle or part, to begin a survey from.</summary>
public sealed class ProfileRow : INamedRow
{
    /// <summary>Identity; rises with time.</summary>
    public long Id { get; init; }

    /// <summary>What it is called.</summary>
    public required string Name { get; init; }

    /// <summary>The answers it brings, a survey document, JSON.</summary>
    public required string Survey { get; init; }

    /// <summary>When it was taken in.</summary>
    public required DateTimeOffset AddedAt { get; init; }
}

/// <summary>What was said to hold for every job of the shop; the last row counts.</summary>
public sealed class ShopRow
{
    /// <summary>Identity; rises with time.</summary>
    public long Id { get; init; }

    /// <summary>What holds, JSON.</summary>
    public required string Facts { get; init; }

    /// <summary>Who said so.</summary>
    public required string Author { get; init; }

    /// <summary>The person's id; null where people are known by initials alone.</summary>
    public string? AuthorId { get; init; }

    /// <summary>When.</summary>
    public required DateTimeOffset SavedAt { get; init; }
}

/// <summary>A finished job as template for the next vehicle of the same kind.</summary>
public sealed class TemplateRow
{
    /// <summary>Identity.</summary>
    public required Guid Id { get; init; }

    /// <summary>What it is called.</summary>
    public required string Name { get; init; }

    /// <summary>The vehicle in a few words.</summary>
    public required string Vehicle { get; init; }

    /// <summary>The template, JSON.</summary>
    public required string Document { get; init; }

    /// <summary>Who made it.</summary>
    public required string Author { get; init; }

    /// <summary>The person's id; null where people are known by initials alone.</summary>
    public string? AuthorId { get; init; }

    /// <summary>When it was made or taken in.</summary>
    public required DateTimeOffset CreatedAt { get; init; }
}

/// <summary>A data sheet on the shop's shelf: a pump, injectors, a kit.</summary>
public sealed class ShelfRow : INamedRow
{
    /// <summary>Identity; rises with time.</summary>
    public long Id { get; init; }

    /// <summary>What it is called; the last row of a name counts.</summary>
    public required string Name { get; init; }

    /// <summary>The sheet, JSON.</summary>
    public required string Sheet { get; init; }

    /// <summary>Who brought it; null where nobody said.</summary>
    public string? Author { get; init; }

    /// <summary>The person's id; null where people are known by initials alone.</summary>
    public string? AuthorId { get; init; }

    /// <summary>When it was taken in.</summary>
    public required DateTimeOffset AddedAt { get; init; }
}

/// <summary>A part of the shop's catalog.</summary>
public sealed class CataloguePartRow : INamedRow
{
    /// <inheritdoc/>
    public long Id { get; init; }

    /// <summary>Its code; the last row of a code counts.</summary>
    public required string Name { get; init; }

    /// <summary>The part, JSON; null where it was taken out of the catalog.</summary>
    public string? Part { get; init; }

    /// <summary>Who brought it; null where nobody said.</summary>
    public string? Author { get; init; }

    /// <summary>The person's id; null where people are known by initials alone.</summary>
    public string? AuthorId { get; init; }

    /// <summary>When it was taken in or out.</summary>
    public required DateTimeOffset AddedAt { get; init; }
}

/// <summary>A file on a job.</summary>
public sealed class JobFileRow
{
    /// <summary>The job.</summary>
    public required Guid JobId { get; init; }

    /// <summary>SHA-256 of the content, lower-case hex.</summary>
    public required string Sha256 { get; init; }

    /// <summary>Name it was brought under.</summary>
    public required string Name { get; init; }

    /// <summary>What kind of file it is, by the word of the API; null where nobody looked yet.</summary>
    public string? Kind { get; set; }

    /// <summary>Length of the content, bytes.</summary>
    public required long Bytes { get; init; }

    /// <summary>When it was brought.</summary>
    public required DateTimeOffset AddedAt { get; init; }

    /// <summary>The content; null where a job was imported without its files.</summary>
    public long? ContentId { get; set; }
}

/// <summary>The content of a file, shared by all jobs that have it.</summary>
public sealed class FileContentRow
{
    /// <summary>Identity.</summary>
    public long Id { get; init; }

    /// <summary>SHA-256 of the content, lower-case hex; another name while it is on its way in.</summary>
    public required string Sha256 { get; init; }

    /// <summary>Length, bytes.</summary>
    public required long Bytes { get; init; }
}

/// <summary>A compressed piece of a file's content.</summary>
public sealed class FileChunkRow
{
    /// <summary>The content it belongs to.</summary>
    public required long ContentId { get; init; }

    /// <summary>0, 1, 2 ...</summary>
    public required int Number { get; init; }

    /// <summary>Brotli-compressed bytes.</summary>
    public required byte[] Data { get; init; }
}

/// <summary>What a reader made of a file: kept, so that a large one is read once.</summary>
public sealed class AnalysisRow
{
    /// <summary>SHA-256 of the content, lower-case hex.</summary>
    public required string Sha256 { get; init; }

    /// <summary>How it was read: kind of reader and its settings.</summary>
    public required string Reading { get; init; }

    /// <summary>Version of the reader; another version reads anew.</summary>
    public required int Version { get; init; }

    /// <summary>What came of it, as the reader packs it.</summary>
    public required byte[] Data { get; init; }
}
