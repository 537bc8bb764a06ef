using HazyGauge.Core.Compensation;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Vehicles;

/// <summary>
/// The figures of a survey and of full load, and what is typical for the kind of vehicle where one is open, with the haze such a guess has. All are from
/// memory and common practice; none has a source, which is why each is listed as to be measured.
/// </summary>
internal sealed class TypicalFigures(VehicleSurvey survey, FullLoad load, HazeLedger ledger)
{
    // How much more a pump delivers, and to which duty injectors are used, at the power a maker fits them for (common practice, no source).
    private const double PumpOverDemand = 1.8;
    private const double FittedDutyPct = 72;

    /// <summary>Electrical power of a usual pump, W (from memory).</summary>
    public const double PumpW = 110;

    // What air at road speed takes from a tank over what still air does (common practice, no source).
    private const double MovingOverStill = 2.5;

    private readonly Dictionary<string, Assumption> _assumed = new(StringComparer.Ordinal);

    /// <summary>What was assumed, by the answer it stands for.</summary>
    public IReadOnlyDictionary<string, Assumption> Assumed => _assumed;

    /// <summary>Power wanted, else power now, else what the displacement usually gives, kW; null where none is known.</summary>
    public Hazy? PowerKw =>
        load.PowerKw
        ?? survey.Engine switch
        {
            { WantedPowerKw: { } wanted } => wanted,
            { PowerKw: { } now } => Noted("engine.wantedPowerKw", now, new Assumption("the power it has now")),
            { DisplacementCc: { } cc } => UsualPowerKw(cc),
            _ => null,
        };

    /// <summary>
    /// Power the parts on the vehicle were fitted for, kW: the power it has, or what its displacement usually gives. What the survey says is
    /// wanted of it stands in only where neither is known, and a plan never does: parts do not grow with the wish. Null where none is known.
    /// </summary>
    private Hazy? FittedForKw =>
        survey.Engine switch
        {
            { PowerKw: { } now } => now,
            { DisplacementCc: { } cc } => UsualPowerKw(cc),
            _ => survey.Engine.WantedPowerKw,
        };

    /// <summary>Highest blend that must work, % by volume.</summary>
    public Hazy HighestEthanolPct =>
        load.EthanolPct
        ?? survey.Goals.HighestEthanolPct
        ?? (
            survey.Control is { SignalPath: SignalPath.DisplayOnly, FuelMapEthanolPct: { } map }
                // Nothing corrects it: more than what the map allows never goes in.
                ? Noted<Hazy>("goals.highestEthanolPct", Math.Min(100, map.Value + Uncorrected.HeldWithinPct), new Assumption("the most the map allows, as nothing corrects it"))
                : AsUsual("goals.highestEthanolPct")
        );

    /// <summary>Fuel consumption (BSFC) at full load on gasoline, g/kWh.</summary>
    public Hazy BsfcGPerKwh =>
        survey.Engine.BsfcGPerKwh
        ?? survey.Engine.Aspiration switch
        {
            Aspiration.Natural => Guess(VehiclePaths.Bsfc, 290, 8, Unit.GPerKwh),
            Aspiration.Boosted => Guess(VehiclePaths.Bsfc, 350, 10, Unit.GPerKwh),
            _ => Guess("engine.aspiration", 320, 15, Unit.GPerKwh),
        };

    /// <summary>Engine speed at that power, 1/min.</summary>
    public Hazy EngineRpm =>
        survey.Engine.FullPowerRpm
        ?? (survey.Engine.RedlineRpm is { } redline ? Guess(VehiclePaths.FullPowerRpm, redline * 0.93, 6, Unit.Rpm) : Guess(VehiclePaths.FullPowerRpm, 6000, 12, Unit.Rpm));

    /// <summary>Blend that consumption holds for, % by volume.</summary>
    public Hazy BsfcEthanolPct => survey.Engine.BsfcEthanolPct ?? VehicleFields.Find("engine.bsfcEthanolPct")!.Usual!.Value;

    /// <summary>Lambda the consumption holds for.</summary>
    public Hazy LambdaBase => survey.Engine.FullLoadLambda ?? 1;

    /// <summary>Lambda wanted: unless it is said, the one the consumption holds for, and then it cancels.</summary>
    public Hazy LambdaTarget => load.LambdaTarget ?? LambdaBase;

    /// <summary>Fuel temperature, C.</summary>
    public Hazy FuelTempC => load.FuelTempC ?? Guess(FullLoad.FuelTempPath);

    /// <summary>Battery voltage with the engine running, V.</summary>
    public Hazy SupplyV => survey.Engine.SupplyV ?? Guess(VehiclePaths.SupplyV);

