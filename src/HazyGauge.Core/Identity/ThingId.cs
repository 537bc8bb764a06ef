namespace HazyGauge.Core.Identity;

/// <summary>What an id looks like: it starts with a letter, and has letters, digits and dashes behind it.</summary>
public static class ThingId
{
    /// <summary>Longest id of a thing: two of them make the id of a joint, and that has to fit where an entry names its step.</summary>
    public const int Longest = 32;

    /// <summary>How an id is described to whoever sent another.</summary>
    public const string Rule = "An id starts with a letter, and has at most 32 letters, digits and dashes. Leave it out and it is given.";

    // Parts the two ids of what stands between two things: no id has it inside.
    private const char Between = '~';

    /// <summary>True for what can be an id.</summary>
    public static bool IsValid(string? id) => id is { Length: > 0 and <= Longest } && char.IsAsciiLetter(id[0]) && id.All(c => char.IsAsciiLetterOrDigit(c) || c == '-');

    /// <summary>The id of what stands between two things, such as a joint; null where one of them has none.</summary>
    public static string? OfBetween(string? before, string? after) => before is null || after is null ? null : $"{before}{Between}{after}";

    /// <summary>The two ids of what stands between two things; null where it is no such id.</summary>
    public static (string Before, string After)? Ends(string id) => id.Split(Between) is [var before, var after] ? (before, after) : null;

    /// <summary>Words as an id, with room for a number behind it; the prefix where nothing of them is left.</summary>
    /// <param name="words">The words.</param>
    /// <param name="prefix">What stands in front where they start with no letter.</param>
    public static string Plain(string words, string prefix)
    {
        const int Room = 5;
        var plain = string.Join(
            '-',
            new string([.. words.ToLowerInvariant().Select(c => char.IsAsciiLetterOrDigit(c) ? c : ' ')]).Split(' ', StringSplitOptions.RemoveEmptyEntries)
        );
        var begun =
            plain.Length == 0 ? prefix
            : char.IsAsciiLetter(plain[0]) ? plain
            : $"{prefix}-{plain}";
        return begun.Length <= Longest - Room ? begun : begun[..(Longest - Room)].TrimEnd('-');
    }
}
