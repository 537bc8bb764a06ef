using System.Text;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Fields.Typed;

/// <summary>What turns a number in a unit into the metric unit it is stored in: times the factor, plus the offset.</summary>
/// <param name="Name">As it is written to a mechanic.</param>
/// <param name="Factor">Metric units in one of it.</param>
/// <param name="Offset">What its zero is in the metric unit.</param>
internal sealed record NamedUnit(string Name, double Factor, double Offset = 0)
{
    /// <summary>A number in it, metric.</summary>
    public double Metric(double number) => (number * Factor) + Offset;
}

/// <summary>The units a mechanic may type behind a number, for each kind of quantity, with all the ways they are written.</summary>
internal static class UnitNames
{
    // Definitions: inch, pound, gravity, US gallon, imperial gallon, mercury and water columns (NIST SP 811).
    private const double Inch = 0.0254;
    private const double Pound = 0.45359237;
    private const double Psi = Pound * 9.80665 / (Inch * Inch) / 1000;
    private const double Gallon = 3.785411784;
    private const double ImperialGallon = 4.54609;
    private const double CubicInch = Inch * Inch * Inch * 1e6;
    private const double Horsepower = 550 * 12 * Inch * Pound * 9.80665 / 1000;
    private const double MetricHorsepower = 75 * 9.80665 / 1000;
    private const double FahrenheitZero = -32 / 1.8;

