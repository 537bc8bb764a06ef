using System.Globalization;
using HazyGauge.Core.Findings;

namespace HazyGauge.Formats.Csv;

/// <summary>
/// The first look at a whole CSV recording: that time runs on without gaps, how far apart the rows are, and between which levels each
/// column moves.
/// </summary>
internal sealed class CsvSurvey
{
    private const int TimesKept = 4096;
    private const int StandsStillAfter = 1000;
    private const double GapFromSteps = 1.5;

    // Two times rounded to the same digit differ by up to one of it from what lies between them.
    private const double NearlyOne = 0.99;

    private readonly CsvLayout _layout;
    private readonly List<(long Line, double StepS)> _firstSteps = [];
    private readonly ColumnSurvey[] _columns;
    private double _firstS;
    private double _lastS;
    private long _rows;
    private long _changes;
    private long _still;
    private double? _usualStepS;
    private (long Line, double LengthS)? _gap;

    private CsvSurvey(CsvLayout layout)
    {
        _layout = layout;
        _columns = [.. layout.Columns.Select(_ => new ColumnSurvey())];
    }

    /// <summary>When the first row was taken, s.</summary>
    public double FirstS => _firstS;

    /// <summary>How finely time is written, s.</summary>
    public double WrittenStepS { get; private set; } = double.MaxValue;

    /// <summary>True where the rows are samples at equal distances; false where there is a row for every change only.</summary>
    public bool IsSampled { get; private set; }

    /// <summary>How finely an edge is placed, s.</summary>
    public double ResolutionS => IsSampled ? _usualStepS!.Value : WrittenStepS;

    /// <summary>The columns, in order.</summary>
    public IReadOnlyList<ColumnSurvey> Columns => _columns;

    /// <summary>When the recording ends: a sample stands for the time to the next.</summary>
    public double EndS => IsSampled ? _lastS + _usualStepS!.Value : _lastS;

    /// <summary>Looks through a recording.</summary>
    /// <exception cref="RefusedInputException">There are too few rows, or time has gaps or runs backwards.</exception>
    public static CsvSurvey Of(CsvLayout layout, CsvRows rows)
    {
        var survey = new CsvSurvey(layout);
        rows.Read(survey.Row);
        survey.Finish();
        return survey;
    }

    private void Row(long line, ReadOnlySpan<double> numbers, double timeStep)
    {
        var timeS = numbers[_layout.TimeColumn] * _layout.TimeUnitS;
        WrittenStepS = Math.Min(WrittenStepS, timeStep * _layout.TimeUnitS);
        if (_rows == 0)
        {
            _firstS = _lastS = timeS;
        }

        var stepS = timeS - _lastS;
        if (stepS < 0)
        {
            throw BoundedLineStream.Refuse(line, FormattableString.Invariant($"time runs backwards, from {_lastS:G10} to {timeS:G10} s."));
        }

        _still = stepS == 0 ? _still + 1 : 0;
        if (_still > StandsStillAfter)
        {
            throw BoundedLineStream.Refuse(line, "time stands still. If the file has decimal commas, export it with semicolons between the columns.");
        }

        Step(line, stepS);
        var changed = false;
        for (var i = 0; i < numbers.Length; i++)
        {
            if (i != _layout.TimeColumn)
            {
                changed |= _columns[i].Add(numbers[i] * _layout.VoltsPerUnit[i]);
            }
        }

        _changes += changed ? 1 : 0;
        _lastS = timeS;
        _rows++;
    }

    private void Step(long line, double stepS)
    {
        if (_rows == 0)
        {
            return;
        }

        if (_usualStepS is null)
        {
            _firstSteps.Add((line, stepS));
            if (_firstSteps.Count == TimesKept)
            {
                LearnStep();
            }

            return;
        }

        NoteGap(line, stepS);
    }

    private void LearnStep()
    {
        // Where time is written with few digits the steps alternate, so the mean of the usual ones is the step, not their median.
        var steps = _firstSteps.Select(s => s.StepS).Order().ToArray();
        _usualStepS = steps[(steps.Length / 10)..(steps.Length - (steps.Length / 10))].Average();
        foreach (var (line, stepS) in _firstSteps)
        {
            NoteGap(line, stepS);
        }
    }

    private void NoteGap(long line, double stepS)
    {
        if (_gap is null && stepS > Math.Max(GapFromSteps * _usualStepS!.Value, _usualStepS.Value + (NearlyOne * WrittenStepS)))
        {
            _gap = (line, stepS);
        }
    }

    private void Finish()
    {
        if (_usualStepS is null && _firstSteps.Count > 0)
        {
            LearnStep();
        }

        if (_lastS <= _firstS)
        {
            throw new RefusedInputException(
                "file",
                _rows < 2
                    ? "The file holds no recording: there are fewer than two rows."
                    : "Time stands still in this file. If it has decimal commas, export it with semicolons between the columns."
            );
        }

        // A file of changes has a new level in nearly every row; samples of a square wave repeat theirs many times over.
        IsSampled = _changes < (_rows - 1) * 0.6 || _columns.Any(c => c is { IsEmpty: false, IsLevel: false });
        if (IsSampled && _gap is { } gap)
        {
            throw BoundedLineStream.Refuse(
                gap.Line,
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{1000 * gap.LengthS:0.###} ms have passed since the line before, where samples are usually {1000 * _usualStepS!.Value:0.####} ms apart. Samples are "
                        + $"missing: record again, or export without gaps."
                )
            );
        }
    }
}

/// <summary>Between which levels a column moves.</summary>
internal sealed class ColumnSurvey
{
    private const int Kept = 1 << 16;
    private readonly List<double> _sample = [];
    private double? _last;
    private long _seen;
    private int _every = 1;

    /// <summary>True where it holds nothing but 0 and 1.</summary>
    public bool IsLevel { get; private set; } = true;

    /// <summary>True for the column of time, which is not looked at.</summary>
    public bool IsEmpty => _seen == 0;

    /// <summary>Adds a value; true where it differs from the one before.</summary>
    public bool Add(double value)
    {
        IsLevel &= value is 0 or 1;
        if (_seen++ % _every == 0)
        {
            if (_sample.Count == Kept)
            {
                // Every other one goes, and from now on only every other one is kept.
                for (var i = 0; i < Kept / 2; i++)
                {
                    _sample[i] = _sample[2 * i];
                }

                _sample.RemoveRange(Kept / 2, Kept / 2);
                _every *= 2;
            }

            _sample.Add(value);
        }

        var changed = _last is { } last && last != value;
        _last = value;
        return changed;
    }

    /// <summary>The levels it moves between.</summary>
    public VoltsLevels Levels() => VoltsLevels.Of([.. _sample]);
}
