using System.Text.Json;
using HazyGauge.Core.Findings;
using HazyGauge.Data.Bay;
using Microsoft.AspNetCore.WebUtilities;

namespace HazyGauge.Web.Bay;

/// <summary>Writes where a page of the bay ends as one word, and reads it again.</summary>
internal static class BayPlace
{
    // Half a place is none.
    private static readonly JsonSerializerOptions Whole = new() { RespectRequiredConstructorParameters = true };

    /// <summary>The word for a place.</summary>
    public static string Of(BayCursor cursor) => WebEncoders.Base64UrlEncode(JsonSerializer.SerializeToUtf8Bytes(cursor));

    /// <summary>The place of a word; null for none.</summary>
    /// <exception cref="RefusedInputException">It is no such word.</exception>
    public static BayCursor? Read(string? after)
    {
        try
        {
            return string.IsNullOrEmpty(after) ? null : JsonSerializer.Deserialize<BayCursor>(WebEncoders.Base64UrlDecode(after), Whole) ?? throw new FormatException();
        }
        catch (Exception unknown) when (unknown is FormatException or JsonException or NotSupportedException)
        {
            throw new RefusedInputException("after", "This is no place in the bay. Leave it out to begin at the top.");
        }
    }
}
