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
    private const LogicLevel NoLevel = (LogicLevel)255;
    private static readonly LogicLevel[] Levels = MakeLevels();

    /// <summary>Reads to the end and returns the last time stamp.</summary>
    public static long Read<TChanges>(VcdTokens tokens, VcdHeader header, TChanges changes)
        where TChanges : struct, IVcdChanges
    {
        var codes = header.Variables.Select(v => v.Code).ToHashSet();
        var declared = ulong.MaxValue;
        long tick = -1;
        var inDump = false;
        while (true)
        {
            while (tokens.NextTimeAndValue(out var time, out var bit, out var letter))
            {
                tick = time >= tick && tick >= 0 ? time : Advance(tokens, tick, time, changes);
                declared = Declared(tokens, codes, declared, letter - 0x20UL);
                changes.Change(tick, declared, bit == '0' ? LogicLevel.Low : LogicLevel.Released);
            }

            if (!tokens.Next(out var word))
            {
                break;
            }

            if (word[0] == '#')
            {
                tick = Advance(tokens, tick, Time(tokens, word), changes);
                continue;
            }

            if (word[0] == '$')
            {
                inDump = Keyword(tokens, word, inDump);
                continue;
            }

            if (tick < 0)
            {
                tick = Advance(tokens, tick, 0, changes);
            }

            declared = Declared(tokens, codes, declared, Value(tokens, word, out var level));
            if (level != NoLevel)
            {
                changes.Change(tick, declared, level);
            }
        }

        if (inDump)
        {
            throw tokens.Refuse("the file ends inside its first values. It was cut off: copy or export it again.");
        }

        return tick < 0 ? Advance(tokens, tick, 0, changes) : tick;
    }

    /// <summary>The code, known to be declared; most often it is the one before.</summary>
    private static ulong Declared(VcdTokens tokens, HashSet<ulong> codes, ulong before, ulong code) =>
        code == before || codes.Contains(code) ? code : throw tokens.Refuse("a value of a signal that the header does not declare.");

    private static long Advance<TChanges>(VcdTokens tokens, long from, long to, TChanges changes)
        where TChanges : struct, IVcdChanges
    {
        if (from < 0)
        {
            changes.Begin(to);
        }
        else if (to < from)
        {
            throw tokens.Refuse(
                tokens.EndedInWord ? "the file ends in the middle of a time stamp. It was cut off: copy or export it again." : $"time runs backwards, from {from} to {to}."
            );
        }

        return to;
    }

    // Digits by hand: half of all words are time stamps, and a general parser takes three times as long.
    private static long Time(VcdTokens tokens, ReadOnlySpan<byte> word)
    {
        const int MostDigits = 18;
        var digits = word[1..];
        long time = 0;
        var isTime = digits.Length is > 0 and <= MostDigits;
        foreach (var digit in digits)
        {
            isTime &= digit is >= (byte)'0' and <= (byte)'9';
            time = (time * 10) + (digit - '0');
        }

        return isTime ? time : throw tokens.Refuse($"'{VcdHeader.Show(word)}' is not a time stamp.");
    }

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

    private static ulong Value(VcdTokens tokens, ReadOnlySpan<byte> word, out LogicLevel level)
    {
        level = Levels[word[0]];
        if (level == NoLevel)
        {
            return VectorValue(tokens, word, out level);
        }

        return word.Length == 1 && tokens.EndedInWord
            ? throw tokens.Refuse("the file ends in the middle of a value. It was cut off: copy or export it again.")
            : VcdHeader.PackCode(tokens, word[1..]);
    }

    // A vector, real or string: the code is the next word. Of a one-bit vector the last bit is the level.
    private static ulong VectorValue(VcdTokens tokens, ReadOnlySpan<byte> word, out LogicLevel level)
    {
        if (word[0] is not ((byte)'b' or (byte)'B' or (byte)'r' or (byte)'R' or (byte)'s' or (byte)'S'))
        {
            throw tokens.Refuse($"'{VcdHeader.Show(word)}' is neither a time nor a value.");
        }

        level = word[0] is (byte)'b' or (byte)'B' && word.Length > 1 ? Levels[word[^1]] : NoLevel;
        return tokens.Next(out var code)
            ? VcdHeader.PackCode(tokens, code)
            : throw tokens.Refuse("the file ends in the middle of a value. It was cut off: copy or export it again.");
    }

    // An open collector only pulls low; released it floats up through the pull-up, which some recorders write as z or weak high.
    // Beyond the four levels of the standard, some tools write the nine of VHDL: l and h are weak, u, w and - are unknown.
    private static LogicLevel[] MakeLevels()
    {
        var levels = new LogicLevel[256];
        Array.Fill(levels, NoLevel);
        Set("0lL", LogicLevel.Low);
        Set("1zZhH", LogicLevel.Released);
        Set("xXuUwW-", LogicLevel.Unknown);
        return levels;

        void Set(string letters, LogicLevel level)
        {
            foreach (var letter in letters)
            {
                levels[letter] = level;
            }
        }
    }
}
