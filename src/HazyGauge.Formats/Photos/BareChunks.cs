using System.Buffers.Binary;

namespace HazyGauge.Formats.Photos;

/// <summary>PNG and WebP without their metadata: both are lists of chunks, and only those that make the picture are kept.</summary>
internal static class BareChunks
{
    private static readonly string[] PngKept = ["IHDR", "PLTE", "IDAT", "IEND", "tRNS", "gAMA", "cHRM", "sRGB", "iCCP", "sBIT", "pHYs", "bKGD", "acTL", "fcTL", "fdAT"];
    private static readonly string[] WebPKept = ["VP8 ", "VP8L", "VP8X", "ALPH", "ANIM", "ANMF", "ICCP"];

    // In the flags of VP8X: there is Exif, there is XMP.
    private const byte WebPMetadataFlags = 0x08 | 0x04;

    public static ReadOnlySpan<byte> PngSignature => [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A];

    public static byte[] OfPng(ReadOnlySpan<byte> photo)
    {
        using var bare = new MemoryStream(photo.Length);
        bare.Write(PngSignature);
        var at = PngSignature.Length;
        while (true)
        {
            var length = checked((int)BinaryPrimitives.ReadUInt32BigEndian(photo[at..]));
            var chunk = photo.Slice(at, checked(length + 12));
            var name = NameAt(chunk[4..]);
            if (PngKept.Contains(name, StringComparer.Ordinal))
            {
                bare.Write(chunk);
            }

            if (name == "IEND")
            {
                return bare.ToArray();
            }

            at += chunk.Length;
        }
    }

    public static byte[] OfWebP(ReadOnlySpan<byte> photo)
    {
        using var bare = new MemoryStream(photo.Length);
        bare.Write(photo[..12]);
        var end = checked((int)BinaryPrimitives.ReadUInt32LittleEndian(photo[4..]) + 8);
        for (var at = 12; at < end;)
        {
            var length = checked((int)BinaryPrimitives.ReadUInt32LittleEndian(photo[(at + 4)..]));
            var padded = checked(length + (length % 2));
            var chunk = photo.Slice(at, Math.Min(padded + 8, photo.Length - at));
            if (chunk.Length < length + 8)
            {
                throw new ArgumentException("A chunk breaks off.", nameof(photo));
            }

            var name = NameAt(chunk);
            if (WebPKept.Contains(name, StringComparer.Ordinal))
            {
                var kept = chunk.ToArray();
                if (name == "VP8X")
                {
                    kept[8] &= unchecked((byte)~WebPMetadataFlags);
                }

                bare.Write(kept);
            }

            at += padded + 8;
        }

        var whole = bare.ToArray();
        BinaryPrimitives.WriteUInt32LittleEndian(whole.AsSpan(4), (uint)(whole.Length - 8));
        return whole;
    }

    private static string NameAt(ReadOnlySpan<byte> chunk) => System.Text.Encoding.ASCII.GetString(chunk[..4]);
}
