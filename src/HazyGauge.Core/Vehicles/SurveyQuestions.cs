using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>A question of the survey whose answer matters further on.</summary>
/// <param name="Field">The answer, as a path into the survey.</param>
/// <param name="Label">What the answer is, in a few words.</param>
/// <param name="HowTo">How to find it out.</param>
/// <param name="Effect">What stands on it.</param>
/// <param name="IsAnswered">True where the survey has the answer.</param>
/// <param name="Decides">True where it decides whether this vehicle can be converted; null where it never does.</param>
/// <param name="LeftOfDoubt">What measuring would leave of the doubt of a typical figure, 0 to 1.</param>
internal sealed record SurveyQuestion(
    string Field,
    string Label,
    string HowTo,
    string Effect,
    Func<VehicleSurvey, bool> IsAnswered,
    Func<VehicleSurvey, bool>? Decides = null,
    double LeftOfDoubt = 0.2)
{
    /// <summary>True where the answer is missing and matters.</summary>
    public bool IsOpen(VehicleSurvey survey) => SurveyScope.Concerns(Field, survey) && !IsAnswered(survey);

    /// <summary>True where the answer is missing and decides.</summary>
    public bool HoldsUp(VehicleSurvey survey) => IsOpen(survey) && Decides?.Invoke(survey) == true;
}

/// <summary>The questions, in the order one walks round the vehicle.</summary>
internal static class SurveyQuestions
{
    private const string CapacityNeedsIt = "Capacity cannot be reckoned without it.";

    private static readonly string TakenForGasoline = FormattableString.Invariant(
        $"Made on E85 and taken for E10, every other number is wrong with it: the engine would run at lambda {AfrRatio(85, 10):0.00} on E85. Made on E10 and taken for E85, at lambda {AfrRatio(10, 85):0.00} on E10.");

    private static bool Always(VehicleSurvey survey) => true;

