using System.Buffers.Binary;

namespace HazyGauge.Formats.Vcd;

/// <summary>Reads eight decimal digits at once: the bytes of a word are added up in pairs, the pairs in pairs, and those once more.</summary>
internal static class EightDigits
{
    private const ulong Zeros = 0x3030303030303030;
    private const ulong HighHalves = 0xF0F0F0F0F0F0F0F0;
    private const ulong UpToNine = 0x0606060606060606;

    /// <summary>The number that the first eight bytes spell; false where they are not all digits.</summary>
    /// <param name="text">At least eight bytes.</param>
    /// <param name="number">The number.</param>
    public static bool TryRead(ReadOnlySpan<byte> text, out long number)
    {
        var digits = BinaryPrimitives.ReadUInt64LittleEndian(text);
        if ((digits & HighHalves) != Zeros || ((digits + UpToNine) & HighHalves) != Zeros)
        {
            number = 0;
            return false;
        }

        // The first digit lies in the lowest byte.
        digits -= Zeros;
        digits = (digits * 10) + (digits >> 8);
        const ulong Pairs = 0x000000FF000000FF;
        const ulong First = 100 + (1_000_000UL << 32);
        const ulong Second = 1 + (10_000UL << 32);
        number = (long)((((digits & Pairs) * First) + (((digits >> 16) & Pairs) * Second)) >> 32);
        return true;
    }
}
