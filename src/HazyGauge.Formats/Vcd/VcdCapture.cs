using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Formats.Vcd;

/// <summary>A signal read from a VCD file.</summary>
/// <param name="Channel">Its dotted name.</param>
/// <param name="Train">Its pulses.</param>
public sealed record VcdCapture(string Channel, PulseTrain Train)
{
    /// <summary>Reads one signal.</summary>
    /// <param name="open">Opens the file; called once for the answer and once more where the signal has to be searched for.</param>
    /// <param name="channel">
    /// Leaf or dotted name; null takes the only signal within 45 to 200 Hz, and where there is none or more than one, the first declared.
    /// </param>
    /// <param name="cancellation">Ends a long reading.</param>
    /// <exception cref="RefusedInputException">The file is not a whole, well-formed VCD file, or the channel is not in it.</exception>
    public static VcdCapture Read(Func<Stream> open, string? channel, CancellationToken cancellation)
    {
        var variable = channel is null ? Search(open, cancellation) : null;
        using var stream = open();
        var tokens = new VcdTokens(stream, cancellation);
        var header = VcdHeader.Read(tokens);
        variable ??= Named(header, channel);
        using var recording = new Recording(header.TickS);
        var end = VcdBody.Read(tokens, header, new OneSignal(variable.Code, recording));
        return new VcdCapture(variable.Name, recording.Finish(end));
    }

    private static VcdVariable Named(VcdHeader header, string? channel)
    {
        var wires = Wires(header);
        if (channel is null)
        {
            return wires[0];
        }

        var matches = header.Variables.Where(v => string.Equals(v.Name, channel, StringComparison.Ordinal)).ToList();
        if (matches.Count == 0)
        {
            matches = [.. header.Variables.Where(v => string.Equals(v.Leaf, channel, StringComparison.Ordinal))];
        }

        if (matches.Count == 0)
        {
            throw new RefusedInputException("channel", $"There is no channel '{channel}' in this capture. It has {List(wires)}.");
        }

        if (matches.DistinctBy(v => v.Code).Count() > 1)
        {
            throw new RefusedInputException("channel", $"More than one channel is called '{channel}': {List(matches)}. Give the dotted name.");
        }

        return matches[0].OneBit
            ? matches[0]
            : throw new RefusedInputException("channel", $"'{channel}' is not a single wire. A sensor's square wave is; this capture has {List(wires)}.");
    }

    private static List<VcdVariable> Wires(VcdHeader header)
    {
        var wires = header.Variables.Where(v => v.OneBit).ToList();
        return wires.Count > 0 ? wires : throw new RefusedInputException("file", "This capture holds no single wire, so no square wave of a sensor.");
    }

    private static string List(IReadOnlyCollection<VcdVariable> variables)
    {
        const int Most = 8;
        var names = string.Join(", ", variables.Take(Most).Select(v => v.Name));
        return variables.Count > Most ? $"{names} and {variables.Count - Most} more" : names;
    }

    /// <summary>The only signal within the sensor's frequencies; null where the first declared is to be taken.</summary>
    private static VcdVariable? Search(Func<Stream> open, CancellationToken cancellation)
    {
        using var stream = open();
        var tokens = new VcdTokens(stream, cancellation);
        var header = VcdHeader.Read(tokens);
        var wires = Wires(header).DistinctBy(v => v.Code).ToList();
        if (wires.Count == 1)
        {
            return wires[0];
        }

        var probes = new Probes(wires.Select(v => v.Code));
        VcdBody.Read(tokens, header, new Probing(probes));
        var candidates = wires.Where(v => probes.IsSensorLike(v.Code, header.TickS)).Take(2).ToList();
        return candidates.Count == 1 ? candidates[0] : null;
    }

    private sealed class Recording(double tickS) : IDisposable
    {
        private RecordingRelay? _relay;

        public void Begin(long tick) => _relay = new RecordingRelay(new PulseRecorder(tick, tickS));

        public void Add(long tick, LogicLevel level) => _relay!.Add(tick, level);

        public PulseTrain Finish(long endTick) => _relay!.Finish(endTick);

        public void Dispose() => _relay?.Dispose();
    }

    // Structures, so that the loop over millions of lines is compiled for each of them.
    private readonly struct OneSignal(ulong code, Recording recording) : IVcdChanges
    {
        public void Begin(long tick) => recording.Begin(tick);

        public void Change(long tick, ulong changed, LogicLevel level)
        {
            if (changed == code)
            {
                recording.Add(tick, level);
            }
        }
    }

    private readonly struct Probing(Probes probes) : IVcdChanges
    {
        public void Begin(long tick) => probes.Begin(tick);

        public void Change(long tick, ulong code, LogicLevel level) => probes.Change(tick, code, level);
    }

    /// <summary>The first changes of every wire: enough to tell its frequency, little enough for ten thousand wires.</summary>
    private sealed class Probes
    {
        private const int ChangesKept = 256;
        private readonly Dictionary<ulong, List<(long Tick, LogicLevel Level)>> _changes;
        private long _start;

        public Probes(IEnumerable<ulong> codes) => _changes = codes.ToDictionary(c => c, _ => new List<(long, LogicLevel)>());

        public void Begin(long tick) => _start = tick;

        public void Change(long tick, ulong code, LogicLevel level)
        {
            if (_changes.TryGetValue(code, out var kept) && kept.Count < ChangesKept)
            {
                kept.Add((tick, level));
            }
        }

        // Of a fast clock nearly all is taken for spikes; what little is left may look like anything.
        public bool IsSensorLike(ulong code, double tickS)
        {
            var recorder = new PulseRecorder(_start, tickS);
            foreach (var (tick, level) in _changes[code])
            {
                recorder.Record(tick, level);
            }

            return recorder.Finish(_changes[code].Count > 0 ? _changes[code][^1].Tick : _start).IsSensorLike;
        }
    }
}
