using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Wiring.Connectors;

/// <summary>The face of a connector, by the numbers molded at its corners.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="PrintedView">The side the numbers are read from, or the printed diagram shows.</param>
/// <param name="View">The side one looks at; left out, the same.</param>
/// <param name="Rows">The rows, from the top.</param>
/// <param name="Id">Its id.</param>
public sealed record ConnectorFace(string? Name = null, ConnectorView? PrintedView = null, ConnectorView? View = null, IReadOnlyList<PinRow>? Rows = null, string? Id = null)
{
    /// <summary>True where the numbers at its corners are known.</summary>
    public bool HasCorners => Rows is { Count: > 0 };

    /// <summary>The face as it is seen, with the pins that matter.</summary>
    /// <param name="path">Where it stands in the plan.</param>
    /// <param name="pins">Those pins.</param>
    /// <exception cref="RefusedInputException">It cannot be, or has no such pin.</exception>
    public ConnectorDrawing Drawn(string path, IEnumerable<WantedPin> pins)
    {
        var printed = PrintedView ?? ConnectorView.Wire;
        var view = View ?? printed;
        ConnectorPinResult Found(int pin, string at)
        {
            try
            {
                return new ConnectorPinQuery(Rows, printed, view, pin).Answer();
            }
            catch (RefusedInputException refused)
            {
                throw new RefusedInputException(refused.Sentences.ToDictionary(s => s.Key == "pin" ? at : $"{path}.{s.Key}", s => s.Value, StringComparer.Ordinal));
            }
        }

        // A face nobody counts on yet is held to the same rules.
        if (HasCorners)
        {
            _ = Found(Rows![0].First, path);
        }

        DrawnPin Drawn(WantedPin wanted)
        {
            var place = Found(wanted.Pin, wanted.Path);
            return new(wanted.Pin, wanted.What, place.Row, place.Column, place.Words, wanted.GaveWay);
        }

        // Before its corners are read nothing can be counted on it.
        return HasCorners
            ? new(Name?.Trim() ?? string.Empty, view, view != printed, [.. Rows!.Select(row => Numbers(row, view != printed))], [.. pins.Select(Drawn)], Id)
            : new(Name?.Trim() ?? string.Empty, view, false, [], [], Id);
    }

    private static List<int> Numbers(PinRow row, bool isMirrored)
    {
        var step = row.Last >= row.First ? 1 : -1;
        var numbers = Enumerable.Range(0, row.Count).Select(i => row.First + (i * step));
        return [.. isMirrored ? numbers.Reverse() : numbers];
    }
}

/// <summary>A pin to be counted to.</summary>
/// <param name="Pin">Its number.</param>
/// <param name="What">What goes there, or gave way there.</param>
/// <param name="Path">Where the plan says so.</param>
/// <param name="GaveWay">True where something gave way there.</param>
public sealed record WantedPin(int Pin, string What, string Path, bool GaveWay);

/// <summary>A pin that matters.</summary>
/// <param name="Pin">Its number.</param>
/// <param name="What">What goes there, or gave way there.</param>
/// <param name="Row">Its row, from the top.</param>
/// <param name="Column">Which it is from the left, as one looks at it.</param>
/// <param name="Words">How to count to it.</param>
/// <param name="GaveWay">True where something gave way there.</param>
public sealed record DrawnPin(int Pin, string What, int Row, int Column, Sentence Words, bool GaveWay);

/// <summary>A connector as it is seen.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="View">The side one looks at.</param>
/// <param name="Mirrored">True where the printed view is mirrored to it.</param>
/// <param name="Rows">The numbers of each row, from the left.</param>
/// <param name="Pins">The pins that matter.</param>
/// <param name="Id">Id of the connector.</param>
public sealed record ConnectorDrawing(string Name, ConnectorView View, bool Mirrored, IReadOnlyList<IReadOnlyList<int>> Rows, IReadOnlyList<DrawnPin> Pins, string? Id = null);

/// <summary>What a pin or channel did before something else took it.</summary>
/// <param name="Was">What it was.</param>
/// <param name="Connector">The connector, by name.</param>
/// <param name="Pin">The pin.</param>
/// <param name="Lost">What is lost: a fault code, an emission control, a gauge.</param>
/// <param name="PutBack">How to put it back.</param>
/// <param name="Id">Its id.</param>
public sealed record DisplacedFunction(string? Was = null, string? Connector = null, int? Pin = null, string? Lost = null, string? PutBack = null, string? Id = null);
