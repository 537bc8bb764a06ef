using System.Globalization;
using Microsoft.Data.Sqlite;

namespace HazyGauge.Data;

/// <summary>A backup or restore that was not done; the message says why and what to do.</summary>
public sealed class BackupRefusedException : Exception
{
    /// <summary>A refusal.</summary>
    public BackupRefusedException(string message, Exception? cause = null)
        : base(message, cause) { }
}

/// <summary>
/// Copies the database out and in, with the program running or not: SQLite's own online backup copies a state that was committed,
/// page by page, while others read and write.
/// </summary>
public static class Backup
{
    /// <summary>What a file is called beside its name while it is not whole yet: nobody else's files in that folder are called so.</summary>
    internal const string Unfinished = ".hazy-gauge-unfinished";

    private static readonly TimeSpan Abandoned = TimeSpan.FromMinutes(1);

    // SQLite's own words for a file that is none of its databases.
    private const int NotADatabase = 26;

    /// <summary>Copies the database into a single file.</summary>
    /// <param name="folder">Folder of the database.</param>
    /// <param name="file">Where to; must not exist.</param>
    /// <exception cref="BackupRefusedException">There is nothing to copy, or the file exists.</exception>
    public static void Save(string folder, string file)
    {
        var path = Database.PathIn(folder);
        if (!File.Exists(path))
        {
            throw new BackupRefusedException($"There is no database in {folder}.");
        }

        if (File.Exists(file))
        {
            throw new BackupRefusedException($"{file} exists already. A backup never overwrites another: choose another name.");
        }

        try
        {
            var to = Path.GetDirectoryName(Path.GetFullPath(file))!;
            Directory.CreateDirectory(to);
            ClearAbandoned(to);
            CopyWhole(path, file);
        }
        catch (Exception failed) when (failed is not BackupRefusedException && StorageFaults.Of(failed) is { } fault)
        {
            throw new BackupRefusedException(fault.InWords(fault is StorageFault.Busy or StorageFault.Damaged or StorageFault.NotADatabase ? folder : file), failed);
        }
    }

    /// <summary>Copies a database into a file of its own, whole or not at all.</summary>
    /// <param name="path">The database.</param>
    /// <param name="file">Where to.</param>
    /// <exception cref="BackupRefusedException">It is damaged.</exception>
    internal static void CopyWhole(string path, string file)
    {
        var partial = file + Unfinished;
        try
        {
            File.Delete(partial);
            Copy(path, partial);
            DataFolder.CloseToOthers(partial);
            MakeSingleFile(partial);
            CheckWhole(partial);
            File.Move(partial, file);
        }
        finally
        {
            Remove(partial);
        }
    }

    /// <summary>Puts a backup in the place of the database. What was there is copied aside first.</summary>
    /// <param name="folder">Folder of the database.</param>
    /// <param name="file">The backup.</param>
    /// <param name="force">True to overwrite a database that is there.</param>
    /// <param name="clock">Names the copy of what was there.</param>
    /// <returns>Where the database that was there went; null where there was none.</returns>
    /// <exception cref="BackupRefusedException">The file is no backup, or a database is there and was not to be overwritten.</exception>
    public static string? Restore(string folder, string file, bool force, TimeProvider clock)
    {
        if (!File.Exists(file))
        {
            throw new BackupRefusedException($"There is no file {file}.");
        }

        Check(file);
        var path = Database.PathIn(folder);
        var isThere = File.Exists(path);
        if (isThere && !force)
        {
            throw new BackupRefusedException($"There is a database in {folder} already. With --force it is replaced; what it holds is copied aside first.");
        }

        try
        {
            DataFolder.Make(folder);
            using var taken = DataFolder.TryTake(folder);
            string? aside = null;
            if (isThere)
            {
                aside = Path.Combine(folder, $"before-restore-{clock.GetUtcNow().ToString("yyyyMMdd-HHmmss-fff", CultureInfo.InvariantCulture)}.db");
                SetAside(path, aside);
            }

            if (taken is null)
            {
                ReplaceUnder(path, file);
            }
            else
            {
                Replace(path, file);
            }

            // What a killed start had begun was done to the database that is gone.
            new BegunWork(folder).Done();
            return aside;
        }
        catch (Exception failed) when (failed is not BackupRefusedException && StorageFaults.Of(failed) is { } fault)
        {
            throw new BackupRefusedException(fault.InWords(folder), failed);
        }
    }

