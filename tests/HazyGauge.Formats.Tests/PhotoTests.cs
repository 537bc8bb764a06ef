using System.Buffers.Binary;
using System.Text;
using CsCheck;
using HazyGauge.Core.Findings;
using HazyGauge.Formats.Photos;
using SkiaSharp;

namespace HazyGauge.Formats.Tests;

/// <summary>Photos are kept as the picture alone: where and with what they were taken goes, which way is up stays.</summary>
public class PhotoTests
{
    // A picture whose left half is red and whose right half is blue, as a program writes it.
    private static byte[] Drawn(PhotoKind kind, int width = 64, int height = 48, bool isSeeThrough = false)
    {
        using var bitmap = new SKBitmap(new SKImageInfo(width, height, SKColorType.Rgba8888, isSeeThrough ? SKAlphaType.Unpremul : SKAlphaType.Opaque));
        bitmap.Erase(SKColors.Red);
        bitmap.Erase(SKColors.Blue, new SKRectI(width / 2, 0, width, height));
        if (isSeeThrough)
        {
            bitmap.Erase(SKColors.Red.WithAlpha(40), new SKRectI(0, 0, width / 2, height / 2));
        }

        var format = kind switch
        {
            PhotoKind.Jpeg => SKEncodedImageFormat.Jpeg,
            PhotoKind.Png => SKEncodedImageFormat.Png,
            _ => SKEncodedImageFormat.Webp,
        };
        return bitmap.Encode(format, 90).ToArray();
    }

    private static byte[] Segment(byte marker, params byte[] body) => [0xFF, marker, (byte)((body.Length + 2) >> 8), (byte)(body.Length + 2), .. body];

    // A little-endian Exif block: orientation, then a pointer to a directory of the place.
    private static byte[] Exif(byte orientation) =>
        Segment(
            0xE1,
            [
                .. "Exif\0\0II*\0"u8,
                8,
                0,
                0,
                0,
                2,
                0,
                0x12,
                0x01,
                3,
                0,
                1,
                0,
                0,
                0,
                orientation,
                0,
                0,
                0,
                0x25,
                0x88,
                4,
                0,
                1,
                0,
                0,
                0,
                38,
                0,
                0,
                0,
                0,
                0,
                0,
                0,
                .. "GPS 46.05 N 14.51 E"u8,
            ]
        );

    private static byte[] PngChunk(string name, byte[] body)
    {
        var (length, crc) = (new byte[4], new byte[4]);
        BinaryPrimitives.WriteUInt32BigEndian(length, (uint)body.Length);
        BinaryPrimitives.WriteUInt32BigEndian(crc, Crc([.. Encoding.ASCII.GetBytes(name), .. body]));
        return [.. length, .. Encoding.ASCII.GetBytes(name), .. body, .. crc];
    }

    // As ISO/IEC 15948, annex D gives it.
    private static uint Crc(byte[] of) =>
        ~of.Aggregate(uint.MaxValue, (crc, next) => Enumerable.Range(0, 8).Aggregate(crc ^ next, (c, _) => (c & 1) == 1 ? 0xEDB88320 ^ (c >> 1) : c >> 1));

    private static byte[] After(byte[] photo, int at, params byte[][] more) => [.. photo[..at], .. more.SelectMany(m => m), .. photo[at..]];

    private static readonly byte[] Place = [.. "GPS 46.05 N 14.51 E"u8];

    public static TheoryData<string, PhotoKind, byte[]> Taken
    {
        get
        {
            var (jpeg, png, webp) = (Drawn(PhotoKind.Jpeg), Drawn(PhotoKind.Png), Drawn(PhotoKind.WebP));
            byte[] extended = [.. "VP8X"u8, 10, 0, 0, 0, 0x08, 0, 0, 0, 63, 0, 0, 47, 0, 0, .. webp[12..], .. "EXIF"u8, (byte)(Place.Length + 1), 0, 0, 0, .. Place, 0];
            byte[] container = [.. "RIFF"u8, (byte)((extended.Length + 4) % 256), (byte)((extended.Length + 4) / 256), 0, 0, .. "WEBP"u8, .. extended];
            return new()
            {
                { "Exif", PhotoKind.Jpeg, After(jpeg, 2, Exif(1)) },
                {
                    "XMP, program's own and comment",
                    PhotoKind.Jpeg,
                    After(jpeg, 2, Segment(0xE1, [.. "http://ns.adobe.com/xap/1.0/\0"u8, .. Place]), Segment(0xED, Place), Segment(0xFE, Place))
                },
                { "a color profile that says more", PhotoKind.Jpeg, After(jpeg, 2, Segment(0xE2, [.. "ICC_PROFILE\0"u8, 1, 1, .. Place])) },
                { "a small picture in the head", PhotoKind.Jpeg, After(jpeg, 2, Segment(0xE0, [.. "JFIF\0"u8, 1, 1, 0, 0, 1, 0, 1, 3, 2, .. Place[..18]])) },
                { "something behind the end", PhotoKind.Jpeg, [.. jpeg, .. Place] },
                { "text", PhotoKind.Png, After(png, 33, PngChunk("tEXt", Place)) },
                { "Exif in a PNG", PhotoKind.Png, After(png, 33, PngChunk("eXIf", Place)) },
                { "frames of a film", PhotoKind.Png, After(png, 33, PngChunk("fdAT", Place)) },
                { "something behind the end of a PNG", PhotoKind.Png, [.. png, .. Place] },
                { "Exif in a WebP", PhotoKind.WebP, container },
                { "something behind the end of a WebP", PhotoKind.WebP, [.. webp, .. Place] },
            };
        }
    }

