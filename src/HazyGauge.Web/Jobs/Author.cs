using HazyGauge.Core.Findings;
using HazyGauge.Core.People;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Web.Jobs;

/// <summary>Who writes: initials or a name, as the header <c>X-Author</c> brings it, and whether it is only for practice.</summary>
internal static class Author
{
    public const string Header = "X-Author";
    public const string PracticeHeader = "X-Practice";
    public const int Longest = 20;

    /// <summary>The author of a request.</summary>
    /// <exception cref="RefusedInputException">Missing, too long or unprintable.</exception>
    public static Person Of(HttpRequest request) =>
        IsValid(request.Headers[Header].ToString(), out var author)
            ? new Person(author)
            : throw new RefusedInputException(Header, $"Who saves this? Give initials or a name of 1 to {Longest} printable characters.");

    /// <summary>The author of a request that need not name one; null where it does not.</summary>
    /// <exception cref="RefusedInputException">Too long or unprintable.</exception>
    public static Person? Named(HttpRequest request) => request.Headers.ContainsKey(Header) ? Of(request) : null;

    /// <summary>True where the request says that it is for practice: then it is evidence of nothing.</summary>
    /// <exception cref="RefusedInputException">It says neither true nor false.</exception>
    public static bool IsPractice(HttpRequest request) =>
        request.Headers[PracticeHeader].ToString().Trim() switch
        {
            "" or "false" => false,
            "true" => true,
            _ => throw new RefusedInputException(PracticeHeader, "Say true where it is only for practice; leave it out otherwise."),
        };

    public static bool IsValid(string sent, out string author)
    {
        author = sent.Trim();
        return author.Length is > 0 and <= Longest
            && author.All(c =>
                !Letters.AreHidden(c)
                && char.GetUnicodeCategory(c)
                    is not (
                        System.Globalization.UnicodeCategory.Format
                        or System.Globalization.UnicodeCategory.OtherNotAssigned
                        or System.Globalization.UnicodeCategory.PrivateUse
                        or System.Globalization.UnicodeCategory.LineSeparator
                        or System.Globalization.UnicodeCategory.ParagraphSeparator
                    )
            );
    }
}
