using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace HazyGauge.Data;

/// <summary>The shop's database: one SQLite file that holds every job, its record and its files.</summary>
public sealed class HazyGaugeDb(DbContextOptions<HazyGaugeDb> options) : DbContext(options)
{
    /// <summary>Jobs.</summary>
    public DbSet<JobRow> Jobs => Set<JobRow>();

    /// <summary>The record of every job.</summary>
    public DbSet<RevisionRow> Revisions => Set<RevisionRow>();

    /// <summary>What happened on every job.</summary>
    public DbSet<EntryRow> Entries => Set<EntryRow>();

    /// <summary>The shop's own profiles.</summary>
    public DbSet<ProfileRow> Profiles => Set<ProfileRow>();

    /// <summary>Files on jobs.</summary>
    public DbSet<JobFileRow> JobFiles => Set<JobFileRow>();

    /// <summary>Contents of files.</summary>
    public DbSet<FileContentRow> FileContents => Set<FileContentRow>();

    /// <summary>Pieces of contents.</summary>
    public DbSet<FileChunkRow> FileChunks => Set<FileChunkRow>();

    /// <inheritdoc/>
    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder) =>
        configurationBuilder.Properties<DateTimeOffset>().HaveConversion<SortableTime>();

    /// <summary>A part of a JSON text, by SQLite; null where it has none.</summary>
    [DbFunction("json_extract", IsBuiltIn = true)]
    internal static string? Part(string json, string path) => throw new NotSupportedException("This runs in the database only.");

    /// <summary>True where a text is JSON; a part of anything else cannot be asked for.</summary>
    [DbFunction("json_valid", IsBuiltIn = true)]
    internal static bool IsJson(string json) => throw new NotSupportedException("This runs in the database only.");

    /// <inheritdoc/>
    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        foreach (var function in new[] { nameof(Part), nameof(IsJson) })
        {
            modelBuilder.HasDbFunction(typeof(HazyGaugeDb).GetMethod(function, System.Reflection.BindingFlags.Static | System.Reflection.BindingFlags.NonPublic)!);
        }

        modelBuilder.Entity<JobRow>(job =>
        {
            job.HasKey(j => j.Id);
            job.ComplexProperty(j => j.Bay, bay =>
            {
                bay.Property(b => b.Stations).HasConversion<StationsAsJson>(new ValueComparer<ImmutableSortedDictionary<string, StationStanding>>(
                    (a, b) => a!.SequenceEqual(b!), stations => stations.Count, stations => stations));
            });
            job.HasIndex(j => j.CreatedAt);
        });
        modelBuilder.Entity<RevisionRow>(revision =>
        {
            revision.HasKey(r => new { r.JobId, r.Number });
            revision.HasIndex(r => new { r.JobId, r.Slug, r.Number });
            revision.HasOne<JobRow>().WithMany().HasForeignKey(r => r.JobId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<EntryRow>(entry =>
        {
            entry.HasKey(e => new { e.JobId, e.Number });
            entry.HasIndex(e => new { e.JobId, e.IdempotencyKey }).IsUnique();
            entry.HasIndex(e => new { e.JobId, e.Closes }).IsUnique();
            entry.Property(e => e.Kind).HasConversion<string>();
            entry.HasOne<JobRow>().WithMany().HasForeignKey(e => e.JobId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<JobFileRow>(file =>
        {
            file.HasKey(f => new { f.JobId, f.Sha256 });
            file.HasOne<JobRow>().WithMany().HasForeignKey(f => f.JobId).OnDelete(DeleteBehavior.Restrict);
            file.HasOne<FileContentRow>().WithMany().HasForeignKey(f => f.ContentId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<ProfileRow>().HasKey(p => p.Id);
        modelBuilder.Entity<FileContentRow>(content =>
        {
            content.HasKey(c => c.Id);
            content.HasIndex(c => c.Sha256).IsUnique();
        });
        modelBuilder.Entity<FileChunkRow>(chunk =>
        {
            chunk.HasKey(c => new { c.ContentId, c.Number });
            chunk.HasOne<FileContentRow>().WithMany().HasForeignKey(c => c.ContentId).OnDelete(DeleteBehavior.Restrict);
        });
    }

    /// <summary>Time as text that sorts, to the millisecond, always UTC; readable with any SQLite tool.</summary>
    private sealed class SortableTime() : ValueConverter<DateTimeOffset, string>(
        time => time.UtcDateTime.ToString("yyyy-MM-dd'T'HH:mm:ss.fff'Z'", CultureInfo.InvariantCulture),
        text => DateTimeOffset.Parse(text, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal));

    /// <summary>Progress by station as one JSON text: it is read with its job and never searched.</summary>
    private sealed class StationsAsJson() : ValueConverter<ImmutableSortedDictionary<string, StationStanding>, string>(
        stations => JsonSerializer.Serialize(stations, Json),
        text => JsonSerializer.Deserialize<ImmutableSortedDictionary<string, StationStanding>>(text, Json)!)
    {
        private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { Converters = { new JsonStringEnumConverter() } };
    }
}
