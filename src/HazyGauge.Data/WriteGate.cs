namespace HazyGauge.Data;

/// <summary>
/// Lets writers in one after the other, in the order they came. The database has one writer; asked by many at once it turns all but one away, and
/// who asks again at the right moment is chance.
/// </summary>
public sealed class WriteGate : IDisposable
{
    private readonly SemaphoreSlim _one = new(1, 1);

    // Longer than any writing of ours takes; whoever still waits then waits for another program that holds the database.
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(20);

    /// <summary>Waits for its turn; the next one comes when the answer is disposed of.</summary>
    /// <exception cref="TimeoutException">Its turn did not come.</exception>
    public async Task<IDisposable> EnterAsync(CancellationToken cancellation) =>
        await _one.WaitAsync(Longest, cancellation) ? new Turn(_one) : throw new TimeoutException("Those who write before do not get through.");

    /// <inheritdoc/>
    public void Dispose() => _one.Dispose();

    private sealed class Turn(SemaphoreSlim one) : IDisposable
    {
        public void Dispose() => one.Release();
    }
}
