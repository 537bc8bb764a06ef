using HazyGauge.Core.Findings;
using SkiaSharp;

namespace HazyGauge.Formats.Photos;

/// <summary>Draws a photo anew: what is decoded to points and encoded again has nothing with it that was not seen.</summary>
internal static class RedrawnPhoto
{
    // A plate is read at a quarter of this; the points of more would take more memory than any file may.
    private const int MostPoints = 16_000_000;
    private const int Quality = 90;

    /// <summary>The photo, drawn anew.</summary>
    /// <exception cref="RefusedInputException">It cannot be decoded, or is too large.</exception>
    public static byte[] Of(byte[] photo, PhotoKind kind)
    {
        using var data = SKData.CreateCopy(photo);
        using var codec = SKCodec.Create(data) ?? throw Damaged();
        var count = (double)codec.Info.Width * codec.Info.Height;
        var size = count <= MostPoints ? codec.Info.Size : codec.GetScaledDimensions((float)Math.Sqrt(MostPoints / count));
        if ((double)size.Width * size.Height > 1.3 * MostPoints)
        {
            throw new RefusedInputException("file", $"This photo has {count / 1e6:0} million points; {MostPoints / 1_000_000} are taken. Save it smaller, or as JPEG.");
        }

        using var bitmap = new SKBitmap(new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul, SKColorSpace.CreateSrgb()));
        if (codec.GetPixels(bitmap.Info, bitmap.GetPixels()) != SKCodecResult.Success)
        {
            throw Damaged();
        }

        // Without a word on its colors, which are the usual ones now: whatever is not picture would make it a photo to be drawn anew again.
        using var points = new SKPixmap(bitmap.Info.WithColorSpace(null), bitmap.GetPixels());
        using var encoded = Encoded(points, kind, codec.Info.AlphaType == SKAlphaType.Opaque) ?? throw Damaged();
        return kind == PhotoKind.Jpeg ? BareJpeg.With(encoded.AsSpan(), (int)codec.EncodedOrigin) : encoded.ToArray();
    }

    // A see-through WebP with loss is a container of several parts; without loss it is one.
    private static SKData? Encoded(SKPixmap points, PhotoKind kind, bool isOpaque) =>
        kind switch
        {
            PhotoKind.Png => points.Encode(SKEncodedImageFormat.Png, 100),
            PhotoKind.WebP => points.Encode(new SKWebpEncoderOptions(isOpaque ? SKWebpEncoderCompression.Lossy : SKWebpEncoderCompression.Lossless, isOpaque ? Quality : 100)),
            _ => points.Encode(SKEncodedImageFormat.Jpeg, Quality),
        };

    private static RefusedInputException Damaged() => new("file", "This photo breaks off or is damaged. Take or copy it again.");
}
