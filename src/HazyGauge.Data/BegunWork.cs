namespace HazyGauge.Data;

/// <summary>What a start has begun in the folder and not ended: a program that is killed in between leaves a note to the next one.</summary>
/// <param name="folder">The folder.</param>
internal sealed class BegunWork(string folder)
{
    // Stands where the other note names a copy: a new database has none.
    private const string Making = "making";

    private string Note => Path.Combine(folder, "begun");

    private string? Said => File.Exists(Note) ? File.ReadAllText(Note) : null;

    /// <summary>True where a new database was begun, and what stands there may be empty.</summary>
    public bool IsMaking => Said == Making;

    /// <summary>Where the database was to be copied aside before it is changed; null where no change was begun.</summary>
    public string? Copy => Said is { Length: > 0 } said and not Making ? Path.Combine(folder, said) : null;

    /// <summary>Notes that a new database is begun.</summary>
    public void BeginMaking() => Write(Making);

    /// <summary>Notes that the database is about to be changed.</summary>
    /// <param name="copy">Name of the file it is copied aside to before.</param>
    public void BeginChanging(string copy) => Write(copy);

    /// <summary>All of it is done.</summary>
    public void Done() => File.Delete(Note);

    private void Write(string said)
    {
        using var note = new FileStream(Note, FileMode.Create, FileAccess.Write);
        note.Write(System.Text.Encoding.UTF8.GetBytes(said));
        note.Flush(flushToDisk: true);
    }
}
