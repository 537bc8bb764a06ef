using HazyGauge.Core.Findings;

namespace HazyGauge.Formats.Csv;

/// <summary>Passes text on as long as its lines have a sensible length: a line without end must not fill the memory.</summary>
internal sealed class BoundedLineStream(Stream inner, CancellationToken cancellation) : ReadThroughStream(inner)
{
    /// <summary>Longest line, bytes.</summary>
    public const int LongestLine = 64 * 1024;

    private long _line = 1;
    private long _lineBytes;

    /// <summary>A refusal that names its line.</summary>
    public static RefusedInputException Refuse(long line, string text) => new("file", $"Line {line}: {text}");

    protected override void Look(ReadOnlySpan<byte> read)
    {
        cancellation.ThrowIfCancellationRequested();
        if (read.IndexOf((byte)0) is >= 0 and var nul)
        {
            throw Refuse(_line + read[..nul].Count((byte)'\n'), "this is not plain text. Export the recording as CSV in UTF-8.");
        }

        for (var end = read.IndexOf((byte)'\n'); end >= 0; end = read.IndexOf((byte)'\n'))
        {
            Count(end);
            (_line, _lineBytes) = (_line + 1, 0);
            read = read[(end + 1)..];
        }

        Count(read.Length);
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
