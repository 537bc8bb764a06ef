using System.Globalization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.FuelSystem;

/// <summary>A point of a pump's curve.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="PressureKpa">Gauge pressure, kPa.</param>
/// <param name="FlowLph">Flow of one pump there, L/h.</param>
public sealed record PumpPoint<T>(T PressureKpa, T FlowLph)
    where T : struct, IRealNumber<T>;

/// <summary>What a pump's curve has to keep to.</summary>
public static class PumpCurveRules
{
    /// <summary>Highest pressure a curve may reach, kPa.</summary>
    public const double MostKpa = 2000;

    internal const int MostPoints = 40;
    private const double MostLph = 2000;

    /// <summary>Notes what is wrong with the points of a curve.</summary>
    /// <param name="points">The points.</param>
    /// <param name="check">Where it is noted.</param>
    /// <param name="field">API name of the list.</param>
    public static void Check(IReadOnlyList<PumpPoint<Hazy>> points, InputCheck check, string field)
    {
        if (points.Count is < 2 or > MostPoints)
        {
            check.Refuse(field, $"A pump curve has 2 to {MostPoints} points.");
        }

        for (var i = 0; i < points.Count; i++)
        {
            var (pressure, flow) = (points[i].PressureKpa.Value, points[i].FlowLph.Value);
            check.Within(pressure, 0, MostKpa, $"{field}[{i}].pressureKpa", "A pressure on the curve", Unit.Kpa);
            check.Within(flow, 0, MostLph, $"{field}[{i}].flowLph", "A flow on the curve", Unit.Lph);
            if (i > 0 && !(pressure > points[i - 1].PressureKpa.Value))
            {
                check.Refuse($"{field}[{i}].pressureKpa", Text($"Pressures on the curve must rise; {pressure} stands after {points[i - 1].PressureKpa.Value}."));
            }
            else if (i > 0 && flow > points[i - 1].FlowLph.Value)
            {
                check.Refuse($"{field}[{i}].flowLph", Text($"A pump delivers less against more pressure; {flow} stands after {points[i - 1].FlowLph.Value}."));
            }
        }
    }

