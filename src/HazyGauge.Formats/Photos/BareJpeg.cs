using System.Buffers.Binary;

namespace HazyGauge.Formats.Photos;

/// <summary>A JPEG without its metadata (segments as in ITU-T T.81, annex B; orientation as in Exif, tag 0x0112 of the first directory).</summary>
internal static class BareJpeg
{
    private const byte StartOfImage = 0xD8;
    private const byte EndOfImage = 0xD9;
    private const byte StartOfScan = 0xDA;
    private const byte App0 = 0xE0;
    private const byte App1 = 0xE1;
    private const byte App2 = 0xE2;
    private const byte App14 = 0xEE;
    private const byte App15 = 0xEF;
    private const byte Comment = 0xFE;
    private const ushort OrientationTag = 0x0112;

    public static byte[] Of(ReadOnlySpan<byte> photo)
    {
        using var bare = new MemoryStream(photo.Length);
        bare.Write([0xFF, StartOfImage]);
        if (Orientation(photo) is { } orientation and > 1)
        {
            bare.Write(ExifWith(orientation));
        }

        var at = 2;
        while (true)
        {
            var marker = MarkerAt(photo, ref at);
            if (marker == EndOfImage)
            {
                // Whatever hangs on behind the picture, a film or another picture, is not part of it.
                bare.Write([0xFF, EndOfImage]);
                return bare.ToArray();
            }

            var segment = Segment(photo, at);
            if (IsKept(marker, segment))
            {
                bare.Write([0xFF, marker]);
                bare.Write(segment);
            }

            at += segment.Length;
            if (marker == StartOfScan)
            {
                var end = EndOfScan(photo, at);
                bare.Write(photo[at..end]);
                at = end;
            }
        }
    }

    // The picture itself, its size, its colours; of what programs add only the colour profile and how colours were turned.
    private static bool IsKept(byte marker, ReadOnlySpan<byte> segment) => marker switch
    {
        App0 or App14 => true,
        App2 => segment[2..].StartsWith("ICC_PROFILE"u8),
        >= App1 and <= App15 or Comment => false,
        _ => true,
    };

    private static byte MarkerAt(ReadOnlySpan<byte> photo, ref int at)
    {
        if (photo[at] != 0xFF)
        {
            throw new ArgumentException("No marker where one belongs.", nameof(photo));
        }

        while (photo[at] == 0xFF)
        {
            at++;
        }

        return photo[at++];
    }

    private static ReadOnlySpan<byte> Segment(ReadOnlySpan<byte> photo, int at) => photo.Slice(at, Math.Max(2, (int)BinaryPrimitives.ReadUInt16BigEndian(photo[at..])));

    // Within a scan FF 00 is a plain FF, and restart markers belong to it.
    private static int EndOfScan(ReadOnlySpan<byte> photo, int at)
    {
        while (photo[at] != 0xFF || photo[at + 1] is 0 or (>= 0xD0 and <= 0xD7))
        {
            at++;
        }

        return at;
    }

    private static ushort? Orientation(ReadOnlySpan<byte> photo)
    {
        var at = 2;
        while (at + 4 < photo.Length)
        {
            var marker = MarkerAt(photo, ref at);
            if (marker is StartOfScan or EndOfImage)
            {
                return null;
            }

            var segment = Segment(photo, at);
            if (marker == App1 && segment.Length > 16 && segment[2..].StartsWith("Exif\0\0"u8))
            {
                return InTiff(segment[8..]);
            }

            at += segment.Length;
        }

        return null;
    }

    private static ushort? InTiff(ReadOnlySpan<byte> tiff)
    {
        var little = tiff.StartsWith("II"u8);
        ushort Short(ReadOnlySpan<byte> from) => little ? BinaryPrimitives.ReadUInt16LittleEndian(from) : BinaryPrimitives.ReadUInt16BigEndian(from);
        uint Long(ReadOnlySpan<byte> from) => little ? BinaryPrimitives.ReadUInt32LittleEndian(from) : BinaryPrimitives.ReadUInt32BigEndian(from);
        var directory = Long(tiff[4..]);
        if (directory + 2 > tiff.Length)
        {
            return null;
        }

        var entries = Short(tiff[(int)directory..]);
        for (var i = 0; i < entries; i++)
        {
            var at = (int)directory + 2 + (12 * i);
            if (at + 12 > tiff.Length)
            {
                return null;
            }

            if (Short(tiff[at..]) == OrientationTag)
            {
                return Short(tiff[(at + 8)..]) is >= 1 and <= 8 and var orientation ? orientation : null;
            }
        }

        return null;
    }

    private static byte[] ExifWith(ushort orientation) =>
    [
        0xFF, App1, 0, 34,
        .. "Exif\0\0MM\0*"u8, 0, 0, 0, 8,
        0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, (byte)orientation, 0, 0,
        0, 0, 0, 0,
    ];
}
