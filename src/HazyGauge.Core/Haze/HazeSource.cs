namespace HazyGauge.Core.Haze;

/// <summary>How the possible values of a source of doubt are spread.</summary>
public enum HazeShape
{
    /// <summary>Bell-shaped: repeated measurements, sums of many small effects.</summary>
    Normal,

    /// <summary>Anywhere between two limits, all equally likely: a tolerance, a rounding.</summary>
    Rectangular,

    /// <summary>Between two limits, the middle likeliest: the difference of two roundings.</summary>
    Triangular,
}

/// <summary>A check that would shrink one source of doubt.</summary>
/// <param name="Text">What to do, in the mechanic's words.</param>
/// <param name="RemainingFraction">What would be left of the source's standard uncertainty, 0 to 1.</param>
public sealed record HazeCheck(string Text, double RemainingFraction)
{
    /// <summary>What it takes; null where hands and eyes do.</summary>
    public Instrument? Needs { get; init; }

    /// <summary>
    /// The check as a second, independent measurement of the same thing. Two independent results are combined by weighting each
    /// with the inverse of its variance, which leaves 1 / sqrt(1/u1^2 + 1/u2^2).
    /// </summary>
    /// <param name="text">What to do.</param>
    /// <param name="sourceU">Standard uncertainty of the source as it stands.</param>
    /// <param name="checkU">Standard uncertainty of the check, in the same unit.</param>
    public static HazeCheck SecondMeasurement(string text, double sourceU, double checkU) => new(text, checkU / Math.Sqrt((sourceU * sourceU) + (checkU * checkU)));
}

/// <summary>
/// One independent cause of doubt. It keeps its identity through the whole chain of computation: two quantities that depend on
/// the same source are correlated, and their difference may be sharper than either.
/// </summary>
/// <param name="Id">Stable name; the same id within one computation is the same doubt.</param>
/// <param name="Label">What the mechanic reads.</param>
/// <param name="Shape">How its possible values are spread.</param>
/// <param name="Check">What would shrink it, where something would.</param>
public sealed record HazeSource(string Id, string Label, HazeShape Shape = HazeShape.Normal, HazeCheck? Check = null)
{
    /// <summary>Standard uncertainty of a rectangular source: half-width / sqrt(3) (JCGM 100:2008, 4.3.7).</summary>
    public static double RectangularU(double halfWidth) => halfWidth / Math.Sqrt(3);

    /// <summary>Standard uncertainty of a triangular source: half-width / sqrt(6) (JCGM 100:2008, 4.3.9).</summary>
    public static double TriangularU(double halfWidth) => halfWidth / Math.Sqrt(6);

    /// <summary>The standard uncertainty that belongs to a half-width (for a normal source: to one standard deviation).</summary>
    public double StandardU(double halfWidth) =>
        Shape switch
        {
            HazeShape.Rectangular => RectangularU(halfWidth),
            HazeShape.Triangular => TriangularU(halfWidth),
            _ => halfWidth,
        };
}
