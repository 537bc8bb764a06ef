using System.Buffers.Binary;

namespace HazyGauge.Formats.Photos;

/// <summary>Tells whether a JPEG is nothing but its picture (segments as in ITU-T T.81, annex B), and which way up it is (Exif, tag 0x0112 of the first directory).</summary>
internal static class BareJpeg
{
    private const byte StartOfImage = 0xD8;
    private const byte EndOfImage = 0xD9;
    private const byte StartOfScan = 0xDA;
    private const byte Restart = 0xDD;
    private const byte Quantization = 0xDB;
    private const byte Huffman = 0xC4;
    private const byte App0 = 0xE0;
    private const byte App1 = 0xE1;
    private const byte App14 = 0xEE;

    /// <summary>True where every byte belongs to the picture: what is not known for certain is taken for something else.</summary>
    public static bool Is(ReadOnlySpan<byte> photo)
    {
        var at = 2;
        while (at + 4 <= photo.Length)
        {
            if (photo[at] != 0xFF)
            {
                return false;
            }

            var marker = photo[at + 1];
            at += 2;
            var length = BinaryPrimitives.ReadUInt16BigEndian(photo[at..]);
            if (length < 2 || at + length > photo.Length || !IsOfPicture(marker, photo.Slice(at, length)))
            {
                return false;
            }

            at += length;
            if (marker == StartOfScan)
            {
                at = EndOfScan(photo, at);
                if (at + 2 == photo.Length && photo[at] == 0xFF && photo[at + 1] == EndOfImage)
                {
                    return true;
                }
            }
        }

        return false;
    }

    /// <summary>The same JPEG with nothing added but which way up it is.</summary>
    /// <param name="photo">A JPEG without Exif.</param>
    /// <param name="orientation">1 to 8, as Exif counts; 1 is as it stands and needs no word.</param>
    public static byte[] With(ReadOnlySpan<byte> photo, int orientation) =>
        orientation is < 2 or > 8 ? photo.ToArray() : [0xFF, StartOfImage, 0xFF, App1, .. Exif((byte)orientation), .. photo[2..]];

    // The picture's frame, tables and scans; of what programs add only the plainest heads, whose every byte is a number of the picture.
    private static bool IsOfPicture(byte marker, ReadOnlySpan<byte> segment) =>
        marker switch
        {
            App0 => segment.Length == 16 && segment[2..].StartsWith("JFIF\0"u8) && segment[14] == 0 && segment[15] == 0,
            App1 => segment.Length == 34 && segment[27] is >= 1 and <= 8 && segment.SequenceEqual(Exif(segment[27])),
            App14 => segment.Length == 14 && segment[2..].StartsWith("Adobe"u8),
            0xC0 or 0xC1 or 0xC2 or Huffman or Quantization or Restart or StartOfScan => true,
            _ => false,
        };

    // Within a scan FF 00 is a plain FF, and restart markers belong to it.
    private static int EndOfScan(ReadOnlySpan<byte> photo, int at)
    {
        while (at + 1 < photo.Length && (photo[at] != 0xFF || photo[at + 1] is 0 or (>= 0xD0 and <= 0xD7)))
        {
            at++;
        }

        return at;
    }

    private static byte[] Exif(byte orientation) => [0, 34, .. "Exif\0\0MM\0*"u8, 0, 0, 0, 8, 0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, orientation, 0, 0, 0, 0, 0, 0];
}
