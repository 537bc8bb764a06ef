using System.Runtime.CompilerServices;
using System.Text.Json;
using UnitsNet;

namespace HazyGauge.Web.Tests;

/// <summary>The only arithmetic of the front end is unit display; its own tests rest on a table, and the table rests on UnitsNet.</summary>
public class UnitsTests
{
    private static readonly Dictionary<string, Func<double, double>> ToUs = new(StringComparer.Ordinal)
    {
        ["celsius"] = c => Temperature.FromDegreesCelsius(c).DegreesFahrenheit,
        ["kelvinStep"] = k => TemperatureDelta.FromKelvins(k).DegreesFahrenheit,
        ["kpa"] = p => Pressure.FromKilopascals(p).PoundsForcePerSquareInch,
        // UnitsNet rounds the horsepower to 745.69 W (550 ft lbf/s are 745.69987 W) and the pound in its mass flows to seven digits.
        ["kw"] = p => (double)Power.FromKilowatts(p).MechanicalHorsepower,
        ["litres"] = v => Volume.FromLiters(v).UsGallons,
        ["lph"] = f => VolumeFlow.FromLitersPerHour(f).UsGallonsPerHour,
        ["cc"] = v => Volume.FromCubicCentimeters(v).CubicInches,

        // Injectors go by the weight of gasoline, 720 kg/m3 (common practice, no source: 10.5 cc/min are a pound an hour).
        ["ccPerMin"] = f => (VolumeFlow.FromMillilitersPerMinute(f) * Density.FromKilogramsPerCubicMeter(720)).PoundsPerHour,
        ["gPerKwh"] = c => BrakeSpecificFuelConsumption.FromGramsPerKiloWattHour(c).PoundsPerMechanicalHorsepowerHour,
        ["metre"] = l => Length.FromMeters(l).Feet,
        ["millimetre"] = l => Length.FromMillimeters(l).Inches,
        ["kgPerM3"] = d => Density.FromKilogramsPerCubicMeter(d).PoundsPerUSGallon,
    };

    /// <summary>Source: UnitsNet 5.</summary>
    [Fact]
    [Trait("Category", "Outside")]
    public void The_table_the_front_end_is_tested_with_is_right()
    {
        var table = JsonSerializer.Deserialize<Dictionary<string, double[][]>>(File.ReadAllText(Path.Combine(Root(), "web/src/words/units.unitsnet.json")))!;
        table.Keys.ShouldBe(ToUs.Keys, ignoreOrder: true);
        foreach (var (quantity, pairs) in table)
        {
            foreach (var pair in pairs)
            {
                pair[1].ShouldBe(ToUs[quantity](pair[0]), quantity is "kw" or "ccPerMin" or "gPerKwh" ? 2e-5 * pair[1] : 1e-6, quantity);
            }
        }

        // By hand: 300 kPa / 6.894757 = 43.51 psi; 100 lb/h of gasoline is 45359.237 g / 0.72 / 60 = 1050 cc/min.
        ToUs["kpa"](300).ShouldBe(43.51, 0.005);
        ToUs["ccPerMin"](1050).ShouldBe(100, 0.01);
    }

    private static string Root([CallerFilePath] string path = "") => Path.GetFullPath(Path.Combine(Path.GetDirectoryName(path)!, "../.."));
}
