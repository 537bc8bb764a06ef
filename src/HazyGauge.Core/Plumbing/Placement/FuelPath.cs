using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing.Flow;
using HazyGauge.Core.Quantities;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Plumbing.Placement;

/// <summary>How the engine runs.</summary>
public enum Running
{
    /// <summary>At idle.</summary>
    Idle,

    /// <summary>At a steady cruise.</summary>
    Cruise,

    /// <summary>At full load.</summary>
    Full,
}

/// <summary>What flows where.</summary>
/// <param name="At">How the engine runs.</param>
/// <param name="UsedLph">What it uses, L/h; null where no power is known.</param>
/// <param name="FeedLph">What flows in the feed, L/h; null likewise, and where nobody knows what the pump moves.</param>
/// <param name="ReturnLph">What flows back, L/h; null likewise, and where there is no return.</param>
public sealed record LineFlows(Running At, Hazy? UsedLph, Hazy? FeedLph, Hazy? ReturnLph);

/// <summary>The fuel's path through a surveyed vehicle: what flows in feed and return, and what they hold.</summary>
public sealed class FuelPath
{
    // Rail and what lies between it and the regulator, mL, and how far that may be off (from memory).
    private const double RailMl = 100;
    private const double RailMlOff = 0.5;

    private readonly HazeLedger _ledger;
    private readonly SurveyedFuelSystem _system;
    private readonly DeliverySystem<Hazy> _delivery;
    private readonly CapacityChange? _changes;
    private readonly LineSizes _lines;

    private FuelPath(VehicleSurvey survey, FullLoad load, CapacityChange? changes, HazeLedger ledger)
    {
        _ledger = ledger;
        Survey = survey;
        _system = SurveyedFuelSystem.Of(survey, load, ledger);
        _changes = changes;
        _delivery = changes?.ApplyTo(_system.Delivery) ?? _system.Delivery;
        _lines = _system.Lines;
        Flows = [.. Enum.GetValues<Running>().Select(FlowsAt)];
        FilterMl = _lines.FilterCc;
        FeedMl = ChainFlow.Ml(_lines.FeedBoreMm, _lines.FeedLengthMm);
        ReturnMl = ChainFlow.Ml(_lines.ReturnBoreMm, _lines.ReturnLengthMm);
        RailVolumeMl = RailMl * ledger.Quantity(1, HazeSource.RectangularU(RailMlOff), new HazeSource("railMl", "Fuel the rail holds", HazeShape.Rectangular));
    }

    /// <summary>The path of a vehicle.</summary>
    /// <param name="survey">What is known of it.</param>
    /// <param name="ledger">The ledger; typical figures are added to it.</param>
    /// <param name="load">What is wanted at full load; left out, what the survey says.</param>
    /// <param name="changes">What is fitted; left out, nothing.</param>
    public static FuelPath Of(VehicleSurvey survey, HazeLedger ledger, FullLoad? load = null, CapacityChange? changes = null) =>
        new(survey, load ?? FullLoad.AsSurveyed, changes, ledger);

    /// <summary>What is known of the vehicle.</summary>
    public VehicleSurvey Survey { get; }

    /// <summary>The figures that had to be assumed, by the answer they stand for.</summary>
    public IReadOnlyDictionary<string, Assumption> Assumed => _system.Assumed;

    /// <summary>True where nobody found out what the pump moves: a typical figure stands in, and decides nothing.</summary>
    public bool IsPumpGuessed => Assumed.ContainsKey("pump.flowLph");

    /// <summary>True where what the engine does not take flows back through a line of its own.</summary>
    public bool HasReturn => Survey.FuelSystem.Line == FuelLine.Return;

    /// <summary>What flows where, at idle, at a cruise and at full load.</summary>
    public IReadOnlyList<LineFlows> Flows { get; }

    /// <summary>What the filter holds, mL.</summary>
    public Hazy FilterMl { get; }

    /// <summary>What the feed holds, mL.</summary>
    public Hazy FeedMl { get; }

    /// <summary>What the rail holds, mL.</summary>
    public Hazy RailVolumeMl { get; }

    /// <summary>What the return holds, mL.</summary>
    public Hazy ReturnMl { get; }

    /// <summary>Bore of the feed, mm.</summary>
    public Hazy FeedBoreMm => _lines.FeedBoreMm;

    /// <summary>Bore of the return, mm.</summary>
    public Hazy ReturnBoreMm => _lines.ReturnBoreMm;

