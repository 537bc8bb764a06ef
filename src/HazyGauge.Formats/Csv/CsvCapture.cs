using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Stations;

namespace HazyGauge.Formats.Csv;

/// <summary>A signal read from a CSV file: time and level, or time and volts.</summary>
/// <param name="Channel">Name of its column.</param>
/// <param name="Train">Its pulses.</param>
/// <param name="Threshold">Where volts were switched; null where the file holds levels.</param>
/// <param name="TimeUnitStated">False where the heading does not say what time is measured in, and it was taken as seconds.</param>
public sealed record CsvCapture(string Channel, PulseTrain Train, VoltsThreshold? Threshold, bool TimeUnitStated)
{
    private static readonly Finding UnitAssumed = new(
        "timeTakenAsSeconds",
        Severity.Caution,
        "The heading does not say what time is measured in, and it was taken as seconds. If it is something else, name the column, like \"time (ms)\", and read it again."
    );

    /// <summary>What the reading of the file adds: where volts were switched, and what time was taken for where the result looks wrong.</summary>
    public IEnumerable<RecordingNote> Notes
    {
        get
        {
            if (Threshold is not null)
            {
                yield return new RecordingNote(Threshold.Finding);
            }

            if (!TimeUnitStated)
            {
                yield return new RecordingNote(UnitAssumed, OnlyIfOdd: true);
            }
        }
    }

    private const double TickS = 1e-9;

    /// <summary>Reads one signal.</summary>
    /// <param name="open">Opens the file; called three times.</param>
    /// <param name="channel">Name or number of the column; null takes the only one within 45 to 200 Hz, else the first.</param>
    /// <param name="thresholdV">Where to switch, V; null finds the place.</param>
    /// <param name="cancellation">Ends a long reading.</param>
    /// <exception cref="RefusedInputException">The file is not a sound recording; the refusal names the line.</exception>
    public static CsvCapture Read(Func<Stream> open, string? channel, double? thresholdV, CancellationToken cancellation)
    {
        var layout = CsvRows.Layout(open, cancellation);
        var chosen = Choose(layout, channel);
        var survey = CsvSurvey.Of(layout, new CsvRows(layout, open, cancellation));
        if (thresholdV is not null && chosen.All(i => survey.Columns[i].IsLevel))
        {
            throw new RefusedInputException("thresholdV", "This file holds levels, 0 and 1, and no volts: leave the threshold out.");
        }

        var signals = chosen
            .Select(i => new CsvSignal(
                i,
                layout.Columns[i],
                layout.VoltsPerUnit[i],
                survey.Columns[i].IsLevel ? null : VoltsThreshold.Find(survey.Columns[i].Levels(), thresholdV),
                new PulseRecorder(0, TickS, Math.Max(TickS, survey.ResolutionS))
            ))
            .ToList();
        new CsvRows(layout, open, cancellation).Read(
            (_, numbers, _) =>
            {
                var sinceS = (numbers[layout.TimeColumn] * layout.TimeUnitS) - survey.FirstS;
                foreach (var signal in signals)
                {
                    signal.Add(sinceS, numbers[signal.Column]);
                }
            }
        );
        var end = (long)Math.Round((survey.EndS - survey.FirstS) / TickS);
        var captures = signals.Select(s => new CsvCapture(s.Name, s.Recorder.Finish(end), s.Threshold, layout.StatedTimeUnitS is not null)).ToList();
        var candidates = captures.Where(c => c.Train.IsSensorLike).Take(2).ToList();
        return candidates.Count == 1 ? candidates[0] : captures[0];
    }

    private static IReadOnlyList<int> Choose(CsvLayout layout, string? channel)
    {
        var columns = Enumerable.Range(0, layout.Columns.Count).Where(i => i != layout.TimeColumn).ToList();
        if (channel is null)
        {
            return columns;
        }

        var named = columns.Where(i => string.Equals(layout.Columns[i], channel, StringComparison.Ordinal) || FormattableString.Invariant($"{i + 1}") == channel).ToList();
        return named.Count == 1
            ? named
            : throw new RefusedInputException(
                "channel",
                $"There is no single column '{channel}' in this recording. It has "
                    + $"{string.Join(", ", columns.Take(8).Select(i => layout.Columns[i]))}{(columns.Count > 8 ? $" and {columns.Count - 8} more" : string.Empty)}."
            );
    }

    /// <summary>A column on its way to a signal.</summary>
    private sealed class CsvSignal(int column, string name, double voltsPerUnit, VoltsThreshold? threshold, PulseRecorder recorder)
    {
        private double _previousS;
        private double? _previousV;
        private double _crossedS;
        private LogicLevel? _level;

        public int Column => column;

        public string Name => name;

        public VoltsThreshold? Threshold => threshold;

        public PulseRecorder Recorder => recorder;

        public void Add(double sinceS, double value)
        {
            if (threshold is null)
            {
                Record(sinceS, value == 0 ? LogicLevel.Low : LogicLevel.Released);
                return;
            }

            var volts = value * voltsPerUnit;
            if (_previousV is { } before && (before - threshold.Volts) * (volts - threshold.Volts) <= 0 && volts != before)
            {
                // Where a straight line between the two samples passes the threshold.
                _crossedS = _previousS + ((sinceS - _previousS) * (threshold.Volts - before) / (volts - before));
            }

            if (threshold.LevelAt(volts, _level) is var level && level != _level)
            {
                Record(_level is null ? sinceS : _crossedS, level);
                _level = level;
            }

            (_previousS, _previousV) = (sinceS, volts);
        }

        private void Record(double sinceS, LogicLevel level) => recorder.Record((long)Math.Round(sinceS / TickS), level);
    }
}
