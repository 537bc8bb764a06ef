namespace HazyGauge.Core.Sensing;

/// <summary>One pulse: from a falling edge to the next.</summary>
/// <param name="FallS">When the level fell, s.</param>
/// <param name="LengthS">How long until it falls again, s; 0 for the last pulse.</param>
/// <param name="LowS">How long it stayed low, s; NaN where the rise was not seen.</param>
/// <param name="IsWhole">True where the next pulse follows without an unknown stretch, so that the period is known.</param>
internal readonly record struct Pulse(double FallS, float LengthS, float LowS, bool IsWhole);

/// <summary>
/// Millions of pulses in eight bytes each: a night's recording has to fit beside everything else. Lengths are kept in single
/// precision, each measured from where the stored ones before it end: what one loses to rounding the next makes good, so a mean
/// over many is as sharp as if nothing had been rounded.
/// </summary>
internal sealed class PulseStore
{
    private const int ChunkBits = 14;
    private const int ChunkSize = 1 << ChunkBits;
    private readonly List<Chunk> _chunks = [];
    private Chunk? _latest;
    private double _storedFallS;
    private bool _lastRunsToNext;

    public int Count { get; private set; }

    /// <summary>When the last pulse began, s.</summary>
    public double LastFallS { get; private set; }

    /// <summary>Pulses that were kept as plain numbers; nothing is added to them.</summary>
    public static PulseStore Kept(IReadOnlyList<double> startS, float[] lengthS, float[] lowS, double lastFallS)
    {
        var store = new PulseStore { Count = lengthS.Length, LastFallS = lastFallS };
        for (var c = 0; c < startS.Count; c++)
        {
            var chunk = new Chunk(startS[c]);
            var size = Math.Min(ChunkSize, lengthS.Length - (c << ChunkBits));
            lengthS.AsSpan(c << ChunkBits, size).CopyTo(chunk.LengthS);
            lowS.AsSpan(c << ChunkBits, size).CopyTo(chunk.LowS);
            store._chunks.Add(chunk);
        }

        return store;
    }

    /// <summary>Adds a pulse that begins after all others.</summary>
    public void Add(double fallS, float lowS, bool runsToNext)
    {
        if (Count > 0)
        {
            var lengthS = (float)(fallS - _storedFallS);
            _storedFallS += lengthS;
            _latest!.LengthS[(Count - 1) & (ChunkSize - 1)] = _lastRunsToNext ? lengthS : -lengthS;
        }
        else
        {
            _storedFallS = fallS;
        }

        if ((Count & (ChunkSize - 1)) == 0)
        {
            _latest = new Chunk(_storedFallS);
            _chunks.Add(_latest);
        }

        _latest!.LowS[Count & (ChunkSize - 1)] = lowS;
        (LastFallS, _lastRunsToNext) = (fallS, runsToNext);
        Count++;
    }

    /// <summary>Length of a whole pulse, s; null for any other.</summary>
    public float? WholeLengthS(int index) => _chunks[index >> ChunkBits].LengthS[index & (ChunkSize - 1)] is > 0 and var lengthS ? lengthS : null;

    /// <summary>The lengths in order, piece by piece: positive for a whole pulse.</summary>
    public IEnumerable<(double StartS, ReadOnlyMemory<float> LengthS, ReadOnlyMemory<float> LowS)> Pieces =>
        _chunks.Select((chunk, c) => (chunk.StartS, (ReadOnlyMemory<float>)chunk.LengthS.AsMemory(0, SizeOf(c)), (ReadOnlyMemory<float>)chunk.LowS.AsMemory(0, SizeOf(c))));

    /// <summary>The pulses from one of them on.</summary>
    public IEnumerable<Pulse> From(int first = 0)
    {
        for (var c = first >> ChunkBits; c < _chunks.Count; c++)
        {
            var chunk = _chunks[c];
            var fallS = chunk.StartS;
            for (var i = 0; i < SizeOf(c); i++)
            {
                var lengthS = chunk.LengthS[i];
                if ((c << ChunkBits) + i >= first)
                {
                    yield return new Pulse(fallS, Math.Abs(lengthS), chunk.LowS[i], lengthS > 0);
                }

                fallS += Math.Abs(lengthS);
            }
        }
    }

    private int SizeOf(int chunk) => Math.Min(ChunkSize, Count - (chunk << ChunkBits));

    // A negative length leads to the next pulse through an unknown stretch; 0 leads nowhere.
    private sealed class Chunk(double startS)
    {
        public double StartS { get; } = startS;

        public float[] LengthS { get; } = new float[ChunkSize];

        public float[] LowS { get; } = new float[ChunkSize];
    }
}
