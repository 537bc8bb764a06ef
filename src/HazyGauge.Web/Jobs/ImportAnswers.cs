using System.Text.Json.Serialization;
using HazyGauge.Core.Jobs;
using HazyGauge.Formats.Jobs;

namespace HazyGauge.Web.Jobs;

/// <summary>What to do with a file of a job that is here already.</summary>
internal enum OnExisting
{
    /// <summary>Say what differs, and take nothing in.</summary>
    Ask,

    /// <summary>Take it in as one more job.</summary>
    Beside,

    /// <summary>Add what the file has more to the job that is here.</summary>
    Merge,
}

/// <summary>What was added to a job that was here already.</summary>
/// <param name="Revisions">How many revisions.</param>
/// <param name="Entries">How many entries.</param>
/// <param name="Files">How many files.</param>
public sealed record MergedParts(int Revisions, int Entries, int Files);

/// <summary>A job that was taken in.</summary>
/// <param name="Id">Its identity here.</param>
/// <param name="Merged">What was added to it, where it was here already; left out for a new job.</param>
public sealed record ImportedJob(Guid Id, [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] MergedParts? Merged = null);

/// <summary>The job here that a file is of.</summary>
/// <param name="Id">Its identity here.</param>
/// <param name="Name">What the shop calls it.</param>
/// <param name="Vehicle">The vehicle in a few words.</param>
/// <param name="Differs">What differs, a sentence each; empty where nothing does.</param>
/// <param name="CanMerge">True where the file has more and that can be added.</param>
public sealed record ExistingJob(Guid Id, string Name, string Vehicle, IReadOnlyList<string> Differs, bool CanMerge)
{
    /// <summary>What is to be said of a job that is here and a file of it.</summary>
    internal static ExistingJob Of(JobFile here, JobFile brought, JobFileDifference difference, JobLine line)
    {
        var differs = new List<string>();
        void Note(int count, string one, string many, string where)
        {
            if (count > 0)
            {
                differs.Add($"{(count == 1 ? one : $"{count} {many}")} {where}");
            }
        }

        string Named(IEnumerable<string> slugs) => string.Join(", ", slugs.Distinct(StringComparer.Ordinal).Select(s => line.Find(s)?.Name ?? s));
        Note(difference.MissingRevisions.Count, "1 save", "saves", $"in the file only: {Named(difference.MissingRevisions.Select(r => r.Slug))}.");
        Note(difference.OwnRevisions.Count, "1 save", "saves", $"here only: {Named(difference.OwnRevisions.Select(r => r.Slug))}.");
        Note(difference.MissingEntries.Count, "1 entry", "entries", "in the file only.");
        Note(difference.MissingFiles.Count(), "1 attached file", "attached files", "in the file only.");
        if (here.Name != brought.Name)
        {
            differs.Add($"The file calls it {brought.Name}.");
        }

        if (difference.Conflicts.Count > 0)
        {
            differs.Add($"{Named(difference.Conflicts)}: saved in both places since. Import it beside, and copy by hand what counts.");
        }

        return new ExistingJob(here.Id, here.Name, here.Vehicle, differs, difference.BringsMore && difference.Conflicts.Count == 0);
    }
}

/// <summary>What came of an import.</summary>
/// <param name="Id">The job.</param>
/// <param name="Merged">What was added to it; null for a new job, and where nothing was taken in.</param>
/// <param name="Existing">The job that is here already, where nothing was taken in for that reason; null otherwise.</param>
internal sealed record ImportResult(Guid Id, MergedParts? Merged = null, ExistingJob? Existing = null);