    private static readonly Dictionary<Unit, (string Kind, (NamedUnit Unit, string Ways)[] Units)> All = new()
    {
        [Unit.None] = ("number", [(new("λ", 1), "λ lambda x")]),
        [Unit.EthanolPct] = ("ethanol content", [(new("%", 1), "% pct percent %vol vol% %ethanol percentethanol")]),
        [Unit.Percent] = ("percentage", [(new("%", 1), "% pct percent")]),
        [Unit.Celsius] = (
            "temperature",
            [(new("°C", 1), "c °c degc celsius degreesc"), (new("°F", 1 / 1.8, FahrenheitZero), "f °f degf fahrenheit degreesf"), (new("K", 1, -273.15), "k kelvin")]
        ),
        [Unit.KelvinStep] = ("difference of temperatures", [(new("K", 1), "k kelvin c °c"), (new("°F", 1 / 1.8), "f °f degf")]),
        [Unit.Kpa] = (
            "pressure",
            [
                (new("kPa", 1), "kpa"),
                (new("psi", Psi), "psi psig lb/in2 lbs lbf/in2"),
                (new("bar", 100), "bar bars barg"),
                (new("mbar", 0.1), "mbar hpa"),
                (new("MPa", 1000), "mpa"),
                (new("inHg", 3.386389), "inhg \"hg inchhg"),
                (new("mmHg", 0.133322387), "mmhg torr"),
                (new("kg/cm²", 98.0665), "kg/cm2 kgf/cm2 at"),
                (new("atm", 101.325), "atm"),
                (new("inH₂O", 0.24908891), "inh2o"),
                (new("Pa", 0.001), "pa"),
            ]
        ),
        [Unit.Kw] = ("power", [(new("kW", 1), "kw"), (new("hp", Horsepower), "hp bhp horsepower"), (new("PS", MetricHorsepower), "ps cv ch pk"), (new("W", 0.001), "w")]),
        [Unit.Litres] = (
            "volume",
            [
                (new("L", 1), "l lit liter litre liters litres dm3"),
                (new("gal", Gallon), "gal gals gallon gallons usgal"),
                (new("imp gal", ImperialGallon), "impgal ukgal"),
                (new("qt", Gallon / 4), "qt quart quarts"),
                (new("mL", 0.001), "ml cc cm3"),
            ]
        ),
        [Unit.Lph] = (
            "flow",
            [
                (new("L/h", 1), "l/h l/hr lph lh liter/hour"),
                (new("gph", Gallon), "gph gal/h gal/hr"),
                (new("L/min", 60), "l/min lpm l/m"),
                (new("gpm", 60 * Gallon), "gpm gal/min"),
                (new("cm³/min", 0.06), "cc/min cm3/min ml/min"),
                (new("imp gal/h", ImperialGallon), "impgph impgal/h"),
            ]
        ),
        [Unit.Cc] = ("displacement", [(new("cm³", 1), "cc ccm cm3 ml"), (new("L", 1000), "l liter litre liters litres"), (new("in³", CubicInch), "in3 cuin ci cid cu.in")]),
        [Unit.CcPerRev] = ("displacement a turn", [(new("cm³", 1), "cc cm3 ccm cc/rev cm3/rev cm3aturn cc/turn"), (new("in³", CubicInch), "in3 ci cuin in3/rev in3aturn")]),
        [Unit.CcPerMin] = (
            "injector flow",
            [
                (new("cm³/min", 1), "cc/min cm3/min ml/min ccm cc/m cc cm3/m"),
                (new("lb/h", 1 / UnitStyle.Of(Unit.CcPerMin).Factor), "lb/h lb/hr lbs/h lbs/hr pph lb lbs"),
                (new("L/h", 1000.0 / 60), "l/h lph"),
            ]
        ),
        [Unit.GPerKwh] = (
            "fuel consumption",
            [
                (new("g/kWh", 1), "g/kwh g/kw.h g/kw-h"),
                (new("lb/hp·h", 1 / UnitStyle.Of(Unit.GPerKwh).Factor), "lb/hp·h lb/hph lb/hp-h lb/hphr lb/hp-hr lb/hp.h lb/hp*h"),
                (new("kg/kWh", 1000), "kg/kwh"),
            ]
        ),
        [Unit.GPerS] = (
            "injector flow",
            [(new("g/s", 1), "g/s gps"), (new("kg/h", 1 / 3.6), "kg/h"), (new("g/min", 1.0 / 60), "g/min"), (new("lb/h", Pound / 3.6), "lb/h lb/hr lbs/hr")]
        ),
        [Unit.Metre] = (
            "length",
            [
                (new("m", 1), "m meter metre meters metres"),
                (new("ft", 12 * Inch), "ft foot feet '"),
                (new("km", 1000), "km"),
                (new("cm", 0.01), "cm"),
                (new("mm", 0.001), "mm"),
                (new("in", Inch), "in inch inches \""),
            ]
        ),
        [Unit.Millimetre] = (
            "length",
            [
                (new("mm", 1), "mm millimeter millimetre millimeters millimetres"),
                (new("in", 1000 * Inch), "in inch inches \""),
                (new("cm", 10), "cm"),
                (new("m", 1000), "m meter metre meters metres"),
                (new("ft", 12_000 * Inch), "ft foot feet '"),
            ]
        ),
        [Unit.KgPerM3] = ("density", [(new("kg/m³", 1), "kg/m3 g/l"), (new("g/cm³", 1000), "g/cm3 g/cc kg/l g/ml"), (new("lb/gal", Pound / Gallon * 1000), "lb/gal lbs/gal ppg")]),
        [Unit.Watt] = ("power", [(new("W", 1), "w watt watts"), (new("kW", 1000), "kw"), (new("hp", 1000 * Horsepower), "hp")]),
        [Unit.WattPerK] = ("heat loss", [(new("W/K", 1), "w/k w/°c w/c"), (new("W/°F", 1.8), "w/°f w/f")]),
        [Unit.Rpm] = ("engine speed", [(new("1/min", 1), "rpm 1/min /min min-1 u/min r/min"), (new("krpm", 1000), "krpm k")]),
        [Unit.Volt] = ("voltage", [(new("V", 1), "v volt volts vdc"), (new("mV", 0.001), "mv")]),
        [Unit.Ohm] = ("resistance", [(new("Ω", 1), "ω ohm ohms"), (new("kΩ", 1000), "kω kohm kohms k"), (new("mΩ", 0.001), "mω mohm")]),
        [Unit.Hertz] = ("frequency", [(new("Hz", 1), "hz hertz"), (new("kHz", 1000), "khz")]),
        [Unit.Milliseconds] = ("time", [(new("ms", 1), "ms msec"), (new("µs", 0.001), "µs us μs usec"), (new("s", 1000), "s sec")]),
        [Unit.Microseconds] = ("time", [(new("µs", 1), "µs us μs usec"), (new("ms", 1000), "ms msec"), (new("s", 1e6), "s sec")]),
        [Unit.MsPer100Kpa] = (
            "growth of a dead time",
            [
                (new("ms for 100 kPa", 1), "msfor100kpa ms/100kpa ms/bar"),
                (new("ms for 10 psi", 1 / UnitStyle.Of(Unit.MsPer100Kpa).Factor), "msfor10psi ms/10psi"),
                (new("ms/psi", 10 / UnitStyle.Of(Unit.MsPer100Kpa).Factor), "ms/psi"),
            ]
        ),
        [Unit.Minutes] = ("time", [(new("min", 1), "min mins minute minutes m"), (new("h", 60), "h hr hrs hour hours"), (new("s", 1.0 / 60), "s sec seconds")]),
        [Unit.Seconds] = ("time", [(new("s", 1), "s sec secs second seconds"), (new("min", 60), "min mins minutes"), (new("ms", 0.001), "ms"), (new("h", 3600), "h hr hours")]),
        [Unit.Degrees] = ("angle", [(new("°", 1), "° deg degree degrees °ca degca")]),
        [Unit.Milliampere] = ("current", [(new("mA", 1), "ma milliamp milliamps"), (new("A", 1000), "a amp amps ampere"), (new("µA", 0.001), "µa ua μa")]),
        [Unit.Ampere] = ("current", [(new("A", 1), "a amp amps ampere"), (new("mA", 0.001), "ma milliamp milliamps")]),
        [Unit.AmpereHours] = ("charge of a battery", [(new("Ah", 1), "ah amphours amp-hours")]),
        [Unit.SquareMillimetre] = ("cross section", [(new("mm²", 1), "mm2 sqmm qmm")]),
        [Unit.Nanofarad] = ("capacitance", [(new("nF", 1), "nf"), (new("pF", 0.001), "pf"), (new("µF", 1000), "µf uf μf")]),
        [Unit.Millivolt] = ("voltage", [(new("mV", 1), "mv millivolt millivolts"), (new("V", 1000), "v volt volts vdc")]),
        [Unit.Days] = ("time", [(new("days", 1), "d day days"), (new("h", 1.0 / 24), "h hr hrs hour hours"), (new("weeks", 7), "w week weeks")]),
    };

