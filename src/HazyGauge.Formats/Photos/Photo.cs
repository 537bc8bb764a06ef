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
/// Photos as they are kept: the picture alone. Where it was taken, with what, when and by whom is taken out; only which way is up is kept.
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
    public static string MediaType(PhotoKind kind) => kind switch
    {
        PhotoKind.Jpeg => "image/jpeg",
        PhotoKind.Png => "image/png",
        PhotoKind.WebP => "image/webp",
        _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "Not a kind of photo."),
    };

    /// <summary>The photo without anything but the picture.</summary>
    /// <exception cref="RefusedInputException">It breaks off or is no photo.</exception>
    public static byte[] Bare(byte[] photo)
    {
        try
        {
            return KindOf(photo) switch
            {
                PhotoKind.Jpeg => BareJpeg.Of(photo),
                PhotoKind.Png => BareChunks.OfPng(photo),
                PhotoKind.WebP => BareChunks.OfWebP(photo),
                _ => throw new RefusedInputException("file", "This is no photo. JPEG, PNG and WebP are taken."),
            };
        }
        catch (Exception broken) when (broken is ArgumentException or IndexOutOfRangeException or OverflowException)
        {
            throw new RefusedInputException("file", "This photo breaks off or is damaged. Take or copy it again.");
        }
    }
}
