namespace HazyGauge.Formats.Jobs;

/// <summary>
/// What differs between a job here and a file of the same job. Both grew from the same beginning by adding, never by changing, so that what one has
/// more can be added to the other, unless the same station was saved on both sides: which of the two counts is not for a program to say.
/// </summary>
public sealed class JobFileDifference
{
    private readonly JobFile _here;

    private JobFileDifference(JobFile here, IReadOnlyList<JobFileRevision> missing, IReadOnlyList<JobFileRevision> own, IReadOnlyList<JobFileEvent> missingEntries, JobFile merged)
    {
        _here = here;
        (MissingRevisions, OwnRevisions, MissingEntries, Merged) = (missing, own, missingEntries, merged);
        Conflicts = [.. missing.Select(r => r.Slug).Intersect(own.Select(r => r.Slug), StringComparer.Ordinal)];
    }

    /// <summary>Revisions of the file that are not here.</summary>
    public IReadOnlyList<JobFileRevision> MissingRevisions { get; }

    /// <summary>Revisions here that are not in the file.</summary>
    public IReadOnlyList<JobFileRevision> OwnRevisions { get; }

    /// <summary>Entries of the file that are not here.</summary>
    public IReadOnlyList<JobFileEvent> MissingEntries { get; }

    /// <summary>Files on the job that are not here.</summary>
    public IEnumerable<JobFileEntry> MissingFiles => Merged.Files.Skip(_here.Files.Count);

    /// <summary>Stations that were saved on both sides.</summary>
    public IReadOnlyList<string> Conflicts { get; }

    /// <summary>The job here with what the file has more behind it, numbered on.</summary>
    public JobFile Merged { get; }

    /// <summary>True where there is something in the file that is not here.</summary>
    public bool BringsMore => MissingRevisions.Count + MissingEntries.Count + MissingFiles.Count() > 0;

    /// <summary>Compares.</summary>
    /// <param name="here">The job here.</param>
    /// <param name="brought">The file.</param>
    public static JobFileDifference Between(JobFile here, JobFile brought)
    {
        // Wherever a revision stands: one that was added before stands behind what was saved here meanwhile.
        var own = here.Revisions.Where(h => !brought.Revisions.Any(b => IsSame(h, b))).ToList();
        var missing = brought.Revisions.Where(b => !here.Revisions.Any(h => IsSame(h, b))).ToList();
        int Numbered(int number) =>
            brought.Revisions.FirstOrDefault(b => b.Revision == number) is not { } of
                ? number
                : here.Revisions.FirstOrDefault(h => IsSame(h, of))?.Revision ?? here.Revisions.Count + 1 + missing.IndexOf(of);
        var added = missing.Select(r => r with { Revision = Numbered(r.Revision), BasedOn = r.BasedOn?.ToDictionary(b => b.Key, b => Numbered(b.Value), StringComparer.Ordinal) });

        var entries = (here.Entries ?? []).ToList();
        var numbers = new Dictionary<int, int>();
        var missingEntries = new List<JobFileEvent>();
        foreach (var entry in brought.Entries ?? [])
        {
            if (entries.FirstOrDefault(e => IsSame(e, entry)) is { } known)
            {
                numbers[entry.Number] = known.Number;
                continue;
            }

            missingEntries.Add(entry);
            numbers[entry.Number] = entries.Count + 1;
            entries.Add(entry with { Number = entries.Count + 1, Answers = OfThis(entry.Answers), TakesBack = OfThis(entry.TakesBack) });
        }

        // What points at nothing points at nothing afterwards too, and is refused for that.
        int? OfThis(int? number) => number is { } of ? numbers.GetValueOrDefault(of, int.MaxValue) : null;

        return new JobFileDifference(
            here,
            missing,
            own,
            missingEntries,
            here with
            {
                Revisions = [.. here.Revisions, .. added],
                Entries = entries,
                Files = [.. here.Files, .. brought.Files.Where(f => here.Files.All(h => h.Sha256 != f.Sha256))],
            }
        );
    }

    /// <summary>True where both are of one job. An import gets a new identity, but keeps when the job was begun and what was saved first.</summary>
    public static bool IsSameJob(JobFile here, JobFile brought) =>
        here.Id == brought.Id || (here.CreatedAt == brought.CreatedAt && here.Revisions.Zip(brought.Revisions).Take(1).All(first => IsSame(first.First, first.Second)));

    private static bool IsSame(JobFileRevision a, JobFileRevision b) => (a.Slug, a.Author, a.SavedAt, a.Summary) == (b.Slug, b.Author, b.SavedAt, b.Summary);

    private static bool IsSame(JobFileEvent a, JobFileEvent b) =>
        (a.Kind, a.Text, a.Author, a.At, a.Station, a.Step, a.Due) == (b.Kind, b.Text, b.Author, b.At, b.Station, b.Step, b.Due);
}