    /// <summary>Length of the feed, mm.</summary>
    public Hazy FeedLengthMm => _lines.FeedLengthMm;

    /// <summary>Length of the return, mm.</summary>
    public Hazy ReturnLengthMm => _lines.ReturnLengthMm;

    /// <summary>Pressure of the low side at ambient manifold pressure, kPa gauge.</summary>
    public Hazy BaseKpa => _system.BasePressureKpa;

    /// <summary>The pump as it works without the parts of the route; null where it is not known.</summary>
    public LowPressurePump<Hazy>? Pump => _delivery.LowPressurePump;

    /// <summary>Pressure of the line at full load, kPa gauge: what the pump works against, boost counted where the line follows it.</summary>
    public Hazy LineKpa => Pump?.GaugePressureKpa ?? BaseKpa;

    /// <summary>Where the pump stands at full load where it works against so much more; null where that is not known.</summary>
    public PumpStand? PumpAgainst(PressureDifference<Hazy> more) =>
        Pump?.Against(more, _ledger) is not { } pump
            ? null
            : new(
                pump.GaugePressureKpa,
                pump.AvailableLph,
                _system.PowerKw is { } power ? CapacityLimits.UseOf(_delivery with { LowPressurePump = pump }, FuelComponent.LowPressurePump, power, _system.EthanolPct) : null
            );

    /// <summary>What is lost along elements at a flow, kPa, of the blend the vehicle is calculated for.</summary>
    public Hazy DropKpa(IReadOnlyList<FlowElement> elements, Hazy flowLph) => Lost(elements, flowLph).TotalKpa;

    /// <summary>The same, element by element.</summary>
    internal PressureDropResult Lost(IReadOnlyList<FlowElement> elements, Hazy flowLph)
    {
        var viscosity = BlendViscosity.MPaS(_system.EthanolPct, _system.FuelTempC) * BlendViscosity.LawAt(_system.EthanolPct.Value, _ledger);
        return LineFlow.Of(elements, flowLph, _delivery.Demand.DensityKgM3(_system.EthanolPct), viscosity, _ledger);
    }

    // At idle there is no boost to work against; changes may lift the pressure off the curve.
    private Hazy? PumpedLph(Running at)
    {
        var pump = at == Running.Full || Pump?.Curve is null ? Pump : Pump with { GaugePressureKpa = BaseKpa + (_changes?.BaseRiseKpa ?? 0) };
        return pump is not null && pump.Curve?.Reaches(pump.GaugePressureKpa.Value) != false && pump.AvailableLph is { Value: > 0 } moved ? moved : null;
    }

    /// <summary>What flows back at idle where the line stands at a pressure, kPa gauge, L/h; null where nobody knows what the pump moves. Beyond its curve a pump falls on
    /// as at its end.</summary>
    internal Hazy? IdleReturnLph(Hazy gaugeKpa)
    {
        if (Pump is not { } pump || Flows[0].UsedLph is not { } used)
        {
            return null;
        }

        var set = BaseKpa + (_changes?.BaseRiseKpa ?? 0);
        if (pump.Curve is not { } curve)
        {
            return (pump with { GaugePressureKpa = set }).Against(new(gaugeKpa - set), _ledger)!.AvailableLph - used;
        }

        Hazy At(Hazy kpa) => pump.Count * curve.At(kpa, pump.VoltageRatio);
        return (
                gaugeKpa.Value < curve.FromKpa ? At(curve.FromKpa)
                : gaugeKpa.Value <= curve.ToKpa ? At(gaugeKpa)
                : At(curve.ToKpa) - (curve.FallAtEndLphPerKpa * pump.Count * (gaugeKpa - curve.ToKpa))
            ) - used;
    }

    private LineFlows FlowsAt(Running at)
    {
        var demand = _delivery.Demand;

        // What is used now is of the fuel of now; on the blend it is calculated for the engine takes more.
        var more = demand.VolumeLph(1.0, _system.EthanolPct) / demand.VolumeLph(1.0, Survey.MapOrUsualPct());
        Hazy? used = at switch
        {
            Running.Idle => _lines.IdleFuelLph * more,
            Running.Cruise => _lines.CruiseFuelLph * more,
            _ => _system.PowerKw is { } power ? demand.VolumeLph(power, _system.EthanolPct) : null,
        };
        var moved = PumpedLph(at);
        return new(at, used, HasReturn ? moved : used, HasReturn && moved is { } pumped && used is { } taken ? pumped - taken : null);
    }
}
