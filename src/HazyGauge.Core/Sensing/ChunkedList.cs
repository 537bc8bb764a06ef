namespace HazyGauge.Core.Sensing;

/// <summary>A growing list that never copies what it holds: millions of pulses without the doubled memory of a growing array.</summary>
internal sealed class ChunkedList<T>
{
    private const int ChunkBits = 14;
    private const int ChunkSize = 1 << ChunkBits;
    private readonly List<T[]> _chunks = [];

    public int Count { get; private set; }

    public T this[int index] => _chunks[index >> ChunkBits][index & (ChunkSize - 1)];

    public void Add(T item)
    {
        if ((Count & (ChunkSize - 1)) == 0)
        {
            _chunks.Add(new T[ChunkSize]);
        }

        _chunks[Count >> ChunkBits][Count & (ChunkSize - 1)] = item;
        Count++;
    }
}
