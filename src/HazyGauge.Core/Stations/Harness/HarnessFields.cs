using HazyGauge.Core.Fields;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Wiring.Boxes;
using HazyGauge.Core.Wiring.Connectors;
using HazyGauge.Core.Wiring.Meters;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Supplies;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>What Harness asks for, with usual figures; all usual figures are common practice or from memory, without a source.</summary>
internal static class HarnessFields
{
    private static readonly FieldGroup Feed = new("Supply");
    private static readonly FieldGroup Standby = new("Battery at rest");
    private static readonly FieldGroup Earth = new("Ground");
    private static readonly FieldGroup Wave = new("Signal");
    private static readonly FieldGroup Laying = new("Wires");
    private static readonly FieldGroup Counting = new("Pins");
    private static readonly FieldGroup Sheet = new("Meter");
    private static readonly FieldGroup Box = new("Injector extender");
    private static readonly FieldGroup Bus = new("Gateway");
    private static readonly FieldGroup Beside = new("Other sensors");

    public static readonly IReadOnlyList<Field> All =
    [
        new FieldOf<HarnessPlan>("supply", "Supply")
        {
            Group = Feed,
            Choices =
            [
                FieldChoice.Of(SupplyChoice.SwitchedFuse, "Switched fuse"),
                FieldChoice.Of(SupplyChoice.ControllerSupply, "Controller's sensor supply"),
                FieldChoice.Of(SupplyChoice.Constant, "Constant feed"),
                FieldChoice.Of(SupplyChoice.PassThroughPlug, "Pass-through plug"),
                FieldChoice.Of(SupplyChoice.InjectorCommon, "Injectors' common supply"),
                FieldChoice.Of(SupplyChoice.HandSwitch, "Hand switch"),
                FieldChoice.Of(SupplyChoice.IgnitionCoil, "Ignition coil's supply"),
                FieldChoice.Of(SupplyChoice.BatteryPost, "Battery post"),
                FieldChoice.Of(SupplyChoice.PinchedFuse, "Pinched behind a fuse"),
            ],
        },
        new FieldOf<HarnessPlan>("feedAt", "Fuse slot or pin") { Group = Feed, Hint = "As found, like F17, 15 A." },
        new FieldOf<HarnessPlan>("fuseA", "Small fuse of its own")
        {
            Group = Feed,
            Unit = Unit.Ampere,
            Min = 0.5,
            Max = 40,
        },
        new FieldOf<HarnessPlan>("currentMa", "What hangs on it")
        {
            Group = Feed,
            Unit = Unit.Milliampere,
            Min = 0,
            Max = 30_000,
            Usual = new(150, 100),
            HowTo = "Add up what the makers of sensor and boxes say.",
        },
        new FieldOf<HarnessPlan>("probed.batteryV", "Battery, key off")
        {
            AsksTolerance = false,
            Group = Feed,
            Unit = Unit.Volt,
            Min = 5,
            Max = 32,
            Usual = new(12.6, 0.4),
            Needs = Instrument.VoltsAndContinuity,
        },
        new FieldOf<HarnessPlan>("probed.keyOffV", "Feed, key off")
        {
            AsksTolerance = false,
            Group = Feed,
            Unit = Unit.Volt,
            Min = -1,
            Max = 32,
            Hint = "Five minutes after it was turned off.",
            Needs = Instrument.VoltsAndContinuity,
        },
        new FieldOf<HarnessPlan>("probed.keyOnV", "Feed, key on")
        {
            AsksTolerance = false,
            Group = Feed,
            Unit = Unit.Volt,
            Min = -1,
            Max = 32,
            Needs = Instrument.VoltsAndContinuity,
        },
        new FieldOf<HarnessPlan>("probed.crankingV", "Feed, cranking")
        {
            AsksTolerance = false,
            Group = Feed,
            Unit = Unit.Volt,
            Min = -1,
            Max = 32,
            Needs = Instrument.VoltsAndContinuity,
        },
        new FieldOf<HarnessPlan>("keepsAwake", "Something stays awake with the key off")
        {
            Group = Standby,
            Hint = "Key off, doors locked, ten minutes: nothing may buzz, click or stay lit.",
        },
        new FieldOf<HarnessPlan>("drainMa", "Drawn with the key off")
        {
            Group = Standby,
            Unit = Unit.Milliampere,
            Min = 0.01,
            Max = 30_000,
            Usual = new(25, 20),
            HowTo = "Put a 1 Ω resistor in series at the feed, ten minutes after the key is off: each millivolt over it is a milliampere.",
            Needs = Instrument.VoltsAndContinuity,
        },
        new FieldOf<HarnessPlan>("batteryAh", "Battery's rated charge")
        {
            Group = Standby,
            Unit = Unit.AmpereHours,
            Min = 1,
            Max = 400,
            Usual = new(60, 20),
            HowTo = "Read it off the battery.",
        },
        new FieldOf<HarnessPlan>("usablePct", "Usable until it does not crank")
        {
            Group = Standby,
            Unit = Unit.Percent,
            Min = 1,
            Max = 100,
            Usual = new(50, 15),
        },
        new FieldOf<HarnessPlan>("selfDischargePct", "Lost by itself in a month")
        {
            Group = Standby,
            Unit = Unit.Percent,
            Min = 0,
            Max = 50,
            Usual = new(4, 3),
        },
        new FieldOf<HarnessPlan>("ground", "Ground")
        {
            Group = Earth,
            Choices =
            [
                FieldChoice.Of(GroundChoice.ControllerGround, "Controller's sensor ground"),
                FieldChoice.Of(GroundChoice.Chassis, "Body, bare metal"),
                FieldChoice.Of(GroundChoice.BatteryNegative, "Battery, minus"),
            ],
        },
        new FieldOf<HarnessPlan>("groundAt", "Stud or pin") { Group = Earth, Hint = "As found." },
        new FieldOf<HarnessPlan>("groundOffsetMv", "Above the controller's sensor ground")
        {
            Group = Earth,
            Unit = Unit.Millivolt,
            Min = -2000,
            Max = 2000,
            HowTo = "Meter from the sensor's ground to the controller's sensor ground, engine running, lights on.",
            Needs = Instrument.VoltsAndContinuity,
        },
        new FieldOf<HarnessPlan>("pullUpOhm", "Pull-up in the harness")
        {
            AsksTolerance = false,
            Group = Wave,
            Unit = Unit.Ohm,
            Range = WireRanges.PullUpOhm,
            Hint = "Left out, there is none. 2.4 k to the supply is usual.",
        },
        new FieldOf<HarnessPlan>("pullUpTo", "It goes to")
        {
            Group = Wave,
            LeftOut = "the supply",
            Choices = [FieldChoice.Of(PullUpTo.Supply, "The supply"), FieldChoice.Of(PullUpTo.FiveVolt, "The controller's 5 V")],
        },
        new FieldOf<HarnessPlan>("cableNf", "Capacitance of the wire")
        {
            AsksTolerance = false,
            Group = Wave,
            Unit = Unit.Nanofarad,
            Range = WireRanges.Nf,
            Usual = new(0.4, 0.3),
            HowTo = "Left out, a tenth of a nanofarad for every meter of wire.",
        },
        new FieldOf<HarnessPlan>("saturationV", "Pulled, the sensor stands at")
        {
            AsksTolerance = false,
            Group = Wave,
            Unit = Unit.Volt,
            Range = WireRanges.SaturationV,
            Usual = new(SharedWire.UsualSaturationV),
        },
        new FieldOf<HarnessPlan>("inputs", "Inputs on the signal wire")
        {
            Group = Wave,
            ItemName = "Input",
            LeftOut = "one for each user, with the usual thresholds",
            Items =
            [
                new FieldOf<WireInput>("name", "Whose it is") { Required = "Say whose input it is." },
                new FieldOf<WireInput>("pullUpOhm", "Pull-up inside")
                {
                    AsksTolerance = false,
                    Unit = Unit.Ohm,
                    Range = WireRanges.PullUpOhm,
                },
                new FieldOf<WireInput>("pullUpV", "It goes to")
                {
                    AsksTolerance = false,
                    Unit = Unit.Volt,
                    Range = WireRanges.PullUpV,
                    Usual = new(WireInput.UsualPullUpV),
                },
                new FieldOf<WireInput>("maxV", "Most it bears")
                {
                    AsksTolerance = false,
                    Unit = Unit.Volt,
                    Range = WireRanges.BearsV,
                },
                new FieldOf<WireInput>("thresholdLowV", "Reads low below")
                {
                    AsksTolerance = false,
                    Unit = Unit.Volt,
                    Range = WireRanges.ThresholdV,
                    Usual = new(WireInput.UsualThresholdLowV),
                },
                new FieldOf<WireInput>("thresholdHighV", "Reads high above")
                {
                    AsksTolerance = false,
                    Unit = Unit.Volt,
                    Range = WireRanges.ThresholdV,
                    Usual = new(WireInput.UsualThresholdHighV),
                },
                new FieldOf<WireInput>("filterOhm", "Filter's resistor")
                {
                    AsksTolerance = false,
                    Unit = Unit.Ohm,
                    Range = WireRanges.FilterOhm,
                },
                new FieldOf<WireInput>("filterNf", "Filter's capacitor")
                {
                    AsksTolerance = false,
                    Unit = Unit.Nanofarad,
                    Range = WireRanges.Nf,
                },
                new FieldOf<WireInput>("loadOhm", "Load to ground")
                {
                    AsksTolerance = false,
                    Unit = Unit.Ohm,
                    Min = 10,
                    Max = 100_000_000,
                },
            ],
        },
        new FieldOf<HarnessPlan>("ethanolPct", "Blend in the line")
        {
            Group = Sheet,
            Unit = Unit.EthanolPct,
            Min = 0,
            Max = 100,
            Usual = new(50, 50),
            HowTo = "Signal has it once the sensor is read.",
        },
        new FieldOf<HarnessPlan>("fuelTempC", "Fuel temperature")
        {
            Group = Sheet,
            Unit = Unit.Celsius,
            Min = FuelTemperature.LowestC,
            Max = FuelTemperature.HighestC,
            Usual = new(20, 25),
            HowTo = "That of the workshop, after a night in it.",
        },
        new FieldOf<HarnessPlan>("readings", "What the meter showed")
        {
            Group = Sheet,
            ItemName = "Reading",
            Items =
            [
                new FieldOf<MeterEntry>("check", "Check") { Required = "Say which check of the sheet it is." },
                new FieldOf<MeterEntry>("read", "It showed") { Min = -100, Max = 1_000_000 },
            ],
        },
        new FieldOf<HarnessPlan>("wires", "Wires")
        {
            Group = Laying,
            ItemName = "Wire",
            Items =
            [
                new FieldOf<WireNote>("wire", "Wire") { Required = "Say which wire of the list it is." },
                new FieldOf<WireNote>("lengthM", "Way from end to end")
                {
                    AsksTolerance = false,
                    Unit = Unit.Metre,
                    Min = 0,
                    Max = 30,
                    Likely = (0.05, 12),
                    HowTo = "Lay a string along its way.",
                },
                new FieldOf<WireNote>("slackMm", "Slack")
                {
                    Unit = Unit.Millimetre,
                    Min = 0,
                    Max = 5000,
                    Usual = new(WireNote.UsualSlackMm),
                    Hint = "Leave it inside the cabin.",
                },
                new FieldOf<WireNote>("areaMm2", "Cross section")
                {
                    Unit = Unit.SquareMillimetre,
                    Min = 0.1,
                    Max = 50,
                    Usual = new(WireNote.UsualAreaMm2),
                    Hint = "0.35 is about AWG 22, 0.5 AWG 20, 0.75 AWG 18, 1.5 AWG 16.",
                },
                new FieldOf<WireNote>("connector", "Connector at its far end"),
                new FieldOf<WireNote>("pin", "Pin") { Min = 0, Max = 9999 },
                new FieldOf<WireNote>("colour", "Color, as found") { Hint = "A note only. Colors differ by year and option." },
                new FieldOf<WireNote>("terminal", "Terminal at its far end"),
                new FieldOf<WireNote>("joint", "Joined there")
                {
                    Choices =
                    [
                        FieldChoice.Of(WireJoint.Terminal, "Terminal in the connector"),
                        FieldChoice.Of(WireJoint.Crimped, "Crimped, sleeved"),
                        FieldChoice.Of(WireJoint.Soldered, "Soldered, heat-shrink"),
                        FieldChoice.Of(WireJoint.PairedTerminals, "Paired plug-in terminals"),
                        FieldChoice.Of(WireJoint.SqueezeSplice, "Squeeze splice"),
                        FieldChoice.Of(WireJoint.PiercingTap, "Piercing tap"),
                    ],
                },
                new FieldOf<WireNote>("sleeve", "Sleeve or loom") { Hint = "Wherever it can rub." },
                new FieldOf<WireNote>("route", "Its way"),
                new FieldOf<WireNote>("grommet", "Grommet") { Hint = "Through the firewall only by one that is there, sealed again." },
                new FieldOf<WireNote>("hotMm", "To the nearest hot part")
                {
                    Unit = Unit.Millimetre,
                    Min = 0,
                    Max = 5000,
                },
                new FieldOf<WireNote>("movingMm", "To the nearest moving part")
                {
                    Unit = Unit.Millimetre,
                    Min = 0,
                    Max = 5000,
                },
                new FieldOf<WireNote>("highVoltageMm", "To ignition or high voltage")
                {
                    Unit = Unit.Millimetre,
                    Min = 0,
                    Max = 5000,
                },
                new FieldOf<WireNote>("clicked", "Terminal clicked"),
                new FieldOf<WireNote>("locked", "Lock closed"),
                new FieldOf<WireNote>("tugged", "Held a tug"),
            ],
        },
        new FieldOf<HarnessPlan>("spares", "Wires nobody needs")
        {
            Group = Laying,
            ItemName = "Spare wire",
            Items =
            [
                new FieldOf<SpareWire>("name", "Which") { Required = "Say which wire it is." },
                new FieldOf<SpareWire>("treatment", "What happens to it")
                {
                    Choices =
                    [
                        FieldChoice.Of(SpareTreatment.TapedAndTied, "Taped and tied back"),
                        FieldChoice.Of(SpareTreatment.CutAndSealed, "Cut short and sealed"),
                        FieldChoice.Of(SpareTreatment.TakenOut, "Taken out of the connector"),
                        FieldChoice.Of(SpareTreatment.LeftOpen, "Left as it is"),
                    ],
                },
            ],
        },
        new FieldOf<HarnessPlan>("connectors", "Connectors")
        {
            Group = Counting,
            ItemName = "Connector",
            Items =
            [
                new FieldOf<ConnectorFace>("name", "Called") { Required = "Give the connector a name: wires refer to it." },
                new FieldOf<ConnectorFace>("printedView", "Numbers are read from") { Choices = Views("wire side", "mating side") },
                new FieldOf<ConnectorFace>("view", "You look at") { Choices = Views("wire side", "mating side"), LeftOut = "the same side" },
                new FieldOf<ConnectorFace>("rows", "Rows, by the numbers molded at their ends")
                {
                    Columns = [new("first", "Left corner", Unit.None), new("last", "Right corner", Unit.None)],
                },
            ],
        },
        new FieldOf<HarnessPlan>("displaced", "What gave way")
        {
            Group = Counting,
            ItemName = "Function that gave way",
            Items =
            [
                new FieldOf<DisplacedFunction>("was", "What it was") { Required = "Say what the pin or channel did before." },
                new FieldOf<DisplacedFunction>("connector", "Connector"),
                new FieldOf<DisplacedFunction>("pin", "Pin") { Min = 0, Max = 9999 },
                new FieldOf<DisplacedFunction>("lost", "What is lost") { Hint = "Fault code, emission control, a gauge." },
                new FieldOf<DisplacedFunction>("putBack", "How to put it back"),
            ],
        },
        new FieldOf<HarnessPlan>("extender.injectors", "Injectors")
        {
            Group = Box,
            Min = 1,
            Max = 16,
            LeftOut = "as many as cylinders",
        },
        new FieldOf<HarnessPlan>("extender.baseInjectors", "Plugs on its harness")
        {
            Group = Box,
            Min = 0,
            Max = 32,
        },
        new FieldOf<HarnessPlan>("extender.probeAt", "Its temperature probe sits") { Group = Box },
        new FieldOf<HarnessPlan>("extender.loadTap", "Its load input is tapped at") { Group = Box },
        new FieldOf<HarnessPlan>("extender.keyOnLeftV", "Left sides, key on")
        {
            AsksTolerance = false,
            Group = Box,
            Unit = Unit.Volt,
            Min = -1,
            Max = 32,
            Hint = "Every plug off its injector, against ground.",
            Needs = Instrument.VoltsAndContinuity,
        },
        new FieldOf<HarnessPlan>("extender.keyOnRightV", "Right sides, key on")
        {
            AsksTolerance = false,
            Group = Box,
            Unit = Unit.Volt,
            Min = -1,
            Max = 32,
            Hint = "Battery on the common side, none on the other.",
            Needs = Instrument.VoltsAndContinuity,
        },
        new FieldOf<HarnessPlan>("gateway.highV", "High to ground")
        {
            AsksTolerance = false,
            Group = Bus,
            Unit = Unit.Volt,
            Min = -1,
            Max = 32,
            Hint = "Bus awake.",
            Needs = Instrument.VoltsAndContinuity,
        },
        new FieldOf<HarnessPlan>("gateway.lowV", "Low to ground")
        {
            AsksTolerance = false,
            Group = Bus,
            Unit = Unit.Volt,
            Min = -1,
            Max = 32,
            Needs = Instrument.VoltsAndContinuity,
        },
        new FieldOf<HarnessPlan>("gateway.ownTermination", "It has a termination of its own") { Group = Bus },
        new FieldOf<HarnessPlan>("gateway.moved", "Pins moved into its plug")
        {
            Group = Bus,
            ItemName = "Moved pin",
            Items =
            [
                new FieldOf<MovedPin>("what", "What it carries") { Required = "Say what the pin carries." },
                new FieldOf<MovedPin>("fromPin", "It was at"),
                new FieldOf<MovedPin>("toPin", "It is now at"),
                new FieldOf<MovedPin>("replugged", "Plugged in again, locked, tugged"),
            ],
        },
        new FieldOf<HarnessPlan>("sensors", "Other sensors wired at the same time")
        {
            Group = Beside,
            ItemName = "Sensor",
            Items =
            [
                new FieldOf<AnalogSensor>("kind", "What it is")
                {
                    Required = "Say whether it is a pressure transducer or a throttle potentiometer.",
                    Choices = [FieldChoice.Of(AnalogKind.PressureTransducer, "Pressure transducer"), FieldChoice.Of(AnalogKind.ThrottlePotentiometer, "Throttle potentiometer")],
                },
                new FieldOf<AnalogSensor>("name", "Called"),
                new FieldOf<AnalogSensor>("highValue", "Full scale stands for")
                {
                    Hint = "In its own unit, like 100 psi.",
                    AsksTolerance = false,
                    Min = -1e6,
                    Max = 1e6,
                },
                new FieldOf<AnalogSensor>("highV", "Upper point, full scale")
                {
                    AsksTolerance = false,
                    Unit = Unit.Volt,
                    Min = -1,
                    Max = 32,
                    Usual = new(AnalogSensor.UsualHighV),
                },
                new FieldOf<AnalogSensor>("lowV", "Lower point")
                {
                    AsksTolerance = false,
                    Unit = Unit.Volt,
                    Min = -1,
                    Max = 32,
                    Usual = new(AnalogSensor.UsualLowV),
                },
                new FieldOf<AnalogSensor>("lowValue", "Lower point stands for")
                {
                    AsksTolerance = false,
                    Usual = new(0),
                    Min = -1e6,
                    Max = 1e6,
                },
                new FieldOf<AnalogSensor>("setLowV", "Set in the controller: lower point")
                {
                    AsksTolerance = false,
                    Unit = Unit.Volt,
                    Min = -1,
                    Max = 32,
                    Usual = new(0),
                },
                new FieldOf<AnalogSensor>("setLowValue", "Lower point is taken for")
                {
                    AsksTolerance = false,
                    Usual = new(0),
                    Min = -1e6,
                    Max = 1e6,
                },
                new FieldOf<AnalogSensor>("setHighV", "Set in the controller: upper point")
                {
                    AsksTolerance = false,
                    Unit = Unit.Volt,
                    Min = -1,
                    Max = 32,
                    Usual = new(5),
                },
                new FieldOf<AnalogSensor>("setHighValue", "Upper point is taken for")
                {
                    AsksTolerance = false,
                    Min = -1e6,
                    Max = 1e6,
                },
                new FieldOf<AnalogSensor>("shownAtZero", "Shown at true zero")
                {
                    AsksTolerance = false,
                    Min = -1e6,
                    Max = 1e6,
                    HowTo = "Relieve the line and see the gauge at 0 first.",
                },
                new FieldOf<AnalogSensor>("shown", "Shown under pressure")
                {
                    AsksTolerance = false,
                    Min = -1e6,
                    Max = 1e6,
                },
                new FieldOf<AnalogSensor>("gauge", "Gauge at that moment")
                {
                    AsksTolerance = false,
                    Min = -1e6,
                    Max = 1e6,
                },
                new FieldOf<AnalogSensor>("closedV", "Throttle closed")
                {
                    AsksTolerance = false,
                    Unit = Unit.Volt,
                    Min = -1,
                    Max = 32,
                },
                new FieldOf<AnalogSensor>("openV", "Throttle open")
                {
                    AsksTolerance = false,
                    Unit = Unit.Volt,
                    Min = -1,
                    Max = 32,
                },
            ],
        },
        new FieldOf<HarnessPlan>("notes", "Notes"),
    ];

    private static FieldChoice[] Views(string wire, string mating) =>
        [FieldChoice.Of(ConnectorView.Wire, $"The {wire}", "where the wires go in"), FieldChoice.Of(ConnectorView.Mating, $"The {mating}", "where the other half goes on")];
}
