using System.Collections.Concurrent;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Formats.Vcd;

/// <summary>
/// Takes the changes of a signal while a file is read and records them on another thread, a batch at a time: reading text and cutting
/// pulses each keep a processor busy. A short recording never leaves this thread.
/// </summary>
internal sealed class RecordingRelay(PulseRecorder recorder) : IDisposable
{
    private const int BatchSize = 1 << 13;
    private const int MostWaiting = 8;

    // Batches go round: a recording of millions of edges must not leave millions of bytes behind it.
    private readonly ConcurrentBag<Batch> _spare = [];

    private BlockingCollection<Batch>? _waiting;
    private Task? _recording;
    private Batch _batch = new();

    /// <summary>Takes a change; time does not run backwards.</summary>
    public void Add(long tick, LogicLevel level)
    {
        _batch.Ticks[_batch.Count] = tick;
        _batch.Levels[_batch.Count] = level;
        if (++_batch.Count == BatchSize)
        {
            HandOver();
        }
    }

    /// <summary>Ends the recording.</summary>
    public PulseTrain Finish(long endTick)
    {
        if (_recording is not null)
        {
            _waiting!.CompleteAdding();
            _recording.GetAwaiter().GetResult();
        }

        _batch.RecordTo(recorder);
        return recorder.Finish(endTick);
    }

    /// <summary>Lets the other thread end, also where the file turned out to be broken.</summary>
    public void Dispose()
    {
        _waiting?.CompleteAdding();
        _recording?.GetAwaiter().GetResult();
        _waiting?.Dispose();
    }

    private void HandOver()
    {
        if (_waiting is null)
        {
            _waiting = new BlockingCollection<Batch>(MostWaiting);
            _recording = Task.Run(() =>
            {
                foreach (var batch in _waiting.GetConsumingEnumerable())
                {
                    batch.RecordTo(recorder);
                    batch.Count = 0;
                    _spare.Add(batch);
                }
            });
        }

        _waiting.Add(_batch);
        _batch = _spare.TryTake(out var spare) ? spare : new Batch();
    }

    private sealed class Batch
    {
        public readonly long[] Ticks = new long[BatchSize];
        public readonly LogicLevel[] Levels = new LogicLevel[BatchSize];

        public int Count { get; set; }

        public void RecordTo(PulseRecorder recorder)
        {
            for (var i = 0; i < Count; i++)
            {
                recorder.Record(Ticks[i], Levels[i]);
            }
        }
    }
}
