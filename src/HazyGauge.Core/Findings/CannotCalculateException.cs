namespace HazyGauge.Core.Findings;

/// <summary>
/// Input that passes every check and still comes to nothing: no solution is found, or a result has no end. It is told like any other refusal, and
/// the reason is kept for the log: somebody has to find the check that is missing.
/// </summary>
public sealed class CannotCalculateException : RefusedInputException
{
    // Field that stands for the whole of what was given.
    private const string Whole = "document";

    private CannotCalculateException(string what, Exception reason)
        : base(
            Whole,
            $"{what} cannot be calculated: {(reason is NotFiniteNumberException
            ? "a result has no end. One of the numbers given is out of all proportion to the others."
            : "there is no result for these numbers. Look at the ones that were changed last.")}",
            reason
        ) { }

    /// <summary>Runs a calculation; what fails in it is told as a refusal.</summary>
    /// <param name="what">What is calculated, to begin a sentence.</param>
    /// <param name="calculation">The calculation, which touches nothing outside of it.</param>
    /// <exception cref="CannotCalculateException">It failed.</exception>
    public static T Guard<T>(string what, Func<T> calculation)
    {
        try
        {
            return calculation();
        }
        catch (Exception failed) when (IsFailure(failed))
        {
            throw Of(what, failed);
        }
    }

    /// <summary>The refusal for a failure.</summary>
    public static CannotCalculateException Of(string what, Exception failed) => new(what, failed);

    /// <summary>True for a failure of the calculation itself: one that was told to stop or that refused in words is none.</summary>
    public static bool IsFailure(Exception failed) => failed is not (RefusedInputException or OperationCanceledException or OutOfMemoryException);
}
