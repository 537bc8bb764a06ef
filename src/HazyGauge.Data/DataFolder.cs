namespace HazyGauge.Data;

/// <summary>The folder everything is kept in. One program at a time works in it, and its owner alone can read it.</summary>
/// <param name="path">Its path.</param>
public sealed class DataFolder(string path) : IDisposable
{
    private const string LockName = "in-use.lock";
    private const string IncomingName = "incoming";
    private const UnixFileMode OwnerOnly = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;

    private FileStream? _lock;
    private FileStream? _database;
    private volatile object? _fault;

    /// <summary>Its path.</summary>
    public string Path => path;

    /// <summary>Makes the folder where there is none and takes it for this program, until that ends however it does.</summary>
    /// <exception cref="StorageException">Another program works in it, or it cannot be made.</exception>
    public void Take()
    {
        try
        {
            Make(path);
            _lock ??= Open(path);
            ClearLeftovers();
        }
        catch (Exception failed) when (failed is IOException or UnauthorizedAccessException)
        {
            throw new StorageException((StorageFaults.Of(failed) ?? StorageFault.NoAccess).InWords(path), failed);
        }
    }

    /// <summary>Takes the database itself as well, once it is there: the lock beside it may be deleted by hand, and two programs must not write one workshop.</summary>
    /// <exception cref="StorageException">Another program has it.</exception>
    public void TakeDatabase() => _database ??= Hold(path);

    /// <summary>What the last look at every page of the database found; null where all was well, or nobody looked yet.</summary>
    public StorageFault? Fault
    {
        get => (StorageFault?)_fault;
        set => _fault = value;
    }

    /// <summary>Takes a folder for as long as the answer is not disposed of; null where another program works in it.</summary>
    internal static IDisposable? TryTake(string path)
    {
        FileStream? taken = null;
        try
        {
            taken = Open(path);
            if (Database.IsIn(path))
            {
                // Looked at and let go: whoever takes it holds it as long as it runs.
                Hold(path).Dispose();
            }

            return taken;
        }
        catch (StorageException)
        {
            taken?.Dispose();
            return null;
        }
    }

    /// <summary>Makes a folder that its owner alone can read.</summary>
    internal static void Make(string path)
    {
        if (OperatingSystem.IsWindows())
        {
            Directory.CreateDirectory(path);
            return;
        }

        Directory.CreateDirectory(path, OwnerOnly);

        // One that is there already may hold other things than ours; it is closed only where the database is in it.
        if (File.Exists(Database.PathIn(path)))
        {
            File.SetUnixFileMode(path, OwnerOnly);
        }
    }

    /// <summary>Closes a file to all but its owner.</summary>
    internal static void CloseToOthers(string file)
    {
        if (!OperatingSystem.IsWindows())
        {
            File.SetUnixFileMode(file, UnixFileMode.UserRead | UnixFileMode.UserWrite);
        }
    }

    /// <summary>A new empty file that vanishes when it is closed, for content on its way in or out.</summary>
    public FileStream CreateTemporary()
    {
        var folder = Directory.CreateDirectory(System.IO.Path.Combine(path, IncomingName));
        return new FileStream(
            System.IO.Path.Combine(folder.FullName, System.IO.Path.GetRandomFileName()),
            new FileStreamOptions
            {
                Mode = FileMode.CreateNew,
                Access = FileAccess.ReadWrite,
                Share = FileShare.ReadWrite | FileShare.Delete,
                Options = FileOptions.DeleteOnClose | FileOptions.Asynchronous,
                BufferSize = 128 * 1024,
            }
        );
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        _database?.Dispose();
        _lock?.Dispose();
    }

    // The system lets go of it when the program ends, also when it is killed: a stale lock cannot be.
    private static FileStream Open(string path)
    {
        try
        {
            return new FileStream(System.IO.Path.Combine(path, LockName), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException taken) when (taken is not DirectoryNotFoundException && StorageFaults.Of(taken) is null)
        {
            throw TakenBy(path, taken);
        }
    }

    // To close it lets go of what SQLite holds of the same file in this program.
    private static FileStream Hold(string path)
    {
        try
        {
            return new FileStream(Database.PathIn(path), FileMode.Open, FileAccess.Read, FileShare.None);
        }
        catch (IOException taken) when (StorageFaults.Of(taken) is null)
        {
            throw TakenBy(path, taken);
        }
    }

    private static StorageException TakenBy(string path, IOException taken) =>
        new($"Another Hazy Gauge works in {path}. Stop it first, or set HAZY_DATA to another folder.", taken);

    // What a run that was killed left on its way in or out.
    private void ClearLeftovers()
    {
        var incoming = System.IO.Path.Combine(path, IncomingName);
        if (Directory.Exists(incoming))
        {
            Directory.Delete(incoming, recursive: true);
        }

        foreach (var left in Directory.EnumerateFiles(path, "*" + Backup.Unfinished + "*"))
        {
            File.Delete(left);
        }
    }
}
