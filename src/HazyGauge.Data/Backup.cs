using System.Globalization;
using Microsoft.Data.Sqlite;

namespace HazyGauge.Data;

/// <summary>A backup or restore that was not done; the message says why and what to do.</summary>
public sealed class BackupRefusedException : Exception
{
    /// <summary>A refusal.</summary>
    public BackupRefusedException(string message, Exception? cause = null)
        : base(message, cause)
    {
    }
}

/// <summary>
/// Copies the database out and in, with the program running or not: SQLite's own online backup copies a state that was committed,
/// page by page, while others read and write.
/// </summary>
public static class Backup
{
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

        Directory.CreateDirectory(Path.GetDirectoryName(Path.GetFullPath(file))!);
        var partial = file + ".partial";
        File.Delete(partial);
        Copy(path, partial);
        MakeSingleFile(partial);
        Check(partial);
        File.Move(partial, file);
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

        Directory.CreateDirectory(folder);
        string? aside = null;
        if (isThere)
        {
            aside = Path.Combine(folder, $"before-restore-{clock.GetUtcNow().ToString("yyyyMMdd-HHmmss-fff", CultureInfo.InvariantCulture)}.db");
            Save(folder, aside);
        }

        Copy(file, path);
        return aside;
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
        try
        {
            using var connection = Open(file, SqliteOpenMode.ReadOnly);
            if (Ask(connection, "SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name IN ('Jobs', 'Revisions', '__EFMigrationsHistory')") is not 3L)
            {
                throw new BackupRefusedException($"{file} is a database, but not one of Hazy Gauge.");
            }

            if (Ask(connection, "PRAGMA integrity_check") is not "ok")
            {
                throw new BackupRefusedException($"{file} is damaged. Take an older backup.");
            }
        }
        catch (SqliteException broken)
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
        var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = path, Mode = mode, Pooling = false, DefaultTimeout = 30 }.ToString());
        connection.Open();
        return connection;
    }
}
