namespace HazyGauge.Core.Sentences;

/// <summary>Which characters a name can be written with.</summary>
public static class Letters
{
    /// <summary>
    /// True for a character nobody sees and that changes what one does see: control characters, line breaks by another name, and the ones that turn the
    /// direction of the writing, so that "exe.gpj" is read where "jpg.exe" stands (Unicode Standard Annex 9, explicit directional formatting).
    /// </summary>
    public static bool AreHidden(char letter) =>
        char.IsControl(letter) || letter is (>= '\u202A' and <= '\u202E') or (>= '\u2066' and <= '\u2069') or '\u2028' or '\u2029' or '\u200E' or '\u200F' or '\u061C';

    /// <summary>The same in a text of several lines.</summary>
    public static bool AreHiddenInText(char letter) => letter != '\n' && AreHidden(letter);
}
