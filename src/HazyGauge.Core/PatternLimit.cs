namespace HazyGauge.Core;

/// <summary>
/// How long a pattern may look at a text. What is looked at is short or a line at a time, and no pattern needs a thousandth of this: a machine that is busy with something
/// else must not change what a text means.
/// </summary>
public static class PatternLimit
{
    /// <summary>The longest, ms.</summary>
    public const int Milliseconds = 10_000;
}
