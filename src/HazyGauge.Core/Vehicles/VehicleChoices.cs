using HazyGauge.Core.Fields;

namespace HazyGauge.Core.Vehicles;

/// <summary>What there is to choose from where a vehicle is one of a few kinds.</summary>
internal static class VehicleChoices
{
    public static readonly IReadOnlyList<FieldChoice> Lines =
    [
        FieldChoice.Of(FuelLine.Return, "Return line to tank", "unused fuel flows back"),
        FieldChoice.Of(FuelLine.Returnless, "Returnless", "the pressure is held in the tank"),
        FieldChoice.Of(FuelLine.ControlledReturnless, "Returnless, controlled pump", "a controller drives the pump"),
    ];

    public static readonly IReadOnlyList<FieldChoice> Aspirations =
    [
        FieldChoice.Of(Aspiration.Natural, "Naturally aspirated"),
        FieldChoice.Of(Aspiration.Boosted, "Turbo or supercharged"),
    ];

    public static readonly IReadOnlyList<FieldChoice> Kinds =
    [
        FieldChoice.Of(FuelSystemKind.Port, "Port injection"),
        FieldChoice.Of(FuelSystemKind.SinglePoint, "Single-point injection", "one or two injectors before the throttle"),
        FieldChoice.Of(FuelSystemKind.Direct, "Direct injection"),
        FieldChoice.Of(FuelSystemKind.Both, "Port and direct injection"),
        FieldChoice.Of(FuelSystemKind.Carburettor, "Carburetor"),
        FieldChoice.Of(FuelSystemKind.Mechanical, "Mechanical injection"),
        FieldChoice.Of(FuelSystemKind.Diesel, "Diesel"),
        FieldChoice.Of(FuelSystemKind.Gas, "Gas", "LPG or natural gas"),
        FieldChoice.Of(FuelSystemKind.TwoStrokeOil, "Two-stroke", "oil mixed into the fuel"),
    ];

    public static readonly IReadOnlyList<FieldChoice> Ratings =
    [
        FieldChoice.Of(MaterialRating.Rated, "Rated", "for high blends"),
        FieldChoice.Of(MaterialRating.NotRated, "Not rated"),
    ];

    public static readonly IReadOnlyList<FieldChoice> TankAirs =
    [
        FieldChoice.Of(TankAir.Still, "Still", "slow or standing"),
        FieldChoice.Of(TankAir.Moving, "Moving", "at road speed"),
    ];

    public static readonly IReadOnlyList<FieldChoice> SignalPaths =
    [
        FieldChoice.Of(SignalPath.DirectFrequency, "Frequency", "into a digital input of the controller"),
        FieldChoice.Of(SignalPath.AnalyserVoltage, "Voltage", "a signal converter turns it into volts"),
        FieldChoice.Of(SignalPath.Gateway, "Bus", "a box turns it into bus messages"),
        FieldChoice.Of(SignalPath.InjectorExtender, "Injector extender", "a box lengthens each pulse"),
        FieldChoice.Of(SignalPath.DisplayOnly, "Display only", "nothing is controlled"),
    ];

    public static readonly IReadOnlyList<FieldChoice> MapFuels =
    [
        FieldChoice.Of(MapFuelKnown.Read, "Read or tested", "by a sensor, or a sample"),
        FieldChoice.Of(MapFuelKnown.Told, "Told", "by whoever made the map"),
        FieldChoice.Of(MapFuelKnown.Label, "From the pump's label", "\u201cE85\u201d is E60 to E92"),
        FieldChoice.Of(MapFuelKnown.OctaneName, "From the map's name", "91, 93, pump gas: octane, not ethanol"),
    ];

    public static readonly IReadOnlyList<FieldChoice> PlainGasolines =
    [
        FieldChoice.Of(PlainGasoline.NoEthanol, "No ethanol"),
        FieldChoice.Of(PlainGasoline.UpToE5, "Up to E5"),
        FieldChoice.Of(PlainGasoline.UpToE10, "Up to E10"),
        FieldChoice.Of(PlainGasoline.AboutE27, "About E27"),
    ];

    public static readonly IReadOnlyList<FieldChoice> Runnings =
    [
        FieldChoice.Of(RunningState.RunsWell, "Runs well"),
        FieldChoice.Of(RunningState.RunsPoorly, "Runs poorly"),
        FieldChoice.Of(RunningState.DoesNotRun, "Does not run"),
    ];

    public static readonly IReadOnlyList<FieldChoice> PowersKnown = [FieldChoice.Of(PowerKnown.Measured, "Measured"), FieldChoice.Of(PowerKnown.Promised, "Promised")];

    public static readonly IReadOnlyList<FieldChoice> Conditions = [FieldChoice.Of(PartCondition.New, "New"), FieldChoice.Of(PartCondition.Used, "Used")];

    public static readonly IReadOnlyList<FieldChoice> Origins =
    [
        FieldChoice.Of(PartOrigin.Genuine, "Genuine", "in its maker's name"),
        FieldChoice.Of(PartOrigin.Rebadged, "Rebadged", "a known part under another name"),
        FieldChoice.Of(PartOrigin.Unknown, "Nobody knows"),
    ];
}