    private static string Text(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}

/// <summary>Flow of one pump over gauge pressure, straight between its points.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="Points">The points, as <see cref="PumpCurveRules"/> want them.</param>
public sealed record PumpCurve<T>(IReadOnlyList<PumpPoint<T>> Points)
    where T : struct, IRealNumber<T>
{
    /// <summary>Lowest pressure on the curve, kPa.</summary>
    public double FromKpa => Points[0].PressureKpa.Value;

    /// <summary>Highest pressure on the curve, kPa.</summary>
    public double ToKpa => Points[^1].PressureKpa.Value;

    /// <summary>True where the curve reaches a pressure.</summary>
    public bool Reaches(double pressureKpa) => pressureKpa >= FromKpa && pressureKpa <= ToKpa;

    /// <summary>
    /// Flow of one pump, L/h. Another voltage than the curve was taken at turns the pump at another speed: what it displaces goes with the
    /// speed, what slips back past it goes with the pressure alone (our own model; a pump maker's curve at the voltage beats it).
    /// </summary>
    /// <param name="pressureKpa">Gauge pressure, kPa, on the curve.</param>
    /// <param name="voltageRatio">Voltage at the pump over the curve's.</param>
    /// <exception cref="ArgumentOutOfRangeException">The pressure lies off the curve: a curve is not extrapolated.</exception>
    public T At(T pressureKpa, T voltageRatio)
    {
        if (!Reaches(pressureKpa.Value))
        {
            throw new ArgumentOutOfRangeException(nameof(pressureKpa), pressureKpa.Value, FormattableString.Invariant($"The curve reaches from {FromKpa} to {ToKpa} kPa."));
        }

        var i = Math.Max(1, Points.TakeWhile(p => p.PressureKpa.Value < pressureKpa.Value).Count());

        // Against no pressure nothing slips back; a curve that begins later is carried back straight.
        return Straight(i, pressureKpa) + (Straight(1, 0.0) * (voltageRatio - 1));
    }

    /// <summary>By how much the flow of one falls with every kPa at the end of the curve, L/h; a curve that ends flat falls as pumps usually do.</summary>
    public T FallAtEndLphPerKpa
    {
        get
        {
            var (from, to) = (Points[^2], Points[^1]);
            var fall = (from.FlowLph - to.FlowLph) / (to.PressureKpa - from.PressureKpa);
            return fall.Value > 0 ? fall : to.FlowLph * PumpAgainst.FallPerKpa;
        }
    }

    private T Straight(int i, T pressureKpa)
    {
        var (from, to) = (Points[i - 1], Points[i]);
        return from.FlowLph + ((to.FlowLph - from.FlowLph) * (pressureKpa - from.PressureKpa) / (to.PressureKpa - from.PressureKpa));
    }
}

/// <summary>The fuel pump, or several side by side.</summary>
/// <typeparam name="T">Exact or hazy numbers.</typeparam>
/// <param name="Curve">Flow of one over pressure; null where only the flow at the pressure it works at is known.</param>
/// <param name="FlowLph">Flow of one at the pressure it works at, L/h; null where there is a curve.</param>
/// <param name="GaugePressureKpa">Gauge pressure it works at, kPa.</param>
/// <param name="VoltageRatio">Voltage at the pump over the curve's.</param>
/// <param name="Count">How many side by side.</param>
/// <param name="MarginPct">What is kept back of the flow, %.</param>
/// <param name="PumpV">Voltage at the pump, V, to ask for at the counter; null where it was left out.</param>
/// <param name="Driven">True where a controller drives the pump and varies its pressure.</param>
/// <param name="FixedRegulator">True where its regulator cannot be set.</param>
public sealed record LowPressurePump<T>(
    PumpCurve<T>? Curve,
    T? FlowLph,
    T GaugePressureKpa,
    T VoltageRatio,
    int Count,
    T MarginPct,
    double? PumpV = null,
    bool Driven = false,
    bool FixedRegulator = false
)
    where T : struct, IRealNumber<T>
{
    /// <summary>What all of them deliver, before margin, L/h.</summary>
    public T AvailableLph => Count * (Curve?.At(GaugePressureKpa, VoltageRatio) ?? FlowLph!.Value);

    /// <summary>What may be used of it, L/h.</summary>
    public T UsableLph => AvailableLph * (1 - (MarginPct / 100));
}

/// <summary>A pump that has to work against more.</summary>
public static class PumpAgainst
{
    // By how much of its flow a pump without a curve falls for every kPa, and how far that may be off (from memory: 150 L/h at 300 kPa, 104 at 500).
    internal const double FallPerKpa = 0.002;
    private const double FallOff = 0.5;

    /// <summary>The pump against so much more pressure; null where that is off its curve.</summary>
    /// <param name="pump">The pump.</param>
    /// <param name="more">How much more.</param>
    /// <param name="ledger">The ledger.</param>
    public static LowPressurePump<Hazy>? Against(this LowPressurePump<Hazy> pump, PressureDifference<Hazy> more, HazeLedger ledger)
    {
        var kpa = pump.GaugePressureKpa + more.Kpa;
        if (pump.Curve is { } curve)
        {
            return curve.Reaches(kpa.Value) ? pump with { GaugePressureKpa = kpa } : null;
        }

        var fall =
            FallPerKpa
            * ledger.Quantity(
                1,
                HazeSource.RectangularU(FallOff),
                new HazeSource("pump.fall", "Fall of the pump's flow with pressure", HazeShape.Rectangular, new HazeCheck("Find the pump's curve.", 0.1))
            );
        return pump with { GaugePressureKpa = kpa, FlowLph = pump.FlowLph!.Value * (1 - (fall * more.Kpa)) };
    }
}