    /// <summary>Voltage at the pump over the one its curve was taken at.</summary>
    public Hazy PumpVoltageRatio => (survey.Pump.PumpV ?? SupplyV) / (survey.Pump.CurveV ?? Guess(VehiclePaths.CurveV));

    /// <summary>Share of the high-pressure pump's displacement that arrives in the rail, %.</summary>
    public Hazy PumpEfficiencyPct => survey.DirectInjection.PumpEfficiencyPct ?? Guess(VehiclePaths.PumpEfficiencyPct);

    /// <summary>Share of the fuel that goes into the ports where there are both, %.</summary>
    public Hazy PortSharePct => survey.FuelSystem.PortSharePct ?? Guess(VehiclePaths.PortSharePct);

    /// <summary>Pressure of the low side at ambient manifold pressure, kPa gauge.</summary>
    public Hazy BasePressureKpa =>
        survey.FuelSystem.BasePressureKpa
        ?? (survey.FuelSystem.IsDirect ? Guess("fuelSystem.basePressureKpa", 500, 20, Unit.Kpa) : Guess("fuelSystem.basePressureKpa", 300, 15, Unit.Kpa));

    /// <summary>Notes that the kind of fuel system is not known and what stands in for it.</summary>
    public void NoteKind()
    {
        if (survey.FuelSystem.Kind is null)
        {
            Noted("fuelSystem.kind", 0, new Assumption("as port injection, until it is known"));
        }
    }

    /// <summary>Manifold pressure above ambient at full load, kPa.</summary>
    public Hazy BoostKpa =>
        survey.Engine switch
        {
            { BoostKpa: { } boost } => boost,
            { Aspiration: Aspiration.Boosted } => Guess("engine.boostKpa"),
            _ => 0.0,
        };

    /// <summary>By how much the low side's pressure rises with boost, kPa.</summary>
    public Hazy BoostOnTheRailKpa =>
        BoostKpa.Value <= 0
            ? 0.0
            : survey.FuelSystem.FollowsManifold switch
            {
                true => BoostKpa,
                false => 0.0,
                null when survey.FuelSystem.Kind == FuelSystemKind.Direct => 0.0,

                // Either none or all of it: the middle, and half of it to both sides.
                null => Noted(
                    "fuelSystem.followsManifold",
                    BoostKpa * Quantity("fuelSystem.followsManifold", 0.5, 0.5),
                    new Assumption("half the boost, plus or minus the other half")
                ),
            };

    /// <summary>Flow of one pump at the pressure it works against, L/h: where it is open, what a maker fits for its present power on its present fuel.</summary>
    public Hazy PumpFlowLph
    {
        get
        {
            if (survey.Pump.FlowLph is { } known)
            {
                return known;
            }

            // Calculated from the same consumption as the demand, so that what is not known of it cancels between the two.
            return FittedForKw is { } fitted ? Guess("pump.flowLph", PumpOverDemand * PresentLph(fitted) / PumpCount, 30, Unit.Lph) : Guess("pump.flowLph", 100, 40, Unit.Lph);
        }
    }

    // What the engine takes at a power on the blend it was made for, L/h.
    private Hazy PresentLph(Hazy powerKw) => FuelDemand.VolumeLph(powerKw, BsfcGPerKwh, Present, Present);

    /// <summary>Pumps side by side.</summary>
    public int PumpCount => survey.Pump.Count ?? Noted("pump.count", 1, new Assumption("one pump"));

    /// <summary>Injectors in the ports; null where neither they nor the cylinders were counted.</summary>
    public int? InjectorCount =>
        survey.Injectors.Count ?? (survey.Engine.Cylinders is { } cylinders ? Noted("injectors.count", cylinders, new Assumption("one for every cylinder")) : null);

    /// <summary>How often each injector opens in two turns: as surveyed, else once, on single-point injection once for every cylinder it feeds.</summary>
    public int OpeningsPerCycle(int injectors) =>
        survey.Injectors.OpeningsPerCycle
        ?? (
            survey.FuelSystem.Kind == FuelSystemKind.SinglePoint
                ? Noted("injectors.openingsPerCycle", Math.Max(1, (survey.Engine.Cylinders ?? 4) / injectors), new Assumption("once for every cylinder it feeds"))
                : Noted("injectors.openingsPerCycle", 1, new Assumption("once a cycle"))
        );

    /// <summary>Pressure drop the injectors are rated at, kPa.</summary>
    public Hazy RatedPressureKpa => survey.Injectors.RatedPressureKpa ?? AsUsual("injectors.ratedPressureKpa");

