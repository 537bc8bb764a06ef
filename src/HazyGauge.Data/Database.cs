using System.Data;
using System.Data.Common;
using System.Globalization;
using System.Reflection;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.EntityFrameworkCore.Migrations;
using Microsoft.Extensions.DependencyInjection;

namespace HazyGauge.Data;

/// <summary>Where the database is and how it is opened.</summary>
public static class Database
{
    private const string FileName = "hazy-gauge.db";

    /// <summary>Registers the database in a folder.</summary>
    public static IServiceCollection AddHazyGaugeData(this IServiceCollection services, string folder) =>
        services
            .AddPooledDbContextFactory<HazyGaugeDb>(options => Configure(options, folder))
            .AddSingleton(_ => new DataFolder(folder))
            .AddSingleton<WriteGate>()
            .AddSingleton<Jobs.JobStore>()
            .AddSingleton<Jobs.RemovedJobs>()
            .AddSingleton<Entries.EntryStore>()
            .AddSingleton<Bay.BayStore>()
            .AddSingleton<Search.SearchStore>()
            .AddSingleton(typeof(NamedStore<>))
            .AddSingleton<Shop.ShopStore>()
            .AddSingleton<Templates.TemplateStore>()
            .AddSingleton<Files.FileStore>();

    /// <summary>Creates the database or brings it up to date; an existing one is copied aside before it is changed.</summary>
    /// <param name="contexts">Opens the database, in a folder that was taken for this program; asked only where it has to be brought up to date.</param>
    /// <param name="folder">The folder.</param>
    /// <param name="version">Version of this program.</param>
    /// <param name="clock">Names the copy.</param>
    /// <returns>What is left to do before the first request.</returns>
    /// <exception cref="StorageException">A newer program wrote it, or disk or database are not fit to work with.</exception>
    public static async Task<Prepared> PrepareAsync(Func<HazyGaugeDb> contexts, string folder, Version version, TimeProvider clock)
    {
        try
        {
            var known = KnownMigrations();
            await using var plain = new SqliteConnection(ConnectionString(folder, StartSeconds));
            var begun = new BegunWork(folder);
            var isThere = File.Exists(PathIn(folder));
            if (!isThere)
            {
                begun.BeginMaking();
            }
            else if (!begun.IsMaking)
            {
                await RefuseForeignAsync(plain, folder);
            }

            var applied = isThere ? await AppliedAsync(plain) : [];
            if (isThere)
            {
                await RefuseNewerAsync(plain, folder, version, applied.Except(known, StringComparer.Ordinal).Any());
            }

            var pending = known.Except(applied, StringComparer.Ordinal).ToList();
            if (pending.Count > 0)
            {
                if (!begun.IsMaking)
                {
                    CopyAside(folder, begun, pending[0], clock);
                }

                await using var db = contexts();
                await LiftStaleLockAsync(plain);
                await MigrateAsync(db);
            }

            if (pending.Count > 0 || await NumberAsync(plain, AskVersion) == 0)
            {
                await RunAsync(plain, string.Create(CultureInfo.InvariantCulture, $"PRAGMA user_version={Packed(version)}"));
            }

            await RunAsync(plain, "PRAGMA journal_mode=WAL");
            begun.Done();
            DataFolder.CloseToOthers(PathIn(folder));
            return new Prepared(await NumberAsync(plain, Files.StagedContent.CountSql) > 0, await NumberAsync(plain, "SELECT count(*) FROM Jobs WHERE HasOldShape") > 0);
        }
        catch (Exception failed) when (failed is not StorageException && StorageFaults.Of(failed) is { } fault)
        {
            throw new StorageException(fault.InWords(folder), failed);
        }
    }

    /// <summary>What keeps the database from being written now; null where nothing does.</summary>
    /// <param name="folder">Its folder.</param>
    /// <param name="cancellation">Gives up.</param>
    public static async Task<StorageFault?> FaultAsync(DataFolder folder, CancellationToken cancellation)
    {
        try
        {
            // Room for a save of the largest document, which the write-ahead log takes first.
            await using (var probe = folder.CreateTemporary())
            {
                await probe.WriteAsync(new byte[ProbeBytes], cancellation);
                await probe.FlushAsync(cancellation);
            }

            // Asked without Entity Framework, so that whoever waits for a start to be through need not wait for that too.
            await using var plain = new SqliteConnection(ConnectionString(folder.Path, ProbeSeconds));
            await plain.OpenAsync(cancellation);

            // It takes the write lock at once, and gives it back however this ends.
            await using var transaction = await plain.BeginTransactionAsync(cancellation);
            return null;
        }
        catch (Exception failed) when (StorageFaults.Of(failed) is { } fault)
        {
            return fault;
        }
    }

