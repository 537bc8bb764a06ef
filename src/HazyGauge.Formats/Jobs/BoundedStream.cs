namespace HazyGauge.Formats.Jobs;

/// <summary>Reads on only as long as what comes stays within what was announced: a small zip may unpack to a very large one.</summary>
internal sealed class BoundedStream(Stream inner, long limit) : ReadThroughStream(inner)
{
    private long _read;

    protected override void Look(ReadOnlySpan<byte> read)
    {
        _read += read.Length;
        if (_read > limit)
        {
            throw new TooLongException();
        }
    }

    internal sealed class TooLongException() : IOException("A file in it is longer than it claims to be.");
}