    private Hazy UsualPowerKw(Hazy displacementCc) => Guess("engine.powerKw", displacementCc * (IsBoosted ? 0.085 : 0.055), 25, Unit.Kw);

    private bool IsBoosted => survey.Engine.Aspiration == Aspiration.Boosted;

    /// <summary>Rated flow of one injector, cm3/min: where it is open, what carries its present power on its present fuel, dead time and pressure counted; null where that
    /// is open too.</summary>
    /// <param name="count">Injectors.</param>
    /// <param name="share">Share of the fuel they carry, 0 to 1.</param>
    /// <param name="openings">How often each opens in two turns.</param>
    /// <param name="demand">What the engine takes.</param>
    /// <param name="dropKpa">Pressure drop they work at, kPa.</param>
    public Hazy? RatedFlowCcMin(int count, Hazy share, int openings, EngineDemand<Hazy> demand, Hazy dropKpa)
    {
        if (survey.Injectors.RatedFlowCcMin is { } known)
        {
            return known;
        }

        if (FittedForKw is not { } fitted)
        {
            return null;
        }

        // Asked of injectors of 1 cm3/min, so that whatever is not known of demand, pressure and dead time cancels between the two.
        var unit = new PortInjection<Hazy>(
            count,
            1,
            RatedPressureKpa,
            survey.Injectors.TestFluidDensityKgM3 ?? UsualInjectors.TestFluidKgM3,
            DeadTimeMs(dropKpa),
            100,
            dropKpa,
            openings
        );
        var dead = unit.DeadDutyPct(demand.EngineRpm);
        var mass = FuelDemand.MassKgH(fitted * share, demand.BsfcGPerKwh, Present, Present);
        var flow = 100 * mass / unit.StaticKgH(demand.DensityKgM3(BsfcEthanolPct)) / (FittedDutyPct - dead);
        return dead.Value < FittedDutyPct ? Guess("injectors.ratedFlowCcMin", flow, 12, Unit.CcPerMin) : null;
    }

    private Blend<Hazy> Present => new(BsfcEthanolPct, UsualFuels.Traditional<Hazy>());

    /// <summary>Static flow of one injector of the cylinders, g/s: where it is open, what leaves the present power a little over a fifth of the window; null where that is
    /// open too.</summary>
    /// <param name="count">Injectors.</param>
    /// <param name="windowDeg">Their window, degrees of crank.</param>
    /// <param name="share">Share of the fuel they carry, 0 to 1.</param>
    public Hazy? DirectInjectorGPerS(int count, Hazy windowDeg, Hazy share) =>
        survey.DirectInjection.InjectorStaticGPerS
        ?? (FittedForKw is not { } fitted ? null : Guess(VehiclePaths.DirectInjectorGPerS, fitted * share * BsfcGPerKwh / 3600 / count * 720 / windowDeg / 0.78, 10, Unit.GPerS));

    /// <summary>Window of the injectors of the cylinders, degrees of crank.</summary>
    public Hazy WindowDeg => survey.DirectInjection.WindowDeg ?? Guess("directInjection.windowDeg");

    /// <summary>Displacement of the high-pressure pump a turn of its cam, cm3: where it is open, what delivers a third more than the present power takes; null where that
    /// is open too.</summary>
    /// <param name="share">Share of the fuel that goes through it, 0 to 1.</param>
    /// <param name="densityKgM3">Density of the base blend at fuel temperature, kg/m3.</param>
    public Hazy? PumpDisplacementCc(Hazy share, Hazy densityKgM3) =>
        survey.DirectInjection.PumpDisplacementCcPerCamRev
        ?? (
            FittedForKw is not { } fitted
                ? null
                : Guess(
                    "directInjection.pumpDisplacementCcPerCamRev",
                    fitted * share * BsfcGPerKwh / densityKgM3 / 0.75 / (EngineRpm / 2 * 60 / 1000 * PumpEfficiencyPct / 100),
                    12,
                    Unit.CcPerRev
                )
        );

    /// <summary>Dead time of the injectors in the ports, ms: at running voltage, and longer by their growth with pressure where that is known.</summary>
    /// <param name="pressureDropKpa">Pressure drop they work at, kPa.</param>
    public Hazy DeadTimeMs(Hazy pressureDropKpa)
    {
        var rated = survey.Injectors.DeadTimes is { Count: > 0 } table ? Interpolated(table, SupplyV) : Guess("injectors.deadTimes");
        return survey.Injectors.DeadTimeMsPer100Kpa is { } growth ? rated + (growth / 100 * (pressureDropKpa - RatedPressureKpa)) : rated;
    }

