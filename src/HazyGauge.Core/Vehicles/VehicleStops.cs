using HazyGauge.Core.Fields;

namespace HazyGauge.Core.Vehicles;

/// <summary>Where one stands while answering: the stops of the walk round the vehicle, and what Capacity and Route ask of it.</summary>
internal static class VehicleStops
{
    public static readonly FieldGroup Owner = new("Owner", "before the hood opens");
    public static readonly FieldGroup Arrival = new("Arrival", "as it came in");
    public static readonly FieldGroup Tank = new("Tank", "at the rear");
    public static readonly FieldGroup Lines = new("Lines", "under the floor, to the engine");
    public static readonly FieldGroup Engine = new("Engine", "under the hood");
    public static readonly FieldGroup Injection = new("Injection", "at the rail");
    public static readonly FieldGroup Control = new("Control", "at the controller");
    public static readonly FieldGroup Reading = new("Reading", "sensor, and who uses it");
    public static readonly FieldGroup Work = new("Work", "before it and after it");
    public static readonly FieldGroup Converter = new("Signal converter");
    public static readonly FieldGroup FullLoad = new("Full load");
    public static readonly FieldGroup FuelPath = new("Fuel path");
    public static readonly FieldGroup HotDrive = new("Hot drive");
}
