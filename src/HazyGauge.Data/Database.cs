using System.Data.Common;
using System.Globalization;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;

namespace HazyGauge.Data;

/// <summary>Where the database is and how it is opened.</summary>
public static class Database
{
    private const string FileName = "hazy-gauge.db";

    /// <summary>Registers the database in a folder.</summary>
    public static IServiceCollection AddHazyGaugeData(this IServiceCollection services, string folder) => services
        .AddDbContextFactory<HazyGaugeDb>(options => Configure(options, folder))
        .AddSingleton(new DataFolder(folder))
        .AddSingleton<Jobs.JobStore>()
        .AddSingleton<Entries.EntryStore>()
        .AddSingleton<Profiles.ProfileStore>()
        .AddSingleton<Files.FileStore>();

    /// <summary>Creates the database or brings it up to date; an existing one is copied aside before it is changed.</summary>
    public static async Task PrepareAsync(HazyGaugeDb db, string folder, TimeProvider clock)
    {
        Directory.CreateDirectory(folder);
        var path = PathIn(folder);
        var pending = (await db.Database.GetPendingMigrationsAsync()).ToList();
        if (pending.Count > 0 && File.Exists(path))
        {
            var stamp = clock.GetUtcNow().ToString("yyyyMMdd-HHmmss", CultureInfo.InvariantCulture);
            await using var source = new SqliteConnection($"Data Source={path}");
            await using var copy = new SqliteConnection($"Data Source={Path.Combine(folder, $"before-{pending[0]}-{stamp}.db")};Pooling=False");
            await source.OpenAsync();
            await copy.OpenAsync();
            source.BackupDatabase(copy);
        }

        await db.Database.MigrateAsync();
        await db.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL");
    }

    /// <summary>Where the database lies in its folder.</summary>
    internal static string PathIn(string folder) => Path.Combine(folder, FileName);

    internal static void Configure(DbContextOptionsBuilder options, string folder) => options
        .UseSqlite($"Data Source={PathIn(folder)};Foreign Keys=True;Default Timeout=30")
        .AddInterceptors(new FullSync());

    /// <summary>An acknowledged save must outlive a power cut: every commit reaches the disk.</summary>
    private sealed class FullSync : DbConnectionInterceptor
    {
        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
        {
            using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA synchronous=FULL";
            command.ExecuteNonQuery();
        }

        public override async Task ConnectionOpenedAsync(DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
        {
            await using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA synchronous=FULL";
            await command.ExecuteNonQueryAsync(cancellationToken);
        }
    }
}

/// <summary>The folder everything is kept in.</summary>
/// <param name="Path">Its path.</param>
public sealed record DataFolder(string Path)
{
    /// <summary>A new empty file that vanishes when it is closed, for content on its way in.</summary>
    public FileStream CreateTemporary()
    {
        var folder = Directory.CreateDirectory(System.IO.Path.Combine(Path, "incoming"));
        return new FileStream(System.IO.Path.Combine(folder.FullName, System.IO.Path.GetRandomFileName()), new FileStreamOptions
        {
            Mode = FileMode.CreateNew,
            Access = FileAccess.ReadWrite,
            Share = FileShare.ReadWrite | FileShare.Delete,
            Options = FileOptions.DeleteOnClose | FileOptions.Asynchronous,
            BufferSize = 128 * 1024,
        });
    }

    /// <summary>Removes what an interrupted run left on its way in.</summary>
    public void ClearTemporary()
    {
        var folder = System.IO.Path.Combine(Path, "incoming");
        if (Directory.Exists(folder))
        {
            Directory.Delete(folder, recursive: true);
        }
    }
}

/// <summary>Lets the migration tool make a context.</summary>
internal sealed class DesignTimeFactory : IDesignTimeDbContextFactory<HazyGaugeDb>
{
    public HazyGaugeDb CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<HazyGaugeDb>();
        Database.Configure(options, Path.GetTempPath());
        return new HazyGaugeDb(options.Options);
    }
}