    private static readonly Dictionary<(Unit, string), NamedUnit> Found = All.SelectMany(a =>
            a.Value.Units.SelectMany(u => u.Ways.Split(' ').Select(way => (Key: (a.Key, way), u.Unit)))
        )
        .ToDictionary(f => f.Key, f => f.Unit);

    /// <summary>What a kind of quantity is called, inside a sentence.</summary>
    public static string KindOf(Unit unit) => All[unit].Kind;

    /// <summary>The units of a kind, the stored one first.</summary>
    public static IReadOnlyList<NamedUnit> Of(Unit unit) => [.. All[unit].Units.Select(u => u.Unit)];

    /// <summary>The unit of a kind that is meant by what was typed; null where none is.</summary>
    public static NamedUnit? Find(Unit unit, string typed) => Found.GetValueOrDefault((unit, Plain(typed)));

    /// <summary>Kinds of quantities that are measured in what was typed.</summary>
    public static IEnumerable<string> KindsMeasuredIn(string typed) => Found.Keys.Where(f => f.Item2 == Plain(typed)).Select(f => KindOf(f.Item1)).Distinct();

    /// <summary>The unit a system shows a kind in.</summary>
    public static NamedUnit Shown(Unit unit, UnitSystem system)
    {
        var style = UnitStyle.Of(unit);
        var symbol = style.Symbol(system).Trim();
        return system == UnitSystem.Us ? new NamedUnit(symbol, 1 / style.Factor, -style.Offset / style.Factor) : new NamedUnit(symbol, 1);
    }

    // Upper case only tells apart what no mechanic types: M for mega, m for milli. What matters is looked up before.
    private static string Plain(string typed)
    {
        var plain = new StringBuilder(typed.Length);
        foreach (var c in typed.Trim().TrimEnd('.'))
        {
            plain.Append(
                c switch
                {
                    _ when char.IsWhiteSpace(c) => string.Empty,
                    '³' => "3",
                    '²' => "2",
                    '₂' => "2",
                    'º' or '˚' => "°",
                    '“' or '”' or '″' => "\"",
                    '’' or '′' => "'",
                    _ => char.ToLowerInvariant(c).ToString(),
                }
            );
        }

        return plain.ToString();
    }
}
