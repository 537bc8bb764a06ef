using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>
/// The fuel system of a surveyed vehicle as Capacity calculates with it: what was found, and typical figures with their haze where the survey
/// leaves something open.
/// </summary>
public sealed class SurveyedFuelSystem
{
    /// <summary>What is kept back of a pump's flow unless it is said, % (common practice, no source): voltage drop, a filter that fills, age.</summary>
    public const double UsualMarginPct = 10;

    private const double LeastPressureDropKpa = 20;
    private const int UsualCylinders = 4;
    private const string InjectorCount = "injectors.count";
    private const string InjectorFlow = "injectors.ratedFlowCcMin";
    private const string WinterReidPath = "goals.winterReidKpa";

    private readonly VehicleSurvey _survey;
    private readonly FullLoad _load;
    private readonly HazeLedger _ledger;
    private readonly TypicalFigures _typical;
    private readonly EngineDemand<Hazy> _demand;

    private SurveyedFuelSystem(VehicleSurvey survey, FullLoad load, HazeLedger ledger)
    {
        (_survey, _load, _ledger) = (survey, load, ledger);
        _typical = new TypicalFigures(survey, load, ledger);
        PowerKw = _typical.PowerKw;
        EthanolPct = _typical.HighestEthanolPct;
        var fuelTempC = _typical.FuelTempC;
        _demand = new EngineDemand<Hazy>(
            _typical.BsfcGPerKwh,
            _typical.LambdaBase,
            _typical.LambdaTarget,
            _typical.BsfcEthanolPct,
            _typical.EngineRpm,
            fuelTempC,
            UsualFuels.Traditional<Hazy>(),
            EthanolDensity.ErrorAt(fuelTempC.Value, ledger)
        );
        Delivery = PowerKw is null || survey.FuelSystem.IsNotServed ? new DeliverySystem<Hazy>(_demand) : Build();
    }

    /// <summary>Power it is calculated for, kW; null where none is known.</summary>
    public Hazy? PowerKw { get; }

    /// <summary>Blend it is calculated for, % by volume.</summary>
    public Hazy EthanolPct { get; }

    /// <summary>What the engine takes and what carries it there; without components where no power is known.</summary>
    public DeliverySystem<Hazy> Delivery { get; }

    /// <summary>The figures that had to be assumed, by the answer they stand for.</summary>
    public IReadOnlyDictionary<string, Assumption> Assumed => _typical.Assumed;

    // What a system is proven on: without these what it carries is a guess, whatever the numbers say. Where boost meets the regulator its reference is one of them.
    private static readonly IReadOnlyList<(string Path, string Guessed)> Carrying =
    [
        ("fuelSystem.kind", "a guessed kind of fuel system"),
        ("pump.flowLph", "a guessed pump"),
        (InjectorFlow, "guessed injectors"),
        (InjectorCount, "a guessed number of injectors"),
        ("directInjection.windowDeg", "a guessed injection window"),
        (VehiclePaths.DirectInjectorGPerS, "guessed injectors in the cylinders"),
        ("directInjection.pumpDisplacementCcPerCamRev", "a guessed high-pressure pump"),
        ("fuelSystem.followsManifold", "a guessed boost reference"),
    ];

    /// <summary>What it rests on that nobody found out, and which answer that is; empty where pump, injectors and boost reference are known.</summary>
    public IReadOnlyList<(string Path, string Guessed)> Guesses =>
        [.. Carrying.Where(c => Assumed.ContainsKey(c.Path) && !(c.Path == InjectorCount && Assumed.ContainsKey(InjectorFlow)))];

    /// <summary>Pressure of the low side at ambient manifold pressure, kPa gauge.</summary>
    public Hazy BasePressureKpa => _typical.BasePressureKpa;

    /// <summary>Battery voltage with the engine running, V.</summary>
    public Hazy SupplyV => _typical.SupplyV;

