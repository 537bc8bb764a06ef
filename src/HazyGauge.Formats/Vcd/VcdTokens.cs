using HazyGauge.Core.Findings;

namespace HazyGauge.Formats.Vcd;

/// <summary>Cuts a VCD text into its blank-separated words, streaming, and remembers the line it is at.</summary>
internal sealed class VcdTokens(Stream stream, CancellationToken cancellation)
{
    /// <summary>Longest line that is read, bytes. A line beyond it is no VCD text, or one made to exhaust memory.</summary>
    public const int LongestLine = 64 * 1024;

    private readonly byte[] _buffer = new byte[128 * 1024];
    private int _position;
    private int _filled;
    private int _lineBytes;
    private bool _ended;

    public long Line { get; private set; } = 1;

    /// <summary>True where the last word ended with the file, without a blank after it: it may be cut.</summary>
    public bool EndedInWord { get; private set; }

    /// <summary>The next word; false at the end. The span is valid until the next call.</summary>
    public bool Next(out ReadOnlySpan<byte> word)
    {
        word = default;
        while (true)
        {
            while (_position < _filled && IsBlank(_buffer[_position]))
            {
                CountLine(_buffer[_position++]);
            }

            if (_position < _filled)
            {
                break;
            }

            if (!Fill(0))
            {
                return false;
            }
        }

        var length = 0;
        while (true)
        {
            while (_position + length < _filled && !IsBlank(_buffer[_position + length]))
            {
                CheckText(_buffer[_position + length]);
                CountLine(0);
                length++;
            }

            if (_position + length < _filled)
            {
                break;
            }

            if (!Fill(length))
            {
                EndedInWord = true;
                break;
            }
        }

        word = _buffer.AsSpan(_position, length);
        _position += length;
        return true;
    }

    /// <summary>Refuses the file, naming the line.</summary>
    public RefusedInputException Refuse(string text) => new("file", $"Line {Line}: {text}");

    private static bool IsBlank(byte b) => b is (byte)' ' or (byte)'\n' or (byte)'\r' or (byte)'\t';

    private void CheckText(byte b)
    {
        if (b < 0x20 || b == 0x7F)
        {
            throw Refuse("this is not text. A VCD capture is a text file; was a binary recording of the logic analyser chosen instead of its VCD export?");
        }
    }

    private void CountLine(byte b)
    {
        if (b == '\n')
        {
            Line++;
            _lineBytes = 0;
        }
        else if (++_lineBytes > LongestLine)
        {
            throw Refuse($"longer than {LongestLine / 1024} kB. This is not a VCD capture.");
        }
    }

    /// <summary>Reads on, keeping the begun word; false at the end of the file.</summary>
    private bool Fill(int keep)
    {
        if (_ended)
        {
            return false;
        }

        cancellation.ThrowIfCancellationRequested();
        Buffer.BlockCopy(_buffer, _position, _buffer, 0, keep);
        _position = 0;
        var read = stream.Read(_buffer, keep, _buffer.Length - keep);
        _filled = keep + read;
        _ended = read == 0;
        return !_ended;
    }
}
