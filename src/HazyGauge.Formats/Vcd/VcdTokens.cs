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
    private int _lineStart;
    private bool _ended;

    public long Line { get; private set; } = 1;

    /// <summary>True where the last word ended with the file, without a blank after it: it may be cut.</summary>
    public bool EndedInWord { get; private set; }

    /// <summary>The next word; false at the end. The span is valid until the next call.</summary>
    public bool Next(out ReadOnlySpan<byte> word)
    {
        // Written for the word that lies whole in the buffer, which is all but one in thousands.
        SkipBlanks();
        var (buffer, start, end) = (_buffer, _position, _position);
        while (end < _filled && buffer[end] > ' ')
        {
            end++;
        }

        if (end < _filled)
        {
            word = buffer.AsSpan(start, end - start);
            _position = end;
            return true;
        }

        return NextAcrossBuffers(end - start, out word);
    }

    /// <summary>
    /// Takes a time stamp and one value of one level on two lines of their own, the way nearly every line of a capture is written, in a
    /// single pass over their bytes; false, with nothing taken, where anything is different. Then <see cref="Next"/> takes word by word.
    /// </summary>
    public bool NextTimeAndValue(out long time, out byte level, out byte code)
    {
        const int MostDigits = 18;
        const int Room = MostDigits + 8;
        var (buffer, at) = (_buffer, _position);
        time = 0;
        level = code = 0;
        if (_filled - at < Room || buffer[at] != '\n' || buffer[at + 1] != '#')
        {
            return false;
        }

        at += 2;
        var first = at;
        if (EightDigits.TryRead(buffer.AsSpan(at), out var eight))
        {
            (time, at) = (eight, at + 8);
        }

        for (var digit = buffer[at] - (uint)'0'; digit <= 9 && at - first < MostDigits; digit = buffer[at] - (uint)'0')
        {
            time = (time * 10) + digit;
            at++;
        }

        level = buffer[at + 1];
        code = buffer[at + 2];
        if (at == first || buffer[at] != '\n' || buffer[at + 3] != '\n' || (level != '0' && level != '1') || code <= ' ')
        {
            return false;
        }

        _position = at + 3;
        _lineStart = at + 1;
        Line += 2;
        return true;
    }

    /// <summary>Refuses the file, naming the line.</summary>
    public RefusedInputException Refuse(string text) => new("file", $"Line {Line}: {text}");

    private bool NextAcrossBuffers(int length, out ReadOnlySpan<byte> word)
    {
        word = default;
        while (Fill(length))
        {
            if (length == 0)
            {
                SkipBlanks();
            }

            while (_position + length < _filled && _buffer[_position + length] > ' ')
            {
                length++;
            }

            if (_position + length < _filled)
            {
                break;
            }
        }

        EndedInWord = _ended;
        word = _buffer.AsSpan(_position, length);
        _position += length;
        return length > 0;
    }

    private void SkipBlanks()
    {
        var (buffer, position) = (_buffer, _position);
        while (position < _filled && buffer[position] <= ' ')
        {
            var blank = buffer[position++];
            if (blank == '\n')
            {
                _position = position;
                CheckLine();
                Line++;
                _lineStart = position;
            }
            else if (blank is not ((byte)' ' or (byte)'\r' or (byte)'\t'))
            {
                throw Refuse("this is not text. A VCD capture is a text file; was a binary recording of the logic analyzer chosen instead of its VCD export?");
            }
        }

        _position = position;
    }

    private void CheckLine()
    {
        if (_position - _lineStart > LongestLine)
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
        CheckLine();
        Buffer.BlockCopy(_buffer, _position, _buffer, 0, keep);
        _lineStart -= _position;
        _position = 0;
        var read = stream.Read(_buffer, keep, _buffer.Length - keep);
        _filled = keep + read;
        _ended = read == 0;
        return !_ended;
    }
}
