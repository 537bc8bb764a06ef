using System.Collections.Immutable;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;

namespace HazyGauge.Data;

/// <summary>A job, with what the bay shows of it.</summary>
public sealed class JobRow
{
    /// <summary>Identity; sorts by creation.</summary>
    public required Guid Id { get; init; }

    /// <summary>What the shop calls it, usually the vehicle.</summary>
    public required string Name { get; set; }

    /// <summary>The vehicle in a few words.</summary>
    public required string Vehicle { get; set; }

    /// <summary>When it was created.</summary>
    public required DateTimeOffset CreatedAt { get; init; }

    /// <summary>Number of the latest revision; revisions count per job.</summary>
    public int LastRevision { get; set; }

    /// <summary>When it was put aside; null while it stands in the bay.</summary>
    public DateTimeOffset? ArchivedAt { get; set; }

    /// <summary>Number of the latest entry; entries count per job.</summary>
    public int LastEntry { get; set; }

    /// <summary>What was found out last, for the bay.</summary>
    public BayProjection Bay { get; set; } = BayProjection.Empty;
}

/// <summary>What the bay shows of a job without opening its documents; written in the same transaction as the revision it stems from.</summary>
public sealed record BayProjection
{
    /// <summary>A job nobody has worked on.</summary>
    public static readonly BayProjection Empty = new();

    /// <summary>Ethanol of the latest saved reading, % by volume.</summary>
    public double? EthanolPct { get; init; }

    /// <summary>95 % half-width of that reading.</summary>
    public double? EthanolPlusMinus { get; init; }

    /// <summary>When that reading was saved.</summary>
    public DateTimeOffset? ReadingSavedAt { get; init; }

    /// <summary>How the stations stand that something was saved at, by slug.</summary>
    public ImmutableSortedDictionary<string, StationStanding> Stations { get; init; } = ImmutableSortedDictionary<string, StationStanding>.Empty;

    /// <summary>How far a station has come; null where nothing was saved there.</summary>
    public StationProgress? ProgressOf(string slug) => Stations.GetValueOrDefault(slug) is { } standing ? new(standing.State, standing.NextAction) : null;

    /// <summary>The same with a station's standing, or without it.</summary>
    public BayProjection With(string slug, StationStanding? standing) =>
        this with { Stations = standing is null ? Stations.Remove(slug) : Stations.SetItem(slug, standing) };
}

/// <summary>How a station stands by what is saved on the whole job: its own plan, evaluated for what the others say now.</summary>
/// <param name="State">State of the station.</param>
/// <param name="NextAction">What to do next there.</param>
/// <param name="Summary">It in one line; null where an older version wrote it.</param>
/// <param name="BasedOn">Revision of each station it was evaluated for; null for one that is being saved along.</param>
/// <param name="ChangedBy">Station whose save changed the state since this one was saved; null where none did.</param>
/// <param name="OwnState">State when the station itself was saved.</param>
/// <param name="CoreVersion">Version of the rules.</param>
public sealed record StationStanding(
    StationState State,
    NextAction NextAction,
    Sentence? Summary = null,
    IReadOnlyDictionary<string, int?>? BasedOn = null,
    string? ChangedBy = null,
    StationState? OwnState = null,
    string? CoreVersion = null);

/// <summary>A saved document. Never changed, never deleted.</summary>
public sealed class RevisionRow
{
    /// <summary>The job.</summary>
    public required Guid JobId { get; init; }

    /// <summary>1, 2, 3 ... per job.</summary>
    public required int Number { get; init; }

    /// <summary>The station.</summary>
    public required string Slug { get; init; }

    /// <summary>Who saved it.</summary>
    public required string Author { get; init; }

    /// <summary>When.</summary>
    public required DateTimeOffset SavedAt { get; init; }

    /// <summary>What it says, in one line.</summary>
    public required string Summary { get; init; }

    /// <summary>The document, JSON.</summary>
    public required string Document { get; init; }

    /// <summary>Revision of each station it was evaluated for, JSON; null where an older version saved it.</summary>
    public string? BasedOn { get; init; }
}

/// <summary>What happened on a job: a note, something waited for, a date. Never changed, never deleted; another entry closes it.</summary>
public sealed class EntryRow
{
    /// <summary>The job.</summary>
    public required Guid JobId { get; init; }

    /// <summary>1, 2, 3 ... per job.</summary>
    public required int Number { get; init; }

    /// <summary>What kind of entry it is.</summary>
    public required EntryKind Kind { get; init; }

    /// <summary>What it says.</summary>
    public required string Text { get; init; }

    /// <summary>When it falls due.</summary>
    public DateOnly? Due { get; init; }

    /// <summary>Stations that cannot go on until it is closed, slugs parted by blanks.</summary>
    public required string Blocks { get; init; }

    /// <summary>The station it belongs to.</summary>
    public string? Station { get; init; }

    /// <summary>Number of the entry it closes.</summary>
    public int? Closes { get; init; }

    /// <summary>Who wrote it.</summary>
    public required string Author { get; init; }

    /// <summary>When.</summary>
    public required DateTimeOffset At { get; init; }

    /// <summary>What the writer's browser called it: the same key again is the same entry.</summary>
    public required string IdempotencyKey { get; init; }
}

/// <summary>What is typical of a kind of vehicle or part, to begin a survey from.</summary>
public sealed class ProfileRow
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

/// <summary>A file on a job.</summary>
public sealed class JobFileRow
{
    /// <summary>The job.</summary>
    public required Guid JobId { get; init; }

    /// <summary>SHA-256 of the content, lower-case hex.</summary>
    public required string Sha256 { get; init; }

    /// <summary>Name it was brought under.</summary>
    public required string Name { get; init; }

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
