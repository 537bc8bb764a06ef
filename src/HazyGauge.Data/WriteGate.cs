namespace HazyGauge.Data;

/// <summary>
/// Lets writers in one after the other, in the order they came. The database has one writer; asked by many at once it turns all but one away, and
/// who asks again at the right moment is chance.
/// </summary>
public sealed class WriteGate : IDisposable
{
    private readonly SemaphoreSlim _one = new(1, 1);

    /// <summary>Waits for its turn; the next one comes when the answer is disposed of.</summary>
    public async Task<IDisposable> EnterAsync(CancellationToken cancellation)
    {
        await _one.WaitAsync(cancellation);
        return new Turn(_one);
    }

    /// <inheritdoc/>
    public void Dispose() => _one.Dispose();

    private sealed class Turn(SemaphoreSlim one) : IDisposable
    {
        public void Dispose() => one.Release();
    }
}
