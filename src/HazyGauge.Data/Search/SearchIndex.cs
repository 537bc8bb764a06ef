using HazyGauge.Core.Stations;
using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Search;

/// <summary>
/// Keeps the words of jobs findable, in the transaction that writes them. Each job is one row of SQLite's full-text index, so that a job is found
/// by words that stand in different places of it; which place that is, <see cref="SearchTextRow"/> tells.
/// </summary>
internal static class SearchIndex
{
    private const string NamePlace = "name";
    private const string VehiclePlace = "vehicle";
    private const string PlatePlace = "plate";
    private const string ReferencePlace = "reference";

    /// <summary>The place of an entry.</summary>
    public static string OfEntry(int number) => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"entry:{number}");

    /// <summary>The place of a file.</summary>
    public static string OfFile(string sha256) => $"file:{sha256}";

    /// <summary>Puts a new job into the index by its name; the job is not saved yet.</summary>
    public static async Task BeginAsync(HazyGaugeDb db, JobRow job, CancellationToken cancellation)
    {
        job.SearchKey = (await db.Jobs.IgnoreQueryFilters().MaxAsync(j => (long?)j.SearchKey, cancellation) ?? 0) + 1;
        PutLabel(db, job);
    }

    /// <summary>Puts the label a job has now in place of the one it had.</summary>
    public static async Task LabelAsync(HazyGaugeDb db, JobRow job, CancellationToken cancellation)
    {
        await db
            .SearchTexts.Where(t => t.JobId == job.Id && (t.Place == NamePlace || t.Place == VehiclePlace || t.Place == PlatePlace || t.Place == ReferencePlace))
            .ExecuteDeleteAsync(cancellation);
        PutLabel(db, job);
    }

    private static void PutLabel(HazyGaugeDb db, JobRow job)
    {
        Put(db, job, NamePlace, "Name", job.Name);
        Put(db, job, VehiclePlace, "Vehicle", job.Vehicle);
        Put(db, job, PlatePlace, "Plate or serial number", job.Plate);
        Put(db, job, ReferencePlace, "Customer's reference", job.Reference);
    }

    /// <summary>Adds words that were not there before.</summary>
    public static void Put(HazyGaugeDb db, JobRow job, string place, string label, string text)
    {
        if (text.Length > 0)
        {
            db.Add(
                new SearchTextRow
                {
                    JobId = job.Id,
                    Place = place,
                    Label = label,
                    Text = text,
                }
            );
        }
    }

    /// <summary>Puts the words of a station's plan in place of those it had.</summary>
    /// <returns>True where any differ.</returns>
    public static async Task<bool> ReplaceAsync(HazyGaugeDb db, JobRow job, string slug, IReadOnlyList<PlanText> texts, CancellationToken cancellation)
    {
        var prefix = slug + ":";
        var wanted = texts.ToDictionary(t => prefix + t.Path, StringComparer.Ordinal);
        var before = await db.SearchTexts.Where(t => t.JobId == job.Id && t.Place.StartsWith(prefix)).ToListAsync(cancellation);
        var stale = before.Where(b => !wanted.TryGetValue(b.Place, out var now) || now.Text != b.Text || now.Label != b.Label).ToList();
        var fresh = wanted.Where(w => before.Except(stale).All(b => b.Place != w.Key)).ToList();
        if (stale.Count > 0)
        {
            db.RemoveRange(stale);
            await db.SaveChangesAsync(cancellation);
        }

        foreach (var (place, text) in fresh)
        {
            Put(db, job, place, text.Label, text.Text);
        }

        return stale.Count + fresh.Count > 0;
    }

    /// <summary>Has a job found by nothing any more; its words stay and <see cref="RenewAsync"/> brings them back.</summary>
    public static async Task ForgetAsync(HazyGaugeDb db, JobRow job, CancellationToken cancellation) =>
        await db.Database.ExecuteSqlAsync($"DELETE FROM SearchIndex WHERE rowid = {job.SearchKey}", cancellation);

    /// <summary>Has the full-text index know what the saved words of a job are now.</summary>
    public static async Task RenewAsync(HazyGaugeDb db, JobRow job, CancellationToken cancellation) =>
        await db.Database.ExecuteSqlAsync(
            $"""
            DELETE FROM SearchIndex WHERE rowid = {job.SearchKey};
            INSERT INTO SearchIndex(rowid, Name, Rest)
            SELECT {job.SearchKey}, {job.Name}, group_concat(Text, char(10)) FROM SearchTexts WHERE JobId = {job.Id} AND Place <> {NamePlace};
            """,
            cancellation
        );
}
