using HazyGauge.Core.Findings;

namespace HazyGauge.Web.Jobs;

/// <summary>Who saves: initials or a name, as the header <c>X-Author</c> brings it.</summary>
internal static class Author
{
    public const string Header = "X-Author";
    public const int Longest = 20;

    /// <summary>The author of a request.</summary>
    /// <exception cref="RefusedInputException">Missing, too long or unprintable.</exception>
    public static string Of(HttpRequest request) => IsValid(request.Headers[Header].ToString(), out var author)
        ? author
        : throw new RefusedInputException(Header, $"Who saves this? Give initials or a name of 1 to {Longest} printable characters.");

    public static bool IsValid(string sent, out string author)
    {
        author = sent.Trim();
        return author.Length is > 0 and <= Longest && author.All(c => !char.IsControl(c) && char.GetUnicodeCategory(c) is not (
            System.Globalization.UnicodeCategory.Format or System.Globalization.UnicodeCategory.OtherNotAssigned or System.Globalization.UnicodeCategory.PrivateUse or
            System.Globalization.UnicodeCategory.LineSeparator or System.Globalization.UnicodeCategory.ParagraphSeparator));
    }
}
