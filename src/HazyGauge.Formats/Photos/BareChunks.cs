using System.Buffers.Binary;

namespace HazyGauge.Formats.Photos;

/// <summary>Tells whether a PNG or a WebP is nothing but its picture: both are lists of chunks.</summary>
internal static class BareChunks
{
    // Chunk and the longest it may be: those that hold the picture, and numbers about it.
    private static readonly Dictionary<string, long> PngKept = new(StringComparer.Ordinal)
    {
        ["IHDR"] = 13,
        ["PLTE"] = 768,
        ["IDAT"] = int.MaxValue,
        ["IEND"] = 0,
        ["tRNS"] = 256,
        ["gAMA"] = 4,
        ["cHRM"] = 32,
        ["sRGB"] = 1,
        ["sBIT"] = 4,
        ["pHYs"] = 9,
        ["bKGD"] = 6,
    };

    public static ReadOnlySpan<byte> PngSignature => [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A];

    /// <summary>True where every byte of a PNG (ISO/IEC 15948) belongs to one still picture.</summary>
    public static bool IsPng(ReadOnlySpan<byte> photo)
    {
        for (var at = PngSignature.Length; at + 12 <= photo.Length; )
        {
            var length = BinaryPrimitives.ReadUInt32BigEndian(photo[at..]);
            var name = System.Text.Encoding.ASCII.GetString(photo.Slice(at + 4, 4));
            if (!PngKept.TryGetValue(name, out var longest) || length > longest || at + 12L + length > photo.Length)
            {
                return false;
            }

            at += (int)length + 12;
            if (name == "IEND")
            {
                return at == photo.Length;
            }
        }

        return false;
    }

    /// <summary>True where a WebP (RFC 9649) is one still picture in the simple layout and nothing else.</summary>
    public static bool IsWebP(ReadOnlySpan<byte> photo)
    {
        if (photo.Length < 20 || BinaryPrimitives.ReadUInt32LittleEndian(photo[4..]) != photo.Length - 8)
        {
            return false;
        }

        var length = BinaryPrimitives.ReadUInt32LittleEndian(photo[16..]);
        return (photo[12..].StartsWith("VP8 "u8) || photo[12..].StartsWith("VP8L"u8)) && 20L + length + (length % 2) == photo.Length;
    }
}