    // What is no sound database any more cannot be copied page by page; it is kept as the files it is.
    private static void SetAside(string path, string aside)
    {
        try
        {
            CopyWhole(path, aside);
        }
        catch (Exception damaged) when (damaged is BackupRefusedException || StorageFaults.Of(damaged) is StorageFault.Damaged or StorageFault.NotADatabase)
        {
            File.Copy(path, aside, overwrite: true);
            if (File.Exists(path + "-wal"))
            {
                File.Copy(path + "-wal", aside + "-wal", overwrite: true);
            }
        }
    }

    // A database that a running program has open must stay the same file; SQLite copies into it as one transaction.
    private static void ReplaceUnder(string path, string file)
    {
        const string Shape = "SELECT group_concat(MigrationId) FROM (SELECT MigrationId FROM __EFMigrationsHistory ORDER BY MigrationId)";
        using (var running = Open(path, SqliteOpenMode.ReadOnly))
        using (var copy = Open(file, SqliteOpenMode.ReadOnly))
        {
            if (!Equals(Ask(running, Shape), Ask(copy, Shape)))
            {
                throw new BackupRefusedException($"{file} was made by another version than the Hazy Gauge that is running. Stop that first, then restore.");
            }
        }

        Copy(file, path);
    }

    // Staged beside it and put in its place in one step: until then the old one is whole, afterwards the new one.
    private static void Replace(string path, string file)
    {
        var staged = path + Unfinished;
        try
        {
            File.Delete(staged);
            Copy(file, staged);
            DataFolder.CloseToOthers(staged);
            MakeSingleFile(staged);
            TakeInLog(path);
            File.Move(staged, path, overwrite: true);
        }
        finally
        {
            Remove(staged);
        }
    }

    // A write-ahead log that outlived its database would be played into the next one of that name.
    private static void TakeInLog(string path)
    {
        if (!File.Exists(path))
        {
            return;
        }

        try
        {
            MakeSingleFile(path);
        }
        catch (SqliteException broken) when (StorageFaults.Of(broken) is StorageFault.Damaged or StorageFault.NotADatabase)
        {
            File.Delete(path + "-wal");
            File.Delete(path + "-shm");
        }
    }

    private static void Remove(string partial)
    {
        foreach (var left in new[] { partial, partial + "-journal", partial + "-wal", partial + "-shm" })
        {
            File.Delete(left);
        }
    }

    // A backup that is killed cannot clean up after itself; the next one does. One that is being written has just been touched.
    private static void ClearAbandoned(string folder)
    {
        foreach (var left in Directory.EnumerateFiles(folder, "*" + Unfinished + "*").Where(f => File.GetLastWriteTimeUtc(f) < DateTime.UtcNow - Abandoned))
        {
            File.Delete(left);
        }
    }

    private static void Copy(string from, string to)
    {
        using (var source = Open(from, SqliteOpenMode.ReadOnly))
        using (var target = Open(to, SqliteOpenMode.ReadWriteCreate))
        {
            source.BackupDatabase(target);
        }
    }

    // In write-ahead mode, which is copied along, merely looking into a backup would put two more files beside it.
    private static void MakeSingleFile(string file)
    {
        using var connection = Open(file, SqliteOpenMode.ReadWrite);
        Ask(connection, "PRAGMA journal_mode = DELETE");
    }

    /// <summary>Refuses a file that is not a whole database of this program.</summary>
    private static void Check(string file)
    {
        CheckWhole(file);
        using var connection = Open(file, SqliteOpenMode.ReadOnly);
        if (Ask(connection, "SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name IN ('Jobs', 'Revisions', '__EFMigrationsHistory')") is not 3L)
        {
            throw new BackupRefusedException($"{file} is a database, but not one of Hazy Gauge.");
        }
    }

    /// <summary>Refuses a file that is not a whole database.</summary>
    private static void CheckWhole(string file)
    {
        try
        {
            using var connection = Open(file, SqliteOpenMode.ReadOnly);
            if (Ask(connection, "PRAGMA integrity_check") is not "ok")
            {
                throw new BackupRefusedException($"{file} is damaged. Take an older backup.");
            }
        }
        catch (SqliteException broken) when (StorageFaults.Of(broken) is not StorageFault.NoRoom)
        {
            throw new BackupRefusedException(broken.SqliteErrorCode == NotADatabase ? $"{file} is not a database." : $"{file} cannot be read: it is damaged.", broken);
        }
    }

    private static object? Ask(SqliteConnection connection, string question)
    {
        using var command = connection.CreateCommand();
        command.CommandText = question;
        return command.ExecuteScalar();
    }

    private static SqliteConnection Open(string path, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = path,
                Mode = mode,
                Pooling = false,
                DefaultTimeout = 30,
            }.ToString()
        );
        connection.Open();
        return connection;
    }
}
