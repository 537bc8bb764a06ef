using HazyGauge.Core.Fields;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>The figures of a harness: as they were given, else the usual ones of its fields with their haze.</summary>
/// <param name="plan">The plan; its hazy numbers stand on the ledger.</param>
/// <param name="fields">The station's fields.</param>
/// <param name="ledger">The ledger; usual figures are added to it.</param>
internal sealed class HarnessFigures(HarnessPlan plan, IReadOnlyList<Field> fields, HazeLedger ledger)
{
    /// <summary>Field of the voltage of the pulled sensor.</summary>
    internal const string SaturationPath = "saturationV";

    /// <summary>Field of the capacitance of the signal wire.</summary>
    internal const string CablePath = "cableNf";

    private readonly List<AssumedFigure> _assumed = [];

    /// <summary>What had to be assumed, in the order it was needed.</summary>
    public IReadOnlyList<AssumedFigure> Assumed => _assumed;

    /// <summary>Battery with the key off, V.</summary>
    public Hazy BatteryV => plan.Probed?.BatteryV ?? Usually("probed.batteryV");

    /// <summary>What hangs on the feed, mA.</summary>
    public Hazy CurrentMa => plan.CurrentMa ?? Usually("currentMa");

    /// <summary>What is drawn with the key off, mA.</summary>
    public Hazy DrainMa => plan.DrainMa ?? Usually("drainMa");

    /// <summary>Rated charge of the battery, Ah.</summary>
    public Hazy BatteryAh => plan.BatteryAh ?? Usually("batteryAh");

    /// <summary>Share of it until the engine does not crank, %.</summary>
    public Hazy UsablePct => plan.UsablePct ?? Usually("usablePct");

    /// <summary>What it loses by itself, % in a month.</summary>
    public Hazy SelfDischargePct => plan.SelfDischargePct ?? Usually("selfDischargePct");

    /// <summary>Capacitance of the signal wire where neither it nor every length is known, nF.</summary>
    public Hazy CableNf => plan.CableNf ?? Usually(CablePath);

    /// <summary>Voltage of the pulled sensor, V.</summary>
    public Hazy SaturationV => plan.SaturationV ?? Usually(SaturationPath);

    /// <summary>Blend in the line, % by volume; where nobody knows it, any.</summary>
    public Hazy EthanolPct => plan.EthanolPct ?? Usually("ethanolPct");

    /// <summary>Fuel temperature, C; where nobody knows it, any of a workshop.</summary>
    public Hazy FuelTempC => plan.FuelTempC ?? Usually("fuelTempC");

    // A usual figure is one doubt, however often it is used.
    private Hazy Usually(string path)
    {
        var field = fields.Single(f => f.Path == path);
        var usual = field.Usual!;
        if (_assumed.All(a => a.Field != path))
        {
            _assumed.Add(new(path, field.Label, new(null, usual.Value, field.Unit, null, usual.PlusMinus)));
        }

        var check = field.HowTo.Length > 0 ? new HazeCheck(field.HowTo, field.LeftOfDoubt) { Needs = field.Needs } : null;
        return usual.PlusMinus is { } half
            ? ledger.Quantity(usual.Value, HazeSource.RectangularU(half), new HazeSource($"{HarnessStation.Key}.{path}", field.Label, HazeShape.Rectangular, check))
            : usual.Value;
    }
}
