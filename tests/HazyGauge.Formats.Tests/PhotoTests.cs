using System.Buffers.Binary;
using System.Text;
using CsCheck;
using HazyGauge.Core.Findings;
using HazyGauge.Formats.Photos;

namespace HazyGauge.Formats.Tests;

/// <summary>Photos are kept as the picture alone: where and with what they were taken goes, which way is up stays.</summary>
public class PhotoTests
{
    private static readonly byte[] Scan = [0xFF, 0xDA, 0, 8, 1, 1, 0, 0, 63, 0, 0x12, 0xFF, 0x00, 0x34, 0xFF, 0xD0, 0x56];

    private static byte[] Segment(byte marker, params byte[] body) => [0xFF, marker, (byte)((body.Length + 2) >> 8), (byte)(body.Length + 2), .. body];

    // A little-endian Exif block: orientation, then a pointer to a directory of the place.
    private static byte[] Exif(byte orientation) => Segment(0xE1, [
        .. "Exif\0\0II*\0"u8, 8, 0, 0, 0, 2, 0, 0x12, 0x01, 3, 0, 1, 0, 0, 0, orientation, 0, 0, 0, 0x25, 0x88, 4, 0, 1, 0, 0, 0, 38, 0, 0, 0, 0, 0, 0, 0, .. "GPS 46.05 N 14.51 E"u8]);

    private static byte[] Jpeg(params byte[][] segments) => [0xFF, 0xD8, .. segments.SelectMany(s => s), .. Scan, 0xFF, 0xD9];

    private static byte[] PngChunk(string name, byte[] body)
    {
        var length = new byte[4];
        BinaryPrimitives.WriteUInt32BigEndian(length, (uint)body.Length);
        return [.. length, .. Encoding.ASCII.GetBytes(name), .. body, 0, 0, 0, 0];
    }

    [Fact]
    public void A_jpeg_loses_everything_but_picture_colours_and_which_way_is_up()
    {
        var (jfif, table, icc) = (Segment(0xE0, [.. "JFIF\0"u8, 1, 1]), Segment(0xDB, 1, 2, 3), Segment(0xE2, [.. "ICC_PROFILE\0"u8, 9]));
        byte[] film = [.. "GPS film behind the picture"u8];
        byte[] taken = [.. Jpeg(jfif, Exif(6), Segment(0xE1, [.. "http://ns.adobe.com/xap/1.0/\0 GPS"u8]), icc, Segment(0xED, [.. "GPS"u8]), table, Segment(0xFE, [.. "GPS in words"u8])), .. film];
        var bare = Photo.Bare(taken);
        Encoding.Latin1.GetString(bare).ShouldNotContain("GPS");
        Encoding.Latin1.GetString(bare).ShouldContain("Exif");
        var expected = Jpeg(jfif, icc, table);
        bare.Length.ShouldBe(expected.Length + 36);
        bare.AsSpan(38).ToArray().ShouldBe(expected[2..]);

        // What was bare stays as it is, to the byte; an upright picture needs no word on it.
        Photo.Bare(bare).ShouldBe(bare);
        Photo.Bare(Jpeg(jfif, Exif(1), icc, table)).ShouldBe(expected);
    }

    [Fact]
    public void A_png_and_a_webp_keep_only_the_chunks_that_make_the_picture()
    {
        byte[] png = [.. BareSignature, .. PngChunk("IHDR", new byte[13]), .. PngChunk("tEXt", [.. "GPS"u8]), .. PngChunk("eXIf", [.. "GPS"u8]), .. PngChunk("IDAT", [1, 2]), .. PngChunk("IEND", []), .. "GPS"u8];
        var bare = Photo.Bare(png);
        Encoding.Latin1.GetString(bare).ShouldNotContain("GPS");
        bare.ShouldBe([.. BareSignature, .. PngChunk("IHDR", new byte[13]), .. PngChunk("IDAT", [1, 2]), .. PngChunk("IEND", [])]);

        byte[] chunks = [.. "VP8X"u8, 10, 0, 0, 0, 0x1C, 0, 0, 0, 0, 0, 0, 0, 0, 0, .. "VP8L"u8, 3, 0, 0, 0, 1, 2, 3, 0, .. "EXIF"u8, 4, 0, 0, 0, .. "GPS."u8];
        byte[] webp = [.. "RIFF"u8, (byte)(chunks.Length + 4), 0, 0, 0, .. "WEBP"u8, .. chunks];
        var without = Photo.Bare(webp);
        Encoding.Latin1.GetString(without).ShouldNotContain("GPS");
        (without.Length, BinaryPrimitives.ReadUInt32LittleEndian(without.AsSpan(4)), without[20]).ShouldBe((webp.Length - 12, (uint)(webp.Length - 20), (byte)0x10));
    }

    private static byte[] BareSignature => [0x89, (byte)'P', (byte)'N', (byte)'G', 13, 10, 26, 10];

    [Fact]
    public void A_damaged_photo_is_taken_bare_or_refused_but_never_a_crash()
    {
        var sound = Jpeg(Segment(0xE0, [.. "JFIF\0"u8, 1, 1]), Exif(6), Segment(0xDB, 1, 2, 3));
        Gen.Select(Gen.Int[3, sound.Length - 1], Gen.Byte, Gen.Bool).Sample((at, value, cut) =>
        {
            byte[] damaged = cut ? sound[..at] : [.. sound[..at], value, .. sound[(at + 1)..]];
            try
            {
                Photo.Bare(damaged).Length.ShouldBeLessThanOrEqualTo(damaged.Length);
            }
            catch (RefusedInputException refused)
            {
                refused.Errors.ShouldContainKey("file");
            }
        });
        Should.Throw<RefusedInputException>(() => Photo.Bare([.. "no photo at all"u8]));
    }
}
