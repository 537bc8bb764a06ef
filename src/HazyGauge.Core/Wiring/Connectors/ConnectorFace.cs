using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Wiring.Connectors;

/// <summary>Which side of a connector one looks at.</summary>
public enum ConnectorView
{
    /// <summary>Where the wires go in.</summary>
    Wire,

    /// <summary>Where the other half goes on.</summary>
    Mating,
}

/// <summary>A row of pins, by the numbers molded at its two ends.</summary>
/// <param name="First">Number at the left of the printed view.</param>
/// <param name="Last">Number at the right of it.</param>
public sealed record PinRow(int First, int Last)
{
    /// <summary>Pins in it.</summary>
    internal int Count => Math.Abs(Last - First) + 1;

    /// <summary>True where a pin is in it.</summary>
    internal bool Has(int pin) => pin >= Math.Min(First, Last) && pin <= Math.Max(First, Last);
}

/// <summary>A pin to be found on a connector by counting.</summary>
/// <param name="Rows">The rows, from the top, as the printed view shows them.</param>
/// <param name="PrintedView">The side the printed numbers are read from.</param>
/// <param name="View">The side one looks at.</param>
/// <param name="Pin">The pin.</param>
public sealed record ConnectorPinQuery(IReadOnlyList<PinRow>? Rows, ConnectorView PrintedView, ConnectorView View, int Pin)
{
    private const int MostRows = 12;
    private const int MostPins = 200;

    /// <summary>Where it is.</summary>
    /// <exception cref="RefusedInputException">The face has no such pin, or cannot be.</exception>
    public ConnectorPinResult Answer()
    {
        var check = new InputCheck();
        if (Rows is not { Count: >= 1 and <= MostRows })
        {
            check.Refuse("rows", $"Give 1 to {MostRows} rows, each by the numbers at its two ends.");
        }

        for (var i = 0; check.IsClean && i < Rows!.Count; i++)
        {
            check.Within((double)Rows[i].First, 0, 9999, $"rows[{i}].first", "A pin").Within((double)Rows[i].Last, 0, 9999, $"rows[{i}].last", "A pin");
            if (Rows[i].Count > MostPins)
            {
                check.Refuse($"rows[{i}]", $"A row has at most {MostPins} pins.");
            }

            for (var other = 0; other < i; other++)
            {
                if (Rows[other].Has(Rows[i].First) || Rows[other].Has(Rows[i].Last) || Rows[i].Has(Rows[other].First))
                {
                    check.Refuse($"rows[{i}]", Sentence.Of($"This row and row {other + 1:0} share a number. Read the corners again."));
                }
            }
        }

        check.ThrowIfAny();
        var row = Rows!.Select((r, i) => (r, i)).Where(x => x.r.Has(Pin)).Select(x => x.i + 1).FirstOrDefault();
        if (row == 0)
        {
            throw new RefusedInputException(
                "pin",
                Sentence.Of(
                    $"This connector has no pin {Pin:0}: its rows run {Sentence.Join(", ", Rows!.Select(r => Sentence.Of($"{r.First:0} to {r.Last:0}")))}. Look at the "
                        + $"corners again, or at the other connector."
                )
            );
        }

        var found = Rows![row - 1];
        var fromFirst = Math.Abs(Pin - found.First) + 1;
        return new(
            row,
            fromFirst,
            Math.Abs(found.Last - Pin) + 1,
            View == PrintedView ? fromFirst : found.Count + 1 - fromFirst,
            found.Count,
            View != PrintedView,
            Words(found, fromFirst)
        );
    }

    // Counted from whichever corner is nearer.
    private Sentence Words(PinRow row, int fromFirst)
    {
        var fromLast = row.Count + 1 - fromFirst;
        var (count, corner) = fromFirst <= fromLast ? (fromFirst, row.First) : (fromLast, row.Last);
        var isLeft = (corner == row.First) == (View == PrintedView);
        return count == 1
            ? Sentence.Of($"Pin {Pin:0} is the corner itself, at the {(isLeft ? "left" : "right")} from the {(View == ConnectorView.Wire ? "wire" : "mating")} side.")
            : Sentence.Of(
                $"Pin {Pin:0} is number {count:0} counted from {corner:0}, which is at the {(isLeft ? "left" : "right")} from the "
                    + $"{(View == ConnectorView.Wire ? "wire" : "mating")} side."
            );
    }
}

/// <summary>Where a pin is.</summary>
/// <param name="Row">Its row, from the top.</param>
/// <param name="FromFirst">Which it is counted from the row's first number, that one counted.</param>
/// <param name="FromLast">Which it is counted from the last.</param>
/// <param name="Column">Which it is from the left, as one looks at it.</param>
/// <param name="ColumnsInRow">Pins in its row.</param>
/// <param name="Mirrored">True where the printed view is mirrored to what one sees.</param>
/// <param name="Words">How to count to it.</param>
public sealed record ConnectorPinResult(int Row, int FromFirst, int FromLast, int Column, int ColumnsInRow, bool Mirrored, Sentence Words);