    /// <summary>Sizes of the lines, and what flows through them away from full load.</summary>
    public LineSizes Lines =>
        new(
            _survey.FuelSystem.FeedLengthMm ?? _typical.Guess(VehiclePaths.FeedLengthMm),
            _survey.FuelSystem.FeedBoreMm ?? _typical.Guess(VehiclePaths.FeedBoreMm),
            _survey.FuelSystem.ReturnLengthMm ?? _typical.Guess(VehiclePaths.ReturnLengthMm),
            _survey.FuelSystem.ReturnBoreMm ?? _typical.Guess(VehiclePaths.ReturnBoreMm),
            _survey.FuelSystem.FilterCc ?? _typical.Guess(VehiclePaths.FilterCc),
            _survey.FuelSystem.IdleFuelLph ?? _typical.Guess(VehiclePaths.IdleFuelLph),
            _survey.FuelSystem.CruiseFuelLph ?? _typical.Guess(VehiclePaths.CruiseFuelLph)
        );

    /// <summary>Fuel temperature, C.</summary>
    public Hazy FuelTempC => _demand.FuelTempC;

    /// <summary>Reid pressure of the gasoline in winter, kPa.</summary>
    public Hazy WinterReidKpa =>
        _survey.Goals switch
        {
            { WinterReidKpa: { } known } => known,
            { WinterClass: { } winter } => _typical.GasolineReidKpa(WinterReidPath, winter, null),
            _ => _typical.Guess(WinterReidPath),
        };

    /// <summary>True where the pump's curve does not reach the pressure it works against.</summary>
    public bool IsOffTheCurve { get; private set; }

    /// <summary>True where boost leaves the injectors no pressure.</summary>
    public bool HasNoPressureDrop { get; private set; }

    /// <summary>True where that holds over all of its haze.</summary>
    public bool IsSureOfNoPressureDrop { get; private set; }

    /// <summary>True where the pump delivers nothing at the voltage it has.</summary>
    public bool IsStarved { get; private set; }

    /// <summary>How heavily everything is used at the power and on the blend it is calculated for, the heaviest first.</summary>
    public IReadOnlyList<ComponentUse> AsFound() => PowerKw is { } power ? new CapacityLimits(Delivery).Uses(power, EthanolPct) : [];

    /// <summary>Why a component could not be calculated, and which answer that concerns.</summary>
    public IEnumerable<(Finding Finding, string Path)> WhatIsMissing()
    {
        if (IsOffTheCurve)
        {
            yield return (
                new(
                    "offTheCurve",
                    Severity.Caution,
                    "The pump's curve does not reach the pressure it works against; nothing can be read off it there. Find the rest of the curve."
                ),
                "pump.curve"
            );
        }

        if (HasNoPressureDrop)
        {
            yield return (
                new(
                    "noPressureDrop",
                    IsSureOfNoPressureDrop ? Severity.Stop : Severity.Caution,
                    "Boost eats up the pressure across the injectors. The regulator must follow the manifold, or the base pressure must rise."
                ),
                "fuelSystem.followsManifold"
            );
        }

        if (IsStarved)
        {
            yield return (
                new(
                    "pumpStarved",
                    Severity.Caution,
                    "At the voltage it has, the pump delivers nothing against that pressure, as far as its curve says. Look at the voltage of the curve again."
                ),
                "pump.curveV"
            );
        }
    }

    /// <summary>The hottest drive with the pumps there are, or with others.</summary>
    /// <param name="drive">What is known of it.</param>
    /// <param name="changed">The system as it will be.</param>
    /// <param name="seenC">Fuel temperature the sensor showed, C; null where it showed none.</param>
    public HotDriveResult Evaluate(HotDrive drive, DeliverySystem<Hazy> changed, Hazy? seenC = null) =>
        new HotDriveEvaluation(_survey, drive, _typical, _ledger, seenC).Of(
            EthanolPct,
            changed.LowPressurePump?.Count ?? _typical.PumpCount,
            changed.LowPressurePump?.AvailableLph
        );

    /// <summary>The fuel system of a survey that passed the rules.</summary>
    /// <param name="survey">What was found.</param>
    /// <param name="load">What is known of full load beside it.</param>
    /// <param name="ledger">The ledger; typical figures are added to it.</param>
    public static SurveyedFuelSystem Of(VehicleSurvey survey, FullLoad load, HazeLedger ledger) => new(survey, load, ledger);

    private DeliverySystem<Hazy> Build()
    {
        _typical.NoteKind();
        var both = _survey.FuelSystem.Kind == FuelSystemKind.Both;
        var share = both ? _typical.PortSharePct : (Hazy?)null;
        var system = new DeliverySystem<Hazy>(
            _demand,
            _survey.FuelSystem.Kind == FuelSystemKind.Direct ? null : Ports((share ?? 100) / 100),
            LowPressurePump: LowSide(),
            PortSharePct: share,
            DeadTimeMsPerKpa: (_survey.Injectors.DeadTimeMsPer100Kpa ?? 0) / 100
        );
        return _survey.FuelSystem.IsDirect ? WithHighSide(system, 1 - ((share ?? 0) / 100)) : system;
    }

