using HazyGauge.Core.Findings;

namespace HazyGauge.Formats.Csv;

/// <summary>Passes text on as long as its lines have a sensible length: a line without end must not fill the memory.</summary>
internal sealed class BoundedLineStream(Stream inner, CancellationToken cancellation) : Stream
{
    /// <summary>Longest line, bytes.</summary>
    public const int LongestLine = 64 * 1024;

    private long _line = 1;
    private long _lineBytes;

    public override bool CanRead => true;

    public override bool CanSeek => false;

    public override bool CanWrite => false;

    public override long Length => throw new NotSupportedException();

    public override long Position
    {
        get => throw new NotSupportedException();
        set => throw new NotSupportedException();
    }

    public override int Read(byte[] buffer, int offset, int count) => Read(buffer.AsSpan(offset, count));

    public override int Read(Span<byte> buffer)
    {
        cancellation.ThrowIfCancellationRequested();
        var read = inner.Read(buffer);
        var rest = buffer[..read];
        if (rest.IndexOf((byte)0) is >= 0 and var nul)
        {
            throw Refuse(_line + rest[..nul].Count((byte)'\n'), "this is not plain text. Export the recording as CSV in UTF-8.");
        }

        for (var end = rest.IndexOf((byte)'\n'); end >= 0; end = rest.IndexOf((byte)'\n'))
        {
            Count(end);
            (_line, _lineBytes) = (_line + 1, 0);
            rest = rest[(end + 1)..];
        }

        Count(rest.Length);
        return read;
    }

    public override void Flush()
    {
    }

    public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

    public override void SetLength(long value) => throw new NotSupportedException();

    public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();

    /// <summary>A refusal that names its line.</summary>
    public static RefusedInputException Refuse(long line, string text) => new("file", $"Line {line}: {text}");

    protected override void Dispose(bool disposing)
    {
        if (disposing)
        {
            inner.Dispose();
        }

        base.Dispose(disposing);
    }

    private void Count(int bytes)
    {
        _lineBytes += bytes;
        if (_lineBytes > LongestLine)
        {
            throw Refuse(_line, $"longer than {LongestLine / 1024} kB. This is not a CSV recording.");
        }
    }
}
