using System.Text;
using HazyGauge.Core.Findings;
using HazyGauge.Data;
using HazyGauge.Formats.Tables;

namespace HazyGauge.Web.Uploads;

/// <summary>Reads a table that was sent: the file itself as the body, or as a part of a form.</summary>
internal static class PlainText
{
    /// <summary>Its text.</summary>
    /// <exception cref="RefusedInputException">It is no plain text.</exception>
    public static async Task<string> ReadAsync(HttpRequest request, DataFolder folder, CancellationToken cancellation)
    {
        if (!request.HasFormContentType)
        {
            return await TextAsync(request.Body, cancellation);
        }

        await using var upload = await MultipartUpload.ReadAsync(request, folder, [], cancellation);
        await using var content = upload.Open();
        return await TextAsync(content, cancellation);
    }

    private static async Task<string> TextAsync(Stream content, CancellationToken cancellation)
    {
        using var reader = new StreamReader(content, new UTF8Encoding(false, throwOnInvalidBytes: true));
        var text = new char[CsvRecords.LongestText + 1];
        try
        {
            return new string(text, 0, await reader.ReadBlockAsync(text, cancellation));
        }
        catch (DecoderFallbackException)
        {
            throw new RefusedInputException("file", "This is not plain text in UTF-8.");
        }
    }
}
