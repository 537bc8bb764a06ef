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
}