    private const int ProbeBytes = 1024 * 1024;
    private const int ProbeSeconds = 2;
    private const int StartSeconds = 30;
    private const string AskVersion = "PRAGMA user_version";

    // The version that last changed the shape of the database stands in its header: even a program that knows none of that shape can say it.
    private static int Packed(Version version) => (version.Major * 1_000_000) + (version.Minor * 1000) + version.Build;

    // Asked without Entity Framework, which takes longer to come up than everything else of a start.
    private static List<string> KnownMigrations() =>
        [.. typeof(HazyGaugeDb).Assembly.GetTypes().Select(t => t.GetCustomAttribute<MigrationAttribute>()?.Id).OfType<string>().Order(StringComparer.Ordinal)];

    private static async Task<IReadOnlyList<string>> AppliedAsync(SqliteConnection plain)
    {
        if (await NumberAsync(plain, "SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = '__EFMigrationsHistory'") == 0)
        {
            return [];
        }

        await using var command = plain.CreateCommand();
        command.CommandText = "SELECT MigrationId FROM __EFMigrationsHistory";
        await using var reader = await command.ExecuteReaderAsync();
        var applied = new List<string>();
        while (await reader.ReadAsync())
        {
            applied.Add(reader.GetString(0));
        }

        return applied;
    }

    // A file that holds nothing, or something of another program, was put there by somebody: a workshop begun in it without a word would hide that the real one is gone.
    private static async Task RefuseForeignAsync(SqliteConnection plain, string folder)
    {
        var isEmpty = new FileInfo(PathIn(folder)).Length == 0 || await NumberAsync(plain, "SELECT count(*) FROM sqlite_master") == 0;
        if (isEmpty || await NumberAsync(plain, "SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name IN ('Jobs', 'Revisions', '__EFMigrationsHistory')") < 3)
        {
            throw new StorageException(
                $"{PathIn(folder)} {(isEmpty ? "is empty" : "is a database of another program")}. Restore a backup (./hazy restore FILE --force), or move it away to "
                    + $"begin a new workshop; nothing was changed."
            );
        }
    }

    /// <summary>Looks at every page of the database; null where it is whole.</summary>
    /// <param name="folder">Its folder.</param>
    /// <param name="cancellation">Gives up.</param>
    public static async Task<StorageFault?> CheckAsync(string folder, CancellationToken cancellation)
    {
        try
        {
            await using var plain = new SqliteConnection(
                new SqliteConnectionStringBuilder
                {
                    DataSource = PathIn(folder),
                    Mode = SqliteOpenMode.ReadOnly,
                    Pooling = false,
                }.ToString()
            );
            await plain.OpenAsync(cancellation);
            await using var command = plain.CreateCommand();
            command.CommandText = "PRAGMA quick_check(1)";
            return await command.ExecuteScalarAsync(cancellation) is "ok" ? null : StorageFault.Damaged;
        }
        catch (SqliteException broken) when (StorageFaults.Of(broken) is StorageFault.Damaged or StorageFault.NotADatabase)
        {
            return StorageFaults.Of(broken);
        }
    }

    private static async Task RefuseNewerAsync(SqliteConnection plain, string folder, Version version, bool hasUnknown)
    {
        var needed = await NumberAsync(plain, AskVersion);
        if (needed > Packed(version) || hasUnknown)
        {
            var which =
                needed > Packed(version) ? string.Create(CultureInfo.InvariantCulture, $"version {needed / 1_000_000}.{needed / 1000 % 1000}.{needed % 1000}") : "a newer version";
            throw new StorageException($"The database in {folder} needs {which} of Hazy Gauge or later; this is {version.ToString(3)}. Start that one; nothing was changed.");
        }
    }

    // Noted before it is made, and made only where it is not there: killed on the way, the copy from before is the one that counts, for what stands there now may be half
    // of either.
    private static void CopyAside(string folder, BegunWork begun, string before, TimeProvider clock)
    {
        if (begun.Copy is null)
        {
            begun.BeginChanging($"before-{before}-{clock.GetUtcNow().ToString("yyyyMMdd-HHmmss", CultureInfo.InvariantCulture)}.db");
        }

        if (File.Exists(begun.Copy))
        {
            return;
        }

        try
        {
            Backup.CopyWhole(PathIn(folder), begun.Copy!);
        }
        catch (BackupRefusedException damaged)
        {
            throw new StorageException($"The database must be brought up to date, and cannot be copied aside before. {damaged.Message}", damaged);
        }
    }

