using HazyGauge.Core.Fields;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Vehicles;

/// <summary>What is asked of each of several things on a vehicle: who uses the reading, which controllers there are, how they are set.</summary>
internal static class VehicleItems
{
    public static readonly IReadOnlyList<Field> OfUsers =
    [
        new FieldOf<SensorUser>("kind", "What it is")
        {
            Required = "Say what it is: a reader, a gauge, an extender, a signal converter, a gateway or a controller.",
            Choices =
            [
                FieldChoice.Of(SensorUserKind.Reader, "Reader", "a phone or box that shows the reading"),
                FieldChoice.Of(SensorUserKind.Gauge, "Gauge", "in the cabin"),
                FieldChoice.Of(SensorUserKind.Extender, "Injector extender", "a box that lengthens each pulse"),
                FieldChoice.Of(SensorUserKind.Analyser, "Signal converter", "turns the frequency into volts"),
                FieldChoice.Of(SensorUserKind.Gateway, "Gateway", "turns it into bus messages"),
                FieldChoice.Of(SensorUserKind.Controller, "Controller", "the frequency on an input of its own"),
            ],
        },
        new FieldOf<SensorUser>("name", "Called"),
        new FieldOf<SensorUser>("role", "What it is there for"),
        new FieldOf<SensorUser>("partOf", "Part of") { Hint = "For a display that is built into a box or a controller: the box, by name." },
        new FieldOf<SensorUser>("controller", "Controller it feeds") { Hint = "For a display: the controller that shows it." },
        new FieldOf<SensorUser>("place", "Where it sits"),
        new FieldOf<SensorUser>("stepPct", "Steps it shows")
        {
            Unit = Unit.Percent,
            Min = 0.01,
            Max = 50,
        },
        new FieldOf<SensorUser>("range", "Shows from and to"),
        new FieldOf<SensorUser>("alarm", "Warns at"),
        new FieldOf<SensorUser>("calledUp", "How it is called up"),
        new FieldOf<SensorUser>("dimming", "Dimming"),
        new FieldOf<SensorUser>("pairing", "Paired as"),
        new FieldOf<SensorUser>("app", "App and phone version"),
    ];

    public static readonly IReadOnlyList<Field> OfControllers =
    [
        new FieldOf<ControllerOnBoard>("name", "Called") { Required = "Give the controller a name: settings and users refer to it." },
        new FieldOf<ControllerOnBoard>("role", "Controls")
        {
            Choices =
            [
                FieldChoice.Of(ControllerRole.Engine, "The engine"),
                FieldChoice.Of(ControllerRole.AuxiliaryInjection, "Auxiliary injection"),
                FieldChoice.Of(ControllerRole.Boost, "Boost"),
                FieldChoice.Of(ControllerRole.Transmission, "The gearbox"),
            ],
        },
        new FieldOf<ControllerOnBoard>("setsNumbers", "Who sets its numbers")
        {
            Choices =
            [
                FieldChoice.Of(NumbersBy.OwnTable, "We do", "a table is open to us"),
                FieldChoice.Of(NumbersBy.CalibratorsFile, "A calibrator", "a file is sent"),
                FieldChoice.Of(NumbersBy.FixedBox, "The box itself", "its rules are fixed"),
                FieldChoice.Of(NumbersBy.Nobody, "Nobody", "the blend has to be held"),
            ],
        },
        new FieldOf<ControllerOnBoard>("baseEthanolPct", "Blend its map was made on")
        {
            Unit = Unit.EthanolPct,
            Min = 0,
            Max = 100,
        },
        new FieldOf<ControllerOnBoard>("revision", "Hardware and firmware revision"),
        new FieldOf<ControllerOnBoard>("file", "File in it"),
        new FieldOf<ControllerOnBoard>("supply", "Fed from"),
        new FieldOf<ControllerOnBoard>("access", "Licence or access device"),
        new FieldOf<ControllerOnBoard>("cable", "Cable and port"),
        new FieldOf<ControllerOnBoard>("version", "Version of phone or computer program"),
        new FieldOf<ControllerOnBoard>("patch", "Patch the file needs"),
        new FieldOf<ControllerOnBoard>("enable", "Switch that makes ethanol count"),
        new FieldOf<ControllerOnBoard>("mapSlot", "Map slot"),
    ];

    public static readonly IReadOnlyList<Field> OfWishes =
    [
        new FieldOf<Wish>("kind", "What is wished")
        {
            Required = "Say what is wished: more power, the high blend in summer, gasoline in winter, a later stage.",
            Choices =
            [
                FieldChoice.Of(WishKind.MorePower, "More power", "like +60 hp"),
                FieldChoice.Of(WishKind.HighBlendInSummer, "The high blend in summer"),
                FieldChoice.Of(WishKind.GasolineInWinter, "Plain gasoline in winter"),
                FieldChoice.Of(WishKind.PortInjectionLater, "Port injection later"),
                FieldChoice.Of(WishKind.ReaderLater, "A reader or gauge later"),
                FieldChoice.Of(WishKind.Other, "Something else"),
            ],
        },
        new FieldOf<Wish>("text", "In the owner's words"),
        new FieldOf<Wish>("extraKw", "How much more power")
        {
            Unit = Unit.Kw,
            Min = 1,
            Max = 1000,
        },
        new FieldOf<Wish>("when", "When"),
    ];

    public static readonly IReadOnlyList<Field> OfNoWayBack =
    [
        new FieldOf<NoWayBack>("kind", "What cannot be undone")
        {
            Required = "Say what cannot be undone.",
            Choices =
            [
                FieldChoice.Of(NoWayBackKind.LineCut, "A line is cut"),
                FieldChoice.Of(NoWayBackKind.HoleDrilled, "A hole is drilled"),
                FieldChoice.Of(NoWayBackKind.GrommetSlit, "A grommet is slit"),
                FieldChoice.Of(NoWayBackKind.ConnectorCutOff, "A connector is cut off"),
                FieldChoice.Of(NoWayBackKind.WireCut, "A wire is cut or pierced"),
                FieldChoice.Of(NoWayBackKind.Trimmed, "Foam, trim or a bracket is cut to size"),
                FieldChoice.Of(NoWayBackKind.Other, "Something else"),
            ],
        },
        new FieldOf<NoWayBack>("where", "Where"),
        new FieldOf<NoWayBack>("ownerAgrees", "The owner said yes"),
    ];

    public static readonly IReadOnlyList<Field> OfSettings =
    [
        new FieldOf<ControllerSetting>("kind", "Setting")
        {
            Required = "Say which setting it is.",
            Choices =
            [
                FieldChoice.Of(SettingKind.FullScale, "Ethanol at full scale, %"),
                FieldChoice.Of(SettingKind.VoltsAt0, "Voltage that counts as E0"),
                FieldChoice.Of(SettingKind.VoltsAt100, "Voltage that counts as E100"),
                FieldChoice.Of(SettingKind.MultiplierAt0, "Fuel multiplier at E0, %"),
                FieldChoice.Of(SettingKind.MultiplierAt100, "Fuel multiplier at E100, %"),
                FieldChoice.Of(SettingKind.Other, "Something else"),
            ],
        },
        new FieldOf<ControllerSetting>("controller", "In which controller"),
        new FieldOf<ControllerSetting>("what", "Called there"),
        new FieldOf<ControllerSetting>("asFound", "As found"),
        new FieldOf<ControllerSetting>("asSet", "As set"),
        new FieldOf<ControllerSetting>("readBack", "Read back"),
    ];
}
