namespace HazyGauge.Data;

/// <summary>What a start has begun in the folder and not ended: a program that is killed in between leaves a note to the next one.</summary>
/// <param name="folder">The folder.</param>
internal sealed class BegunWork(string folder)
{
    /// <summary>A new database is being made.</summary>
    public const string Making = "making";

    /// <summary>A database is being brought up to date, and was copied aside before.</summary>
    public const string Changing = "changing";

    private string File => Path.Combine(folder, "begun");

    /// <summary>True where that was begun and not ended.</summary>
    public bool Is(string work) => System.IO.File.Exists(File) && System.IO.File.ReadAllText(File) == work;

    /// <summary>Notes that it is begun.</summary>
    public void Note(string work)
    {
        using var note = new FileStream(File, FileMode.Create, FileAccess.Write);
        note.Write(System.Text.Encoding.ASCII.GetBytes(work));
        note.Flush(flushToDisk: true);
    }

    /// <summary>All of it is done.</summary>
    public void Done() => System.IO.File.Delete(File);
}
