using HazyGauge.Core.Findings;

namespace HazyGauge.Formats.Photos;

/// <summary>A kind of photo the program knows.</summary>
public enum PhotoKind
{
    /// <summary>JPEG (ITU-T T.81).</summary>
    Jpeg,

    /// <summary>PNG (ISO/IEC 15948).</summary>
    Png,

    /// <summary>WebP (RFC 9649).</summary>
    WebP,
}

/// <summary>
/// Photos as they are kept: the picture alone. Where it was taken, with what, when and by whom is taken out; only which way is up is kept. A library draws it anew (decision 016).
/// </summary>
public static class Photo
{
    /// <summary>Bytes needed to tell what a file is.</summary>
    public const int HeadBytes = 12;

    /// <summary>Largest photo taken in.</summary>
    public const long LargestBytes = 25L * 1024 * 1024;

    /// <summary>What kind of photo begins like this; null where it is none.</summary>
    public static PhotoKind? KindOf(ReadOnlySpan<byte> head) =>
        head.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8, 0xFF]) ? PhotoKind.Jpeg
        : head.StartsWith(BareChunks.PngSignature) ? PhotoKind.Png
        : head.Length >= HeadBytes && head.StartsWith("RIFF"u8) && head[8..].StartsWith("WEBP"u8) ? PhotoKind.WebP
        : null;

    /// <summary>Its media type.</summary>
    public static string MediaType(PhotoKind kind) =>
        kind switch
        {
            PhotoKind.Jpeg => "image/jpeg",
            PhotoKind.Png => "image/png",
            PhotoKind.WebP => "image/webp",
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "Not a kind of photo."),
        };

    /// <summary>The photo without anything but the picture: as it is where it is that already, or else drawn anew.</summary>
    /// <exception cref="RefusedInputException">It breaks off, is too large, or is no photo that can be drawn anew.</exception>
    public static byte[] Bare(byte[] photo) =>
        KindOf(photo) switch
        {
            PhotoKind.Jpeg when BareJpeg.Is(photo) => photo,
            PhotoKind.Png when BareChunks.IsPng(photo) => photo,
            PhotoKind.WebP when BareChunks.IsWebP(photo) => photo,
            { } kind => RedrawnPhoto.Of(photo, kind),
            null => throw new RefusedInputException("file", "This is no photo. JPEG, PNG and WebP are taken."),
        };

    /// <summary>What a file is that holds a picture, or hides one, and cannot be drawn anew for certain; null where it is none.</summary>
    /// <param name="head">Its beginning, <see cref="LongestHead"/> bytes or all of it.</param>
    public static string? Unstrippable(ReadOnlySpan<byte> head)
    {
        ReadOnlySpan<byte> TypeBox(ReadOnlySpan<byte> of) => of.Length >= 12 && of[4..].StartsWith("ftyp"u8) ? of.Slice(8, 4) : default;
        var brand = TypeBox(head);
        return KindOf(head) is not null ? null
            : head.StartsWith("GIF8"u8) ? "GIF"
            : head.StartsWith("II*\0"u8) || head.StartsWith("MM\0*"u8) ? "TIFF"
            : brand.StartsWith("hei"u8) || brand.StartsWith("hev"u8) || brand.StartsWith("mif1"u8) || brand.StartsWith("msf1"u8) || brand.StartsWith("avif"u8) ? "HEIC"
            : head.IndexOf("Exif\0\0"u8) >= 0 || head.IndexOf((ReadOnlySpan<byte>)[0xFF, 0xD8, 0xFF, 0xE0]) >= 0 || head.IndexOf((ReadOnlySpan<byte>)[0xFF, 0xD8, 0xFF, 0xE1]) >= 0
                ? "photo behind something else"
            : null;
    }

    /// <summary>Bytes needed to tell what a file hides.</summary>
    public const int LongestHead = 4096;
}
