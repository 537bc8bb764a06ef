using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Wiring.Signal;

/// <summary>A voltage and what it stands for.</summary>
/// <param name="Volts">The voltage, V.</param>
/// <param name="Value">What it stands for, in its own unit.</param>
public sealed record ScalePoint(Hazy Volts, Hazy Value);

/// <summary>A straight scaling through two points.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="Slope">Rise of the value for every volt.</param>
/// <param name="Intercept">Value at 0 V.</param>
public readonly record struct Scaling<T>(T Slope, T Intercept)
    where T : struct, IRealNumber<T>
{
    /// <summary>The value at a voltage.</summary>
    public T At(T volts) => (Slope * volts) + Intercept;

    /// <summary>The voltage at which it reads zero.</summary>
    public T ZeroV => -Intercept / Slope;
}

/// <summary>The right scaling of a voltage, and another one that may have been set.</summary>
/// <param name="Points">Two points of the right one.</param>
/// <param name="Volts">A voltage to read; left out, none.</param>
/// <param name="Assumed">Two points of the one that was set; left out, none.</param>
public sealed record TwoPointScalingQuery(IReadOnlyList<ScalePoint>? Points, Hazy? Volts = null, IReadOnlyList<ScalePoint>? Assumed = null)
{
    /// <summary>Both scalings compared.</summary>
    /// <exception cref="RefusedInputException">Two points do not make a line.</exception>
    public TwoPointScalingResult Answer()
    {
        var check = new InputCheck().Within(Volts, -100, 100, "volts", "The voltage", Unit.Volt);
        Check(check, Points, "points");
        if (Assumed is not null)
        {
            Check(check, Assumed, "assumed");
        }

        check.ThrowIfAny();
        var right = Through(Points!);
        var set = Assumed is null ? null : (Scaling<Hazy>?)Through(Assumed);
        if (set is { Slope.Value: 0 } || (set is not null && right.Slope.Value == 0))
        {
            throw new RefusedInputException(right.Slope.Value == 0 ? "points" : "assumed", "Both points stand for the same value: nothing can be compared with that.");
        }

        return new(
            right.Slope,
            right.Intercept,
            Volts is { } v ? right.At(v) : null,
            Volts is { } read ? set?.At(read) : null,
            set is { } offset ? right.ZeroV - offset.ZeroV : null,
            set is { } gain ? 100 * ((gain.Slope / right.Slope) - 1) : null
        );
    }

    private static Scaling<Hazy> Through(IReadOnlyList<ScalePoint> points)
    {
        var slope = (points[1].Value - points[0].Value) / (points[1].Volts - points[0].Volts);
        return new(slope, points[0].Value - (slope * points[0].Volts));
    }

    private static void Check(InputCheck check, IReadOnlyList<ScalePoint>? points, string field)
    {
        if (points is not { Count: 2 })
        {
            check.Refuse(field, "A scaling has two points, each with its volts and its value.");
            return;
        }

        for (var i = 0; i < 2; i++)
        {
            check.Within(points[i].Volts, -100, 100, $"{field}[{i}].volts", "A voltage", Unit.Volt).Within(points[i].Value, -1e9, 1e9, $"{field}[{i}].value", "A value");
        }

        if (points[0].Volts.Value == points[1].Volts.Value)
        {
            check.Refuse($"{field}[1].volts", "Both points stand at the same voltage: that is no scaling.");
        }
    }
}

/// <summary>Two scalings compared.</summary>
/// <param name="Slope">Rise of the value for every volt, by the right one.</param>
/// <param name="Intercept">Value at 0 V, by the right one.</param>
/// <param name="Value">Value of the voltage by the right one; null without a voltage.</param>
/// <param name="ValueUnderAssumed">Value of it by the one that was set; null without one.</param>
/// <param name="OffsetV">How far the zero of the right one lies above that of the one set, V; null without one.</param>
/// <param name="GainErrorPct">By how much the one set rises too steeply, %; null without one.</param>
public sealed record TwoPointScalingResult(Hazy Slope, Hazy Intercept, Hazy? Value, Hazy? ValueUnderAssumed, Hazy? OffsetV, Hazy? GainErrorPct);
