namespace HazyGauge.Core.Sentences;

/// <summary>Names in addresses: small letters, digits and dashes.</summary>
public static class ItemName
{
    /// <summary>Words as such a name; empty where nothing of them can stand in one.</summary>
    public static string Of(string words) => string.Concat(words.ToLowerInvariant().Select(c => char.IsAsciiLetterOrDigit(c) ? c : '-')).Trim('-');
}
