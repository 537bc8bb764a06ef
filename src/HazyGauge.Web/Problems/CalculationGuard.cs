using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Data;

namespace HazyGauge.Web.Problems;

/// <summary>Has a calculation that fails, or comes to no number, answer as one that was refused: nobody who asks with numbers gets a failure of the program.</summary>
internal sealed class CalculationGuard : IEndpointFilter
{
    private const string What = "This";

    /// <inheritdoc/>
    public async ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        try
        {
            var answer = await next(context);
            FiniteNumbers.Check(answer is IValueHttpResult { Value: { } value } ? value : answer);
            return answer;
        }
        catch (Exception failed) when (CannotCalculateException.IsFailure(failed) && failed is not IOException && StorageFaults.Of(failed) is null)
        {
            throw CannotCalculateException.Of(What, failed);
        }
    }
}