    /// <summary>All questions.</summary>
    public static readonly IReadOnlyList<SurveyQuestion> All =
    [
        new("engine.cylinders", "Cylinders", "Count the plugs or the injectors.", CapacityNeedsIt, s => s.Engine.Cylinders is not null),
        new("engine.displacementCc", "Displacement", "Read it off the papers.", CapacityNeedsIt, s => s.Engine is not { DisplacementCc: null, PowerKw: null, WantedPowerKw: null }),
        new("engine.aspiration", "Turbo or supercharger", "Look for a charger between filter and throttle.", CapacityNeedsIt, s => s.Engine.Aspiration is not null, LeftOfDoubt: 0.5),
        new("engine.boostKpa", "Boost at full load", "Log manifold pressure at full load.", CapacityNeedsIt, s => s.Engine.BoostKpa is not null),
        new("engine.powerKw", "Power now", "Read it off the papers, or put the vehicle on a dynamometer.", CapacityNeedsIt, s => s.Engine.PowerKw is not null),
        new("engine.wantedPowerKw", "Power wanted", "Ask the owner.", "Without it the fuel system is reckoned for the power of today.", s => s.Engine.WantedPowerKw is not null),
        new("engine.fullLoadLambda", "Lambda at full load", "Log lambda through one pull at full load.", "The mixture of the base map says how much it takes now.", s => s.Engine.FullLoadLambda is not null),
        new("fuelSystem.line", "Return line", "Count the lines at the rail: one is returnless.", "It decides where the sensor can go.", s => s.FuelSystem.Line is not null),
        new("fuelSystem.injection", "Where it injects", "Follow the rail: ports, cylinders or both.", "It decides which side may be opened, and what limits the fuel.", s => s.FuelSystem.Injection is not null, Decides: s => s.Control.SignalPath == SignalPath.InjectorExtender),
        new("fuelSystem.basePressureKpa", "Base pressure", "Tee a gauge into the low side at idle, manifold hose off.", CapacityNeedsIt, s => s.FuelSystem.BasePressureKpa is not null),
        new("fuelSystem.followsManifold", "Pressure follows the manifold", "Look for a hose from the regulator to the manifold.", CapacityNeedsIt, s => s.FuelSystem.FollowsManifold is not null, LeftOfDoubt: 0),
        new("fuelSystem.tankLitres", "Tank volume", "Read it off the papers.", "What a fill makes of the tank cannot be reckoned without it.", s => s.FuelSystem.TankLitres is not null),
        new("pump.count", "Pumps", "Look for a second pump in the tank or under the floor.", CapacityNeedsIt, s => s.Pump.Count is not null),
        new("pump.flowLph", "Pump flow", "Pump into a measure for thirty seconds against the pressure it works at, or find its curve.", CapacityNeedsIt, s => s.Pump.FlowLph is not null || s.Pump.Curve is not null),
        new("injectors.count", "Injectors in the ports", "Count them at the rail.", CapacityNeedsIt, s => s.Injectors.Count is not null),
        new("injectors.ratedPressureKpa", "Pressure they are rated at", "It stands on the data sheet beside the rated flow.", CapacityNeedsIt, s => s.Injectors.RatedPressureKpa is not null),
        new("injectors.ratedFlowCcMin", "Rated flow of the injectors", "Read the number on an injector and look it up, or have one flowed.", CapacityNeedsIt, s => s.Injectors.RatedFlowCcMin is not null),
        new("injectors.deadTimes", "Dead time of the injectors", "Ask for the data sheet: dead time over battery voltage.", "Short pulses cannot be reckoned without it.", s => s.Injectors.DeadTimes is { Count: > 0 }),
        new("directInjection.pumpDisplacementCcPerCamRev", "High-pressure pump", "Look up displacement and lobes; do not open the high-pressure side.", CapacityNeedsIt, s => s.DirectInjection.PumpDisplacementCcPerCamRev is not null),
        new("directInjection.windowDeg", "Injection window", "Log start and end of injection at full load.", CapacityNeedsIt, s => s.DirectInjection.WindowDeg is not null),
        new("control.signalPath", "Way of the signal", "Choose how the signal reaches what controls the engine.", "It decides which parts are bought.", s => s.Control.SignalPath is not null, Decides: Always),
        new("control.revisionListed", "Revision of the controller", "Read hardware and firmware off the controller, and ask whoever makes the tune or the box whether they list it.", "A revision that is not listed cannot be programmed: no part should be bought before.", s => s.Control.RevisionListed is not null, Decides: Always),
        new("control.plugPresent", "Plug the kit needs", "Look for the plug on this very vehicle: versions of gearbox and option differ.", "A kit whose plug is not there cannot be connected.", s => s.Control.PlugPresent is not null, Decides: Always),
        new("control.freeInput", "Free input", "Look the pins up, and look whether one of them is wired to something.", "The signal needs an input of its own.", s => s.Control.FreeInput is not null, Decides: Always),
        new("control.fuelMapEthanolPct", "Blend of the fuel map", "Ask who made the map which fuel was in the tank.", TakenForGasoline, s => s.Control.FuelMapEthanolPct is not null),
        new("control.sparkMapEthanolPct", "Blend of the spark map", "Ask who made the map which fuel was in the tank.", "A spark map made on ethanol knocks on gasoline.", s => s.Control.SparkMapEthanolPct is not null),
        new("goals.highestEthanolPct", "Highest blend", "Ask the owner.", "Everything that carries fuel is sized for it.", s => s.Goals.HighestEthanolPct is not null),
        new("goals.localEthanolPct", "Local high blend", "Draw a sample at the pump and test it with water; again in winter.", "Pump E85 is anything from about E60 to E92.", s => s.Goals.LocalEthanolPct is not null),
    ];

    private static readonly Dictionary<string, SurveyQuestion> ByField = All.ToDictionary(q => q.Field, StringComparer.Ordinal);

    /// <summary>The question for an answer; null where none is asked.</summary>
    public static SurveyQuestion? Find(string field) => ByField.GetValueOrDefault(field);

    // Lambda where fuel is metered for one blend and another was meant: the ratio of their air-fuel ratios (by mass).
    private static double AfrRatio(double madeOnPct, double takenForPct) =>
        Afr(madeOnPct) / Afr(takenForPct);

    private static double Afr(double ethanolPct) => new Blend<Exact>(ethanolPct, UsualFuels.Traditional<Exact>()).StoichAfr.Value;
}
