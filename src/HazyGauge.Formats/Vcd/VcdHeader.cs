using System.Globalization;
using System.Text;
using HazyGauge.Core.Findings;

namespace HazyGauge.Formats.Vcd;

/// <summary>A declared variable.</summary>
/// <param name="Code">Its identifier code, packed into a number.</param>
/// <param name="Name">Dotted name with its scopes, like top.logic.sensor.</param>
/// <param name="Leaf">Name without its scopes.</param>
/// <param name="OneBit">True where it is a single wire, the only kind that can carry a square wave.</param>
internal sealed record VcdVariable(ulong Code, string Name, string Leaf, bool OneBit);

/// <summary>The declarations of a VCD file (IEEE 1364-2005, clause 18).</summary>
/// <param name="TickS">Length of a time step, s.</param>
/// <param name="Variables">In order of declaration.</param>
internal sealed record VcdHeader(double TickS, IReadOnlyList<VcdVariable> Variables)
{
    public const int MostVariables = 10_000;
    private const int LongestCode = 9;
    private const int LongestName = 1000;
    private const int MostScopes = 64;

    /// <summary>Reads up to and including $enddefinitions.</summary>
    /// <exception cref="RefusedInputException">The header is cut off or malformed.</exception>
    public static VcdHeader Read(VcdTokens tokens)
    {
        double? tickS = null;
        var variables = new List<VcdVariable>();
        var scopes = new List<string>();
        var any = false;
        while (tokens.Next(out var word))
        {
            if (word.Length == 0 || word[0] != '$')
            {
                throw any
                    ? tokens.Refuse($"'{Show(word)}' stands where a declaration is expected.")
                    : new RefusedInputException("file", "This is not a VCD capture: it does not begin with a VCD header.");
            }

            any = true;
            var keyword = Encoding.UTF8.GetString(word);
            var words = Section(tokens, keyword);
            switch (keyword)
            {
                case "$timescale":
                    tickS = Timescale(tokens, string.Concat(words));
                    break;
                case "$scope":
                    scopes.Add(words.Count > 0 ? words[^1] : throw tokens.Refuse("a $scope without a name."));
                    if (scopes.Count > MostScopes || words[^1].Length > LongestName)
                    {
                        throw tokens.Refuse(
                            $"more than {MostScopes} scopes inside each other, or one of a name longer than {LongestName} characters. Export only the sensor's channel."
                        );
                    }

                    break;
                case "$upscope":
                    if (scopes.Count == 0)
                    {
                        throw tokens.Refuse("an $upscope without a $scope.");
                    }

                    scopes.RemoveAt(scopes.Count - 1);
                    break;
                case "$var":
                    variables.Add(Variable(tokens, words, scopes));
                    if (variables.Count > MostVariables)
                    {
                        throw tokens.Refuse($"more than {MostVariables} signals. Export only the sensor's channel.");
                    }

                    break;
                case "$enddefinitions":
                    return Complete(tokens, tickS, variables);
            }
        }

        throw any ? tokens.Refuse("the file ends inside its header. It was cut off: copy or export it again.") : new RefusedInputException("file", "The file is empty.");
    }

    /// <summary>An identifier code as a number; the codes use the 94 printable characters.</summary>
    public static ulong PackCode(VcdTokens tokens, ReadOnlySpan<byte> code)
    {
        if (code.Length == 1 && code[0] < 0x7F)
        {
            return code[0] - 0x20UL;
        }

        if (code.Length is 0 or > LongestCode)
        {
            throw tokens.Refuse(code.Length == 0 ? "a value without the signal it belongs to." : "a signal code longer than nine characters.");
        }

        ulong packed = 0;
        foreach (var b in code)
        {
            packed = (packed * 95) + (b >= 0x7F ? throw tokens.Refuse("a signal code that is not plain text.") : (ulong)(b - 0x20));
        }

        return packed;
    }

    internal static string Show(ReadOnlySpan<byte> word) => Encoding.UTF8.GetString(word.Length > 30 ? word[..30] : word);

    private static List<string> Section(VcdTokens tokens, string keyword)
    {
        var words = new List<string>();
        while (tokens.Next(out var word))
        {
            if (word.SequenceEqual("$end"u8))
            {
                return words;
            }

            // Dates and comments may be long; nothing of them is needed.
            if (words.Count < 64)
            {
                words.Add(Encoding.UTF8.GetString(word));
            }
        }

        throw tokens.Refuse($"the file ends inside {keyword}. It was cut off: copy or export it again.");
    }

    private static VcdHeader Complete(VcdTokens tokens, double? tickS, List<VcdVariable> variables) =>
        (tickS, variables.Count) switch
        {
            (null, _) => throw tokens.Refuse("the header does not say how long a time step is ($timescale is missing)."),
            (_, 0) => throw tokens.Refuse("the header declares no signal."),
            _ => new VcdHeader(tickS.Value, variables),
        };

    private static double Timescale(VcdTokens tokens, string text)
    {
        var digits = text.TakeWhile(char.IsAsciiDigit).Count();
        double? unit = text[digits..] switch
        {
            "s" => 1,
            "ms" => 1e-3,
            "us" => 1e-6,
            "ns" => 1e-9,
            "ps" => 1e-12,
            "fs" => 1e-15,
            _ => null,
        };
        return unit is { } s && text[..digits] is "1" or "10" or "100"
            ? int.Parse(text[..digits], CultureInfo.InvariantCulture) * unit.Value
            : throw tokens.Refuse($"the time step '{text}' is not 1, 10 or 100 of s, ms, us, ns, ps or fs.");
    }

    private static VcdVariable Variable(VcdTokens tokens, List<string> words, List<string> scopes)
    {
        // type, width, code, name, and possibly the bit range apart from the name
        if (words.Count < 4 || !int.TryParse(words[1], NumberStyles.None, CultureInfo.InvariantCulture, out var width))
        {
            throw tokens.Refuse("a $var that does not give type, width, code and name.");
        }

        var leaf = words[3];
        var name = string.Join('.', [.. scopes, leaf]);
        if (name.Length > LongestName)
        {
            throw tokens.Refuse($"a signal whose name, with the scopes it stands in, is longer than {LongestName} characters. Export only the sensor's channel.");
        }

        var oneBit = width == 1 && words[0] is not ("real" or "realtime" or "string" or "event" or "parameter");
        return new VcdVariable(PackCode(tokens, Encoding.UTF8.GetBytes(words[2])), name, leaf, oneBit);
    }
}