    [Theory]
    [MemberData(nameof(Taken))]
    public void A_photo_loses_everything_but_its_picture(string with, PhotoKind kind, byte[] photo)
    {
        Encoding.Latin1.GetString(photo).ShouldContain("GPS", customMessage: with);
        var bare = Photo.Bare(photo);
        Encoding.Latin1.GetString(bare).ShouldNotContain("GPS", customMessage: with);
        Photo.KindOf(bare).ShouldBe(kind);

        // The picture is the one it was, and what is bare stays as it is, to the byte.
        using var seen = SKBitmap.Decode(bare);
        (seen.Width, seen.Height).ShouldBe((64, 48));
        (seen.GetPixel(5, 20).Red > 200 && seen.GetPixel(5, 20).Blue < 60 && seen.GetPixel(60, 20).Blue > 200).ShouldBeTrue(with);
        Photo.Bare(bare).ShouldBeSameAs(bare);
    }

    [Theory]
    [InlineData(PhotoKind.Png)]
    [InlineData(PhotoKind.WebP)]
    public void What_can_be_seen_through_stays_so(PhotoKind kind)
    {
        var bare = Photo.Bare([.. Drawn(kind, isSeeThrough: true), .. Place]);
        using var seen = SKBitmap.Decode(bare);
        ((double)seen.GetPixel(5, 5).Alpha).ShouldBe(40, 2);
        Photo.Bare(bare).ShouldBeSameAs(bare);
    }

    [Fact]
    public void Which_way_is_up_stays()
    {
        for (byte orientation = 1; orientation <= 8; orientation++)
        {
            var bare = Photo.Bare(After(Drawn(PhotoKind.Jpeg), 2, Exif(orientation)));
            using var codec = SKCodec.Create(new MemoryStream(bare));
            ((int)codec.EncodedOrigin).ShouldBe(orientation);
            Photo.Bare(bare).ShouldBeSameAs(bare);
        }
    }

    [Fact]
    public void A_photo_of_more_points_than_anybody_needs_is_drawn_smaller_or_refused()
    {
        var bare = Photo.Bare(After(Drawn(PhotoKind.Jpeg, 8000, 4000), 2, Exif(1)));
        using var codec = SKCodec.Create(new MemoryStream(bare));
        // 32 million to 16 is 0.71 a side, and a JPEG is drawn smaller by eighths: 6/8.
        (codec.Info.Width, codec.Info.Height).ShouldBe((6000, 3000));
        Should.Throw<RefusedInputException>(() => Photo.Bare([.. Drawn(PhotoKind.Png, 8000, 4000), .. Place])).Errors["file"].Single().ShouldContain("32 million points");
    }

    [Theory]
    [InlineData("GIF89a........", "GIF")]
    [InlineData("II*\0............", "TIFF")]
    [InlineData("MM\0*............", "TIFF")]
    [InlineData("\0\0\0\u0018ftypheic....", "HEIC")]
    [InlineData("\0\0\0\u0018ftypavif....", "HEIC")]
    [InlineData("time,volts\n0,1\nExif\0\0II*\0", "photo behind something else")]
    [InlineData("time,volts\n0,1\n", null)]
    [InlineData("\0\0\0\u0018ftypmp42....", null)]
    public void What_holds_a_picture_and_cannot_be_drawn_anew_is_told(string head, string? kind) => Photo.Unstrippable(Encoding.Latin1.GetBytes(head)).ShouldBe(kind);

    [Fact]
    public void A_jpeg_behind_other_bytes_is_told_and_one_by_itself_is_a_photo()
    {
        Photo.Unstrippable([0, 1, 2, .. Drawn(PhotoKind.Jpeg)]).ShouldNotBeNull();
        Photo.Unstrippable(Drawn(PhotoKind.Jpeg)).ShouldBeNull();
    }

    [Fact]
    public void A_damaged_photo_is_taken_bare_or_refused_but_never_a_crash()
    {
        byte[][] sound = [After(Drawn(PhotoKind.Jpeg), 2, Exif(6)), Drawn(PhotoKind.Png), Drawn(PhotoKind.WebP), Drawn(PhotoKind.Jpeg)];
        var bare = 0;
        Gen.Select(Gen.Int[0, sound.Length - 1], Gen.Int[3, 400], Gen.Byte, Gen.Bool)
            .Sample(
                (which, place, value, cut) =>
                {
                    var photo = sound[which];
                    var at = Math.Min(place, photo.Length - 1);
                    byte[] damaged = cut ? photo[..at] : [.. photo[..at], value, .. photo[(at + 1)..]];
                    try
                    {
                        var taken = Photo.Bare(damaged);
                        Photo.Bare(taken).ShouldBeSameAs(taken);
                        Interlocked.Increment(ref bare);
                    }
                    catch (RefusedInputException refused)
                    {
                        refused.Errors.ShouldContainKey("file");
                    }
                },
                iter: 400
            );
        bare.ShouldBePositive();
        Should.Throw<RefusedInputException>(() => Photo.Bare([.. "no photo at all"u8]));
    }
}
