namespace HazyGauge.Core.Sentences;

/// <summary>The units numbers are shown in.</summary>
public enum UnitSystem
{
    /// <summary>kW, kPa, °C.</summary>
    Metric,

    /// <summary>hp, psi, °F.</summary>
    Us,
}

/// <summary>How a unit is written in both systems, and what takes a number from the one to the other.</summary>
/// <param name="Metric">Symbol of the metric unit, with the space before it; empty for none.</param>
/// <param name="Us">Symbol of the US unit, likewise.</param>
/// <param name="Factor">US number = metric number times this, plus the offset.</param>
/// <param name="Offset">The offset; a haze has none.</param>
/// <param name="Digits">Most digits after the point, metric.</param>
/// <param name="UsDigits">Most digits after the point, US.</param>
public sealed record UnitStyle(string Metric, string Us, double Factor, double Offset, int Digits, int UsDigits)
{
    // Definitions: pound, gravity, inch, gallon (NIST SP 811).
    private const double Pound = 0.45359237;
    private const double Gravity = 9.80665;
    private const double Inch = 0.0254;
    private const double Gallon = 3.785411784;
    private const double Horsepower = 550 * 12 * Inch * Pound * Gravity;

    private static readonly Dictionary<Unit, UnitStyle> All = new()
    {
        [Unit.None] = Same(string.Empty, 3),
        [Unit.EthanolPct] = Same(string.Empty, 1),
        [Unit.Percent] = Same(" %", 1),
        [Unit.Celsius] = new(" °C", " °F", 1.8, 32, 0, 0),
        [Unit.KelvinStep] = new(" K", " °F", 1.8, 0, 0, 0),
        [Unit.Kpa] = new(" kPa", " psi", 1000 * Inch * Inch / (Pound * Gravity), 0, 0, 1),
        [Unit.Kw] = new(" kW", " hp", 1000 / Horsepower, 0, 0, 0),
        [Unit.Litres] = new(" L", " gal", 1 / Gallon, 0, 1, 1),
        [Unit.Lph] = new(" L/h", " gph", 1 / Gallon, 0, 0, 1),
        [Unit.Cc] = new(" cm³", " in³", 1e-6 / (Inch * Inch * Inch), 0, 0, 1),
        [Unit.CcPerRev] = new(" cm³ a turn", " in³ a turn", 1e-6 / (Inch * Inch * Inch), 0, 2, 3),

        // Injectors are sold by weight in US units: gasoline of 720 kg/m3, the trade's 10.5 cm3/min for a pound an hour (common practice, no source).
        [Unit.CcPerMin] = new(" cm³/min", " lb/h", 60 * 0.72 / (1000 * Pound), 0, 0, 1),
        [Unit.GPerKwh] = new(" g/kWh", " lb/hp·h", Horsepower / 1e6 / Pound, 0, 0, 3),
        [Unit.GPerS] = Same(" g/s", 1),
        [Unit.Metre] = new(" m", " ft", 1 / (12 * Inch), 0, 0, 0),
        [Unit.Millimetre] = new(" mm", " in", 0.001 / Inch, 0, 0, 2),
        [Unit.KgPerM3] = new(" kg/m³", " lb/gal", Gallon / (1000 * Pound), 0, 1, 3),
        [Unit.Watt] = Same(" W", 0),
        [Unit.WattPerK] = new(" W/K", " W/°F", 1 / 1.8, 0, 1, 1),
        [Unit.Rpm] = Same(" rpm", 0),
        [Unit.Volt] = Same(" V", 2),
        [Unit.Ohm] = Same(" Ω", 1),
        [Unit.Hertz] = Same(" Hz", 2),
        [Unit.Milliseconds] = Same(" ms", 2),
        [Unit.Microseconds] = Same(" µs", 1),
        [Unit.MsPer100Kpa] = new(" ms for 100 kPa", " ms for 10 psi", 10 * Pound * Gravity / (1000 * Inch * Inch) / 100, 0, 2, 3),
        [Unit.Minutes] = Same(" min", 0),
        [Unit.Seconds] = Same(" s", 1),
        [Unit.Degrees] = Same("°", 1),
        [Unit.Milliampere] = Same(" mA", 1),
        [Unit.Ampere] = Same(" A", 1),
        [Unit.AmpereHours] = Same(" Ah", 0),
        [Unit.SquareMillimetre] = Same(" mm²", 2),
        [Unit.Nanofarad] = Same(" nF", 2),
        [Unit.Millivolt] = Same(" mV", 0),
        [Unit.Days] = Same(" days", 0),
    };

    /// <summary>The style of a unit.</summary>
    public static UnitStyle Of(Unit unit) => All[unit];

    /// <summary>The symbol in a system, with the space before it.</summary>
    public string Symbol(UnitSystem system) => system == UnitSystem.Us ? Us : Metric;

    /// <summary>A number in a system.</summary>
    public double Shown(double metric, UnitSystem system) => system == UnitSystem.Us ? (metric * Factor) + Offset : metric;

    /// <summary>A half-width in a system: no offset.</summary>
    public double ShownStep(double metric, UnitSystem system) => system == UnitSystem.Us ? metric * Factor : metric;

    private static UnitStyle Same(string symbol, int digits) => new(symbol, symbol, 1, 0, digits, digits);
}