    private DeliverySystem<Hazy> WithHighSide(DeliverySystem<Hazy> system, Hazy share)
    {
        var count = _survey.Engine.Cylinders ?? UsualCylinders;
        var windowDeg = _typical.WindowDeg;
        return system with
        {
            DirectInjectors = _typical.DirectInjectorGPerS(count, windowDeg, share) is { } flow ? new DirectInjectors<Hazy>(flow, count, windowDeg) : null,
            HighPressurePump = _typical.PumpDisplacementCc(share, _demand.DensityKgM3(_demand.BaseEthanolPct)) is { } displacement
                ? new HighPressurePump<Hazy>(displacement, _typical.PumpEfficiencyPct)
                : null,
        };
    }

    private LowPressurePump<Hazy>? LowSide()
    {
        var (count, margin) = (_typical.PumpCount, _load.MarginPct ?? UsualMarginPct);
        var pressure = _typical.BasePressureKpa + _typical.BoostOnTheRailKpa;
        if (_survey.Pump.Curve is not { Count: > 1 } points)
        {
            return AsLaidOut(new LowPressurePump<Hazy>(null, _typical.PumpFlowLph, pressure, 1, count, margin));
        }

        var curve = new PumpCurve<Hazy>(points);
        if (!curve.Reaches(pressure.Value))
        {
            IsOffTheCurve = true;
            return null;
        }

        var pump = AsLaidOut(new LowPressurePump<Hazy>(curve, null, pressure, _typical.PumpVoltageRatio, count, margin));
        IsStarved = pump.AvailableLph.Value <= 0;
        return IsStarved ? null : pump;
    }

    private LowPressurePump<Hazy> AsLaidOut(LowPressurePump<Hazy> pump) =>
        pump with
        {
            PumpV = (_survey.Pump.PumpV ?? _survey.Engine.SupplyV)?.Value,
            Driven = _survey.FuelSystem.Line == FuelLine.ControlledReturnless,
            FixedRegulator = _survey.FuelSystem.Line == FuelLine.Returnless,
        };

    private PortInjection<Hazy>? Ports(Hazy share)
    {
        if (_typical.InjectorCount is not { } count)
        {
            return null;
        }

        var drop = _typical.BasePressureKpa + _typical.BoostOnTheRailKpa - _typical.BoostKpa;
        if (drop.Value < LeastPressureDropKpa)
        {
            HasNoPressureDrop = true;
            IsSureOfNoPressureDrop = drop.Value + Interval95.HalfWidth(drop) < LeastPressureDropKpa;
            return null;
        }

        var openings = _typical.OpeningsPerCycle(count);
        return _typical.RatedFlowCcMin(count, share, openings, _demand, drop) is not { } ratedFlow
            ? null
            : new PortInjection<Hazy>(
                count,
                ratedFlow,
                _typical.RatedPressureKpa,
                _survey.Injectors.TestFluidDensityKgM3 ?? UsualInjectors.TestFluidKgM3,
                _typical.DeadTimeMs(drop),
                _load.DutyLimitPct ?? UsualInjectors.DutyLimitPct,
                drop,
                openings
            );
    }
}

/// <summary>Sizes of a vehicle's lines, and what it uses away from full load.</summary>
/// <param name="FeedLengthMm">Length of the feed, mm.</param>
/// <param name="FeedBoreMm">Its bore, mm.</param>
/// <param name="ReturnLengthMm">Length of the return, mm.</param>
/// <param name="ReturnBoreMm">Its bore, mm.</param>
/// <param name="FilterCc">What the filter holds, cm3.</param>
/// <param name="IdleFuelLph">Fuel used at idle on the fuel of now, L/h.</param>
/// <param name="CruiseFuelLph">Fuel used at a cruise on the fuel of now, L/h.</param>
public sealed record LineSizes(Hazy FeedLengthMm, Hazy FeedBoreMm, Hazy ReturnLengthMm, Hazy ReturnBoreMm, Hazy FilterCc, Hazy IdleFuelLph, Hazy CruiseFuelLph);
