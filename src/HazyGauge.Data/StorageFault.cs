using Microsoft.Data.Sqlite;

namespace HazyGauge.Data;

/// <summary>What can be wrong with the disk or the database on it.</summary>
public enum StorageFault
{
    /// <summary>The disk is full.</summary>
    NoRoom,

    /// <summary>Folder or database may be read but not written.</summary>
    ReadOnly,

    /// <summary>Another program holds the database.</summary>
    Busy,

    /// <summary>Pages of the database are not what they were.</summary>
    Damaged,

    /// <summary>The file that stands there is no database.</summary>
    NotADatabase,

    /// <summary>The disk answers with errors.</summary>
    DiskError,

    /// <summary>Folder or file cannot be made, opened or read.</summary>
    NoAccess,
}

/// <summary>The folder cannot be worked with; the message says why and what to do.</summary>
public sealed class StorageException : Exception
{
    /// <summary>A folder that cannot be worked with.</summary>
    public StorageException(string message, Exception? cause = null)
        : base(message, cause) { }
}

/// <summary>Tells faults of the disk from faults of the program, and says them in words.</summary>
public static class StorageFaults
{
    // The operating system's own numbers, as .NET hands them on (errno of Linux; the last is Windows' disk full).
    private const int NoSpace = 28;
    private const int OverQuota = 122;
    private const int ReadOnlyFileSystem = 30;
    private const int WindowsDiskFull = unchecked((int)0x80070070);

    /// <summary>The fault an exception stems from; null where it is none of the disk's.</summary>
    public static StorageFault? Of(Exception? exception)
    {
        for (var e = exception; e is not null; e = e.InnerException)
        {
            if (
                e switch
                {
                    SqliteException sqlite => Of(sqlite.SqliteErrorCode, sqlite.SqliteExtendedErrorCode),
                    IOException io => Of(io),
                    TimeoutException => StorageFault.Busy,
                    UnauthorizedAccessException => StorageFault.NoAccess,
                    _ => (StorageFault?)null,
                } is
                { } fault
            )
            {
                return fault;
            }
        }

        return null;
    }

    /// <summary>A fault in words, and what to do about it.</summary>
    /// <param name="fault">The fault.</param>
    /// <param name="place">The folder or file.</param>
    public static string InWords(this StorageFault fault, string place) =>
        fault switch
        {
            StorageFault.NoRoom => $"The disk is full: there is no room for {place}. Make room; nothing that was saved is lost.",
            StorageFault.ReadOnly => $"{place} cannot be written. Make it writable for whoever runs Hazy Gauge.",
            StorageFault.Busy => $"Another program holds the database in {place}. Close it and try again.",
            StorageFault.Damaged => $"The database in {place} is damaged. Restore the latest backup: ./hazy restore FILE --force.",
            StorageFault.NotADatabase => $"What stands in {place} under the name of the database is none. Move it away, or restore a backup: ./hazy restore FILE --force.",
            StorageFault.DiskError => $"The disk under {place} answers with errors. Save what is on it elsewhere (./hazy backup FILE), then look at the disk.",
            StorageFault.NoAccess => $"{place} cannot be made, opened or read. See that it is a folder and belongs to whoever runs Hazy Gauge.",
            _ => throw new ArgumentOutOfRangeException(nameof(fault), fault, "Not a fault."),
        };

    // Result codes of SQLite, https://www.sqlite.org/rescode.html.
    private static StorageFault? Of(int code, int extended) =>
        (code, extended) switch
        {
            // A disk that fills up while SQLite grows a file is told as a failed write, or as shared memory that does not grow.
            (10, 778 or 4874) or (13, _) => StorageFault.NoRoom,
            _ => Of(code),
        };

    private static StorageFault? Of(int code) =>
        code switch
        {
            3 or 14 => StorageFault.NoAccess,
            5 or 6 => StorageFault.Busy,
            8 => StorageFault.ReadOnly,
            11 => StorageFault.Damaged,
            10 => StorageFault.DiskError,
            26 => StorageFault.NotADatabase,
            _ => null,
        };

    private static StorageFault? Of(IOException io) =>
        io switch
        {
            { HResult: NoSpace or OverQuota or WindowsDiskFull } => StorageFault.NoRoom,
            { HResult: ReadOnlyFileSystem } => StorageFault.ReadOnly,
            DirectoryNotFoundException or PathTooLongException => StorageFault.NoAccess,
            _ => null,
        };
}