    /// <summary>Heat a usual tank loses, W for every K above ambient; more where the air around it is known to move.</summary>
    /// <param name="air">How it moves; null where nobody said.</param>
    public Hazy TankLossWPerK(TankAir? air)
    {
        var still = FieldAt(VehiclePaths.TankLossWPerK);
        return air == TankAir.Moving ? Guess(still.Path, MovingOverStill * still.Usual!.Value, still.Usual.PlusMinusPct!.Value, still.Unit) : Guess(still.Path);
    }

    /// <summary>Reid pressure of the gasoline alone in what the pump sells as a class, kPa.</summary>
    /// <param name="path">The answer it stands for.</param>
    /// <param name="of">The class.</param>
    /// <param name="ethanolPct">Ethanol in what the pump sells, % by volume; null for what is usual.</param>
    public Hazy GasolineReidKpa(string path, VolatilityClass of, Hazy? ethanolPct)
    {
        var (least, most) = VolatilityClasses.FinishedKpa(of);
        var finished = Quantity(path, (least + most) / 2, (most - least) / 2);
        var alone = new FuelVolatility(null, finished, ethanolPct ?? Guess(HotDrive.FinishedEthanolPath)).Gasoline().Kpa;
        return Noted(path, alone, new Assumption("from the class of the season"));
    }

    // Straight between the points; beyond them the nearest one, for dead time does not go on straight.
    private static Hazy Interpolated(IReadOnlyList<DeadTimePoint> table, Hazy volts)
    {
        if (volts.Value <= table[0].BatteryV || volts.Value >= table[^1].BatteryV)
        {
            return (volts.Value <= table[0].BatteryV ? table[0] : table[^1]).DeadTimeMs;
        }

        var above = table.First(p => p.BatteryV > volts.Value);
        var below = table.Last(p => p.BatteryV <= volts.Value);
        var slope = (above.DeadTimeMs - below.DeadTimeMs) / (above.BatteryV - below.BatteryV);
        return volts.Through(below.DeadTimeMs + (slope * (volts.Value - below.BatteryV)), slope);
    }

    /// <summary>The usual figure of a field, and how far off it may be.</summary>
    public Hazy Guess(string path)
    {
        var field = FieldAt(path);
        var usual = field.Usual ?? throw new InvalidOperationException($"Nothing is usual for {path}.");
        return usual.PlusMinusPct is { } pct ? Guess(path, usual.Value, pct, field.Unit) : GuessWithin(path, usual.Value, usual.PlusMinus ?? 0, field.Unit);
    }

    /// <summary>The usual figure of a field that is a plain default: no haze of its own.</summary>
    private Hazy AsUsual(string path) =>
        FieldAt(path) is { Usual: { } usual } field
            ? Noted<Hazy>(path, usual.Value, new Assumption(null, usual.Value, field.Unit))
            : throw new InvalidOperationException($"Nothing is usual for {path}.");

    /// <summary>A typical figure, and by how many percent it may be off.</summary>
    public Hazy Guess(string field, Hazy value, double plusMinusPct, Unit unit) =>
        Noted(field, value * Quantity(field, 1, plusMinusPct / 100), new Assumption(null, Rounded(value.Value), unit, plusMinusPct));

    /// <summary>A typical figure, and by how much it may be off.</summary>
    public Hazy GuessWithin(string field, double value, double plusMinus, Unit unit) =>
        Noted(field, Quantity(field, value, plusMinus), new Assumption(null, value, unit, PlusMinus: plusMinus));

    private Hazy Quantity(string path, double value, double halfWidth)
    {
        var field = FieldAt(path);
        return ledger.Quantity(
            value,
            HazeSource.RectangularU(halfWidth),
            new HazeSource(path, field.Label, HazeShape.Rectangular, new HazeCheck(field.HowTo, field.LeftOfDoubt) { Needs = field.Needs })
        );
    }

    private static Field FieldAt(string path) =>
        VehicleFields.Find(path) ?? FullLoad.Fields.Concat(HotDrive.Fields).FirstOrDefault(f => f.Path == path) ?? throw new InvalidOperationException($"Nobody asks for {path}.");

    /// <summary>What stands in for an answer, noted as assumed.</summary>
    public T Noted<T>(string field, T value, Assumption assumption)
    {
        _assumed[field] = assumption;
        return value;
    }

    // Three digits say enough about a guess, and leave 255 what it is.
    private static double Rounded(double value)
    {
        var step = Math.Pow(10, Math.Floor(Math.Log10(value)) - 2);
        return Math.Round(value / step) * step;
    }
}
