using System.Buffers.Text;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Formats.Vcd;

/// <summary>Receives the changes of one-bit signals as they are read.</summary>
internal interface IVcdChanges
{
    /// <summary>The recording begins at this tick.</summary>
    void Begin(long tick);

    /// <summary>A signal has this level from this tick on.</summary>
    void Change(long tick, ulong code, LogicLevel level);
}

/// <summary>The value changes of a VCD file (IEEE 1364-2005, clause 18).</summary>
internal static class VcdBody
{
    /// <summary>Reads to the end and returns the last time stamp.</summary>
    public static long Read<TChanges>(VcdTokens tokens, VcdHeader header, TChanges changes)
        where TChanges : IVcdChanges
    {
        var codes = header.Variables.Select(v => v.Code).ToHashSet();
        long? tick = null;
        var inDump = false;
        while (tokens.Next(out var word))
        {
            var first = word[0];
            if (first == '#')
            {
                var time = Time(tokens, word);
                if (tick is null)
                {
                    changes.Begin(time);
                }
                else if (time < tick)
                {
                    throw tokens.Refuse(tokens.EndedInWord
                        ? "the file ends in the middle of a time stamp. It was cut off: copy or export it again."
                        : $"time runs backwards, from {tick} to {time}.");
                }

                tick = time;
            }
            else if (first == '$')
            {
                inDump = Keyword(tokens, word, inDump);
            }
            else
            {
                if (tick is null)
                {
                    tick = 0;
                    changes.Begin(0);
                }

                var (code, level) = Value(tokens, word);
                if (!codes.Contains(code))
                {
                    throw tokens.Refuse("a value of a signal that the header does not declare.");
                }

                if (level is { } known)
                {
                    changes.Change(tick.Value, code, known);
                }
            }
        }

        if (inDump)
        {
            throw tokens.Refuse("the file ends inside its first values. It was cut off: copy or export it again.");
        }

        if (tick is null)
        {
            changes.Begin(0);
        }

        return tick ?? 0;
    }

    private static long Time(VcdTokens tokens, ReadOnlySpan<byte> word) =>
        Utf8Parser.TryParse(word[1..], out long time, out var used) && used == word.Length - 1 && time is >= 0 and < long.MaxValue / 4
            ? time
            : throw tokens.Refuse($"'{VcdHeader.Show(word)}' is not a time stamp.");

    private static bool Keyword(VcdTokens tokens, ReadOnlySpan<byte> word, bool inDump)
    {
        if (word.SequenceEqual("$end"u8))
        {
            return false;
        }

        if (word.SequenceEqual("$comment"u8))
        {
            while (tokens.Next(out var inside))
            {
                if (inside.SequenceEqual("$end"u8))
                {
                    return inDump;
                }
            }

            throw tokens.Refuse("the file ends inside a comment. It was cut off: copy or export it again.");
        }

        return word.SequenceEqual("$dumpvars"u8) || word.SequenceEqual("$dumpall"u8) || word.SequenceEqual("$dumpon"u8) || word.SequenceEqual("$dumpoff"u8)
            ? true
            : throw tokens.Refuse($"'{VcdHeader.Show(word)}' does not belong here.");
    }

    private static (ulong Code, LogicLevel? Level) Value(VcdTokens tokens, ReadOnlySpan<byte> word)
    {
        switch (word[0])
        {
            case (byte)'b' or (byte)'B' or (byte)'r' or (byte)'R' or (byte)'s' or (byte)'S':
                // A vector, real or string: the code is the next word. Of a one-bit vector the last bit is the level.
                LogicLevel? level = word[0] is (byte)'b' or (byte)'B' && word.Length > 1 ? Level(word[^1]) : null;
                return tokens.Next(out var code)
                    ? (VcdHeader.PackCode(tokens, code), level)
                    : throw tokens.Refuse("the file ends in the middle of a value. It was cut off: copy or export it again.");
            default:
                if (Level(word[0]) is not { } scalar)
                {
                    throw tokens.Refuse($"'{VcdHeader.Show(word)}' is neither a time nor a value.");
                }

                return word.Length == 1 && tokens.EndedInWord
                    ? throw tokens.Refuse("the file ends in the middle of a value. It was cut off: copy or export it again.")
                    : (VcdHeader.PackCode(tokens, word[1..]), scalar);
        }
    }

    // An open collector only pulls low; released it floats up through the pull-up, which some recorders write as z or weak high.
    // Beyond the four levels of the standard, some tools write the nine of VHDL: l and h are weak, u, w and - are unknown.
    private static LogicLevel? Level(byte b) => (char)b switch
    {
        '0' or 'l' or 'L' => LogicLevel.Low,
        '1' or 'z' or 'Z' or 'h' or 'H' => LogicLevel.Released,
        'x' or 'X' or 'u' or 'U' or 'w' or 'W' or '-' => LogicLevel.Unknown,
        _ => null,
    };
}
