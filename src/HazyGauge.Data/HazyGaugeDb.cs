using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;
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

    /// <summary>How the stations of every job stand.</summary>
    public DbSet<StandingRow> Standings => Set<StandingRow>();

    /// <summary>Words of every job that somebody may look for.</summary>
    public DbSet<SearchTextRow> SearchTexts => Set<SearchTextRow>();

    /// <summary>What happened on every job.</summary>
    public DbSet<EntryRow> Entries => Set<EntryRow>();

    /// <summary>The shop's own profiles.</summary>
    public DbSet<ProfileRow> Profiles => Set<ProfileRow>();

    /// <summary>What holds for every job.</summary>
    public DbSet<ShopRow> Shop => Set<ShopRow>();

    /// <summary>Templates.</summary>
    public DbSet<TemplateRow> Templates => Set<TemplateRow>();

    /// <summary>The shop's own data sheets.</summary>
    public DbSet<ShelfRow> Shelf => Set<ShelfRow>();

    /// <summary>Parts of the shop's catalog.</summary>
    public DbSet<CataloguePartRow> CatalogueParts => Set<CataloguePartRow>();

    /// <summary>Files on jobs.</summary>
    public DbSet<JobFileRow> JobFiles => Set<JobFileRow>();

    /// <summary>Contents of files.</summary>
    public DbSet<FileContentRow> FileContents => Set<FileContentRow>();

    /// <summary>What readers made of files.</summary>
    public DbSet<AnalysisRow> Analyses => Set<AnalysisRow>();

    /// <summary>Pieces of contents.</summary>
    public DbSet<FileChunkRow> FileChunks => Set<FileChunkRow>();

    /// <inheritdoc/>
    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder) =>
        configurationBuilder.Properties<DateTimeOffset>().HaveConversion<SortableTime>();

    /// <inheritdoc/>
    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<JobRow>(job =>
        {
            job.HasKey(j => j.Id);
            job.Ignore(j => j.Label);

            // A removed job is not there for anybody who does not ask for removed ones.
            job.HasQueryFilter(j => j.RemovedAt == null);
            job.ComplexProperty(j => j.Bay, bay => bay.Property(b => b.Pressing).HasConversion<int>());
            job.HasIndex(j => j.CreatedAt);
            job.HasIndex(j => j.SearchKey).IsUnique();
            job.HasMany(j => j.Standings).WithOne().HasForeignKey(s => s.JobId).OnDelete(DeleteBehavior.Restrict);
        });
        Standing(modelBuilder);
        modelBuilder.Entity<RevisionRow>(revision =>
        {
            revision.HasKey(r => new { r.JobId, r.Number });
            revision.HasIndex(r => new
            {
                r.JobId,
                r.Slug,
                r.Number,
            });
            revision.HasOne<JobRow>().WithMany().HasForeignKey(r => r.JobId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<EntryRow>(entry =>
        {
            entry.HasKey(e => new { e.JobId, e.Number });
            entry.Property(e => e.Schema).HasDefaultValue(1);
            entry.Property(e => e.At).HasConversion<TolerantTime>();
            entry.Property(e => e.Due).HasConversion<TolerantDay>();
            entry.HasIndex(e => new { e.JobId, e.IdempotencyKey }).IsUnique();
            entry.HasIndex(e => e.JobId).HasFilter("\"IsOpen\"").HasDatabaseName("IX_Entries_Open");
            entry.HasOne<JobRow>().WithMany().HasForeignKey(e => e.JobId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<JobFileRow>(file =>
        {
            file.HasKey(f => new { f.JobId, f.Sha256 });
            file.HasOne<JobRow>().WithMany().HasForeignKey(f => f.JobId).OnDelete(DeleteBehavior.Restrict);
            file.HasOne<FileContentRow>().WithMany().HasForeignKey(f => f.ContentId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<SearchTextRow>(text =>
        {
            text.HasKey(t => new { t.JobId, t.Place });
            text.HasOne<JobRow>().WithMany().HasForeignKey(t => t.JobId).OnDelete(DeleteBehavior.Restrict);
        });
        OfTheShop(modelBuilder);
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

    private static void OfTheShop(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<ProfileRow>().HasKey(p => p.Id);
        modelBuilder.Entity<ShopRow>().HasKey(s => s.Id);
        modelBuilder.Entity<TemplateRow>().HasKey(t => t.Id);
        modelBuilder.Entity<ShelfRow>().HasKey(s => s.Id);
        modelBuilder.Entity<CataloguePartRow>().HasKey(p => p.Id);
        modelBuilder.Entity<AnalysisRow>().HasKey(a => new { a.Sha256, a.Reading });
    }

    private static void Standing(ModelBuilder modelBuilder) =>
        modelBuilder.Entity<StandingRow>(row =>
        {
            row.ToTable("Standings").HasKey(s => new { s.JobId, s.Slug });
            row.ComplexProperty(
                s => s.Standing,
                standing =>
                {
                    standing.Property(s => s.State).HasConversion<string>().HasColumnName("State");
                    standing.Property(s => s.OwnState).HasConversion<string>().HasColumnName("OwnState");
                    standing.Property(s => s.NextAction).HasConversion<AsJson<NextAction>>().HasColumnName("NextAction");
                    standing.Property(s => s.Summary).HasConversion<AsJson<Sentence>>().HasColumnName("Summary");
                    standing
                        .Property(s => s.BasedOn)
                        .HasColumnName("BasedOn")
                        .HasConversion<AsJson<IReadOnlyDictionary<string, int?>>>(
                            new ValueComparer<IReadOnlyDictionary<string, int?>>((a, b) => ReferenceEquals(a, b), based => based.Count, based => based)
                        );
                    standing.Property(s => s.Steps).HasConversion<AsJson<StepCount>>().HasColumnName("Steps");
                    standing
                        .Property(s => s.Holds)
                        .HasColumnName("Holds")
                        .HasConversion<AsJson<IReadOnlyList<StationHold>>>(
                            new ValueComparer<IReadOnlyList<StationHold>>((a, b) => ReferenceEquals(a, b), holds => holds.Count, holds => holds)
                        );
                    standing.Property(s => s.ChangedBy).HasColumnName("ChangedBy");
                    standing.Property(s => s.CoreVersion).HasColumnName("CoreVersion");
                    standing.Property(s => s.Shop).HasColumnName("Shop");
                }
            );
        });

    // Sorts as text, and any SQLite tool reads it.
    private const string TimeFormat = "yyyy-MM-dd'T'HH:mm:ss.fff'Z'";

    /// <summary>Time as text that sorts, to the millisecond, always UTC; readable with any SQLite tool.</summary>
    private sealed class SortableTime()
        : ValueConverter<DateTimeOffset, string>(
            time => time.UtcDateTime.ToString(TimeFormat, CultureInfo.InvariantCulture),
            text => DateTimeOffset.Parse(text, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal)
        );

    /// <summary>The same where one damaged row must not keep the others from being read: what is no time is the beginning of time.</summary>
    private sealed class TolerantTime()
        : ValueConverter<DateTimeOffset, string>(time => time.UtcDateTime.ToString(TimeFormat, CultureInfo.InvariantCulture), text => ReadTime(text))
    {
        private static DateTimeOffset ReadTime(string text) =>
            DateTimeOffset.TryParse(text, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var time) ? time : default;
    }

    /// <summary>A day likewise.</summary>
    private sealed class TolerantDay() : ValueConverter<DateOnly, string>(day => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture), text => ReadDay(text))
    {
        private static DateOnly ReadDay(string text) => DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day) ? day : default;
    }

    /// <summary>A part that is read with its row and never searched.</summary>
    private sealed class AsJson<T>()
        : ValueConverter<T, string>(part => JsonSerializer.Serialize(part, JsonColumn.Json), text => JsonSerializer.Deserialize<T>(text, JsonColumn.Json)!);

    private static class JsonColumn
    {
        public static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { Converters = { new JsonStringEnumConverter() } };
    }
}