    // Whoever migrates puts a row there and takes it out again; killed in between it stays, and every later start would wait for ever. The folder is
    // taken for this program, so nobody else can be at it.
    private static async Task LiftStaleLockAsync(SqliteConnection plain)
    {
        if (await NumberAsync(plain, "SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = '__EFMigrationsLock'") > 0)
        {
            await RunAsync(plain, "DELETE FROM \"__EFMigrationsLock\"");
        }
    }

    // A step that takes stored documents apart does it by the rules that read them, which SQLite cannot know.
    private static async Task MigrateAsync(HazyGaugeDb db)
    {
        await db.Database.OpenConnectionAsync();
        (string Whole, Jobs.KeptDocument Parts)? last = null;
        ((SqliteConnection)db.Database.GetDbConnection()).CreateFunction("kept_part", (string whole, string part) =>
        {
            // All parts of one document are asked for one after the other.
            var parts = last?.Whole == whole ? last.Value.Parts : Jobs.KeptDocument.Of(whole);
            last = (whole, parts);
            return part switch
            {
                nameof(parts.Inputs) => parts.Inputs,
                nameof(parts.Results) => parts.Packed(),
                nameof(parts.Said) => parts.Said,
                nameof(parts.CoreVersion) => parts.CoreVersion,
                nameof(parts.Schema) => (object?)parts.Schema,
                _ => throw new ArgumentOutOfRangeException(nameof(part)),
            };
        });
        try
        {
            await db.Database.MigrateAsync();
        }
        finally
        {
            await db.Database.CloseConnectionAsync();
        }
    }

    private static async Task<long> NumberAsync(SqliteConnection plain, string question)
    {
        await OpenAsync(plain);
        await using var command = plain.CreateCommand();
        command.CommandText = question;
        return Convert.ToInt64(await command.ExecuteScalarAsync(), CultureInfo.InvariantCulture);
    }

    private static async Task RunAsync(SqliteConnection plain, string sql)
    {
        await OpenAsync(plain);
        await using var command = plain.CreateCommand();
        command.CommandText = sql;
        await command.ExecuteNonQueryAsync();
    }

    private static Task OpenAsync(SqliteConnection plain) => plain.State == ConnectionState.Open ? Task.CompletedTask : plain.OpenAsync();

    /// <summary>True where there is a database in a folder.</summary>
    public static bool IsIn(string folder) => File.Exists(PathIn(folder));

    /// <summary>Where the database lies in its folder.</summary>
    internal static string PathIn(string folder) => Path.Combine(folder, FileName);

    private static string ConnectionString(string folder, int patienceSeconds = 4) =>
        string.Create(CultureInfo.InvariantCulture, $"Data Source={PathIn(folder)};Foreign Keys=True;Default Timeout={patienceSeconds}");

    internal static void Configure(DbContextOptionsBuilder options, string folder) => options.UseSqlite(ConnectionString(folder)).AddInterceptors(new OpenedConnection());

    /// <summary>
    /// An acknowledged save must outlive a power cut: every commit reaches the disk. And what the bay is listed by stays in memory, 8 MB a connection.
    /// </summary>
    private sealed class OpenedConnection : DbConnectionInterceptor
    {
        private const string Settings = "PRAGMA synchronous=FULL; PRAGMA cache_size=-8000; PRAGMA temp_store=MEMORY";

        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
        {
            using var command = connection.CreateCommand();
            command.CommandText = Settings;
            command.ExecuteNonQuery();
        }

        public override async Task ConnectionOpenedAsync(DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
        {
            await using var command = connection.CreateCommand();
            command.CommandText = Settings;
            await command.ExecuteNonQueryAsync(cancellationToken);
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

/// <summary>What a start finds to do. Asked without Entity Framework: nearly always it is nothing.</summary>
/// <param name="HasLeftovers">True where a program that was killed left content behind that it had begun to bring.</param>
/// <param name="HasOldShapes">True where documents hold what became entries since.</param>
public sealed record Prepared(bool HasLeftovers, bool HasOldShapes);
