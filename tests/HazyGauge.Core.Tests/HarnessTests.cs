using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Harness;
using HazyGauge.Core.Vehicles;
using HazyGauge.Core.Wiring.Boxes;
using HazyGauge.Core.Wiring.Connectors;
using HazyGauge.Core.Wiring.Meters;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Supplies;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Tests;

/// <summary>The harness as a whole: which wire goes where, who shares it, and what the meter says of it.</summary>
public class HarnessTests
{
    private static readonly HarnessStation Harness = new();

    private static readonly VehicleSurvey TwoUsers = VehicleSurvey.Empty with
    {
        Users = [new(SensorUserKind.Controller, Name: "Engine controller"), new(SensorUserKind.Reader, Name: "Cabin reader")],
        Control = new() { SignalPath = SignalPath.DirectFrequency, InputLimitV = 16 },
    };

    private static readonly HarnessPlan Decided = new()
    {
        Supply = SupplyChoice.SwitchedFuse,
        Ground = GroundChoice.ControllerGround,
        PullUpOhm = 4700,
        PullUpTo = PullUpTo.FiveVolt,
        EthanolPct = 74,
        FuelTempC = 25,
        Wires =
        [
            new("signal-engine-controller", 2, Pin: 47, Clicked: true, Locked: true, Tugged: true),
            .. new[] { "supply-sensor", "ground-sensor", "signal-cabin-reader", "supply-cabin-reader", "ground-cabin-reader" }.Select(id => new WireNote(
                id,
                Joint: WireJoint.Crimped
            )),
        ],
        Connectors = [new("Main", ConnectorView.Wire, ConnectorView.Mating, [new(1, 18), new(19, 36), new(37, 54)])],
    };

    private static HarnessResults Of(HarnessPlan plan, VehicleSurvey? survey = null, HazeLedger? ledger = null) =>
        Harness.Evaluate(
            plan,
            new StationContext(ledger ?? new HazeLedger(), new Dictionary<string, object> { ["survey"] = survey ?? TwoUsers }, new Dictionary<NeededFile, StationFile>(), [])
        );

    private static HarnessPlan ReadAsExpected(HarnessPlan plan, VehicleSurvey? survey = null) =>
        plan with
        {
            Readings = [.. Of(plan, survey).Meter.Lines.Select(l => new MeterEntry(l.Id, l.Expected.Value))],
        };

    [Fact]
    public void Each_user_has_its_wires_under_ids_that_stay_when_the_list_is_turned_round()
    {
        var random = new Random(17);
        for (var round = 0; round < 200; round++)
        {
            var users = Enumerable
                .Range(0, random.Next(1, 6))
                .Select(_ => new SensorUser((SensorUserKind)random.Next(6), Name: random.Next(3) == 0 ? null : $"Box {random.Next(4)}"))
                .ToList();
            IReadOnlyList<ListedWire> Listed(IEnumerable<SensorUser> list) =>
                WireList.Of(VehicleSurvey.Empty with { Users = [.. list] }, SupplyChoice.SwitchedFuse, "F17", GroundChoice.Chassis, null, 4);
            var wires = Listed(users);
            wires.Select(w => w.Id).ShouldBeUnique();
            wires.Count(w => w.Role == WireRole.Signal).ShouldBe(users.Count);
            wires.Count(w => w.From == "Sensor, signal").ShouldBe(1);
            wires.Count(w => w.Role == WireRole.Supply).ShouldBe(1 + users.Count(u => u.Kind != SensorUserKind.Controller));
            wires.Count(w => w.Id.StartsWith("injector-", StringComparison.Ordinal)).ShouldBe(4 * users.Count(u => u.Kind == SensorUserKind.Extender));
            wires.Where(w => w.Role == WireRole.BusHigh).ShouldAllBe(w => wires.Any(low => low.Id == w.Twisted && low.Twisted == w.Id));
            if (users.Select(u => u.Name ?? u.Kind.ToString()).Distinct().Count() == users.Count)
            {
                Listed(users.AsEnumerable().Reverse()).Select(w => w.Id).ShouldBe(wires.Select(w => w.Id), ignoreOrder: true);
            }
        }

        // Nobody listed: whoever the path calls for.
        WireList.UsersOf(VehicleSurvey.Empty with { Control = new() { SignalPath = SignalPath.Gateway } }).Single().User.Kind.ShouldBe(SensorUserKind.Gateway);
    }

    [Fact]
    public void Pull_ups_on_one_wire_act_as_one_and_every_input_sees_the_same_wire()
    {
        var random = new Random(18);
        for (var round = 0; round < 200; round++)
        {
            double Ohm() => Math.Pow(10, 3 + (2 * random.NextDouble()));
            var (outer, first, second) = (Ohm(), Ohm(), Ohm());
            var wire = new SharedWire(outer, 12, 1, 0.2, 2.5, [new("A", first, 5, null, 1.5, 3.5), new("B", second, 5, null, 1.2, 2.5)]);
            var siemens = (1 / outer) + (1 / first) + (1 / second);
            wire.ReleasedV!.Value.Value.ShouldBe(((12 / outer) + (5 / first) + (5 / second)) / siemens, 1e-9);
            wire.SinkMa!.Value.Value.ShouldBe(1000 * (((12 - 0.2) / outer) + ((5 - 0.2) / first) + ((5 - 0.2) / second)), 1e-9);

            // By hand: what the one input sees is its own pull-up inside, and all others as one outside.
            var others = 1 / ((1 / outer) + (1 / second));
            var alone = new PullUpQuery(1.5, 3.5, 0.2, 2.5, 1, others, ((12 / outer) + (5 / second)) * others, first, 5).Answer();
            var seen = wire.Seen()[0].Sees;
            seen.RiseTimeUs!.Value.Value.ShouldBe(alone.RiseTimeUs!.Value.Value, 1e-6 * alone.RiseTimeUs.Value.Value);
            seen.LowPulseErrorUs!.Value.Value.ShouldBe(alone.LowPulseErrorUs!.Value.Value, 1e-5);
        }

        // A load divides: 4.7 k to 5 V against 4.7 k to ground rests at half, and that is not high any more.
        var loaded = new SharedWire(4700, 5, 1, 0.2, 2.5, [new("A", LoadOhm: 4700, ThresholdLowV: 1.5, ThresholdHighV: 3.5)]);
        loaded.ReleasedV!.Value.Value.ShouldBe(2.5, 1e-9);
        loaded.Seen()[0].Sees.Findings[0].ShouldSatisfyAllConditions(f => f.Code.ShouldBe("neverHigh"), f => f.Severity.ShouldBe(Severity.Stop));

        // What only the usual thresholds say stops no work.
        (loaded with { Inputs = [new("A", LoadOhm: 4700)] })
            .Seen()[0]
            .Sees.Findings[0]
            .ShouldSatisfyAllConditions(f => f.Code.ShouldBe("neverHigh"), f => f.Severity.ShouldBe(Severity.Caution), f => f.Text.ShouldContain("look them up"));

        // 12 V behind 2.4 k beside 5 V behind 10 k: borne by 14 V at rest, and by the running engine as well, for only one of both follows it.
        var mixed = new SharedWire(2400, 12, 1, 0.2, 2.5, [new("A", 10_000, 5, null, 1.5, 3.5, MaxV: 12.5)]);
        var running = ((14.4 / 2400) + (5 / 10_000.0)) / ((1 / 2400.0) + (1 / 10_000.0));
        mixed.Seen()[0].Sees.InputOverVoltage.ShouldBe(running > 12.5);
        (mixed with { Inputs = [mixed.Inputs[0] with { MaxV = 12.7 }] }).Seen()[0].Sees.InputOverVoltage.ShouldBe(running > 12.7);
        running.ShouldBeInRange(12.5, 12.7);
        new SharedWire(null, 12, 1, 0.2, 2.5, [new("A")]).ShouldSatisfyAllConditions(
            w => w.IsLifted.ShouldBeFalse(),
            w => w.Seen().ShouldBeEmpty(),
            w => w.ReleasedV.ShouldBeNull()
        );
        new SharedWire(null, 12, 1, 0.2, 2.5, [new("A", 10_000)]).InsideIsEnough.ShouldBeTrue();
    }

    [Fact]
    [Trait("Category", "Outside")]
    public void Voltages_read_as_the_trade_has_them()
    {
        // Common practice, no source: 0.5 to 4.5 V is 0 to 100; 0 to 5 V has no live zero.
        var live = ConverterPath.Of(new ConverterVolts(0.5, 4.5, false));
        (live.At0VPct.Value, live.At5VPct.Value, live.PctPerV.Value, live.BrokenIsSeen).ShouldBe((-12.5, 112.5, 25, true));
        var dead = ConverterPath.Of(new ConverterVolts(0, 5, false));
        (dead.BrokenReadsPct.Value, dead.BrokenPulledUpReadsPct.Value, dead.BrokenIsSeen).ShouldBe((0, 100, false));
        dead.Findings.Select(f => f.Code).ShouldBe(["brokenReadsLow", "brokenReadsHigh"]);

        // 44.85 on the log against 42 on the gauge is 0.114 V, if all of it is offset.
        var transducer = new AnalogSensor(AnalogKind.PressureTransducer, HighValue: 100, Shown: 44.85, Gauge: 42).Of("sensors[0]");
        transducer.IfAllOffsetV!.Value.Value.ShouldBe(0.114, 1e-9);
        transducer.Findings.Single().Text.ShouldContain("true zero");

        // A default of 0 to 5 V = 0 to 135 over one of 0.5 to 4.5 V = 0 to 100: half a volt, and 8 % too steep.
        var wrong = new AnalogSensor(AnalogKind.PressureTransducer, HighValue: 100, SetHighValue: 135).Of("sensors[0]").Scaling!;
        (wrong.OffsetV!.Value.Value, wrong.GainErrorPct!.Value.Value).ShouldBe((0.5, 8), new Close());

        // 50 mV of ground are 1.25 points at 0.5 to 4.5 V, and nothing on a frequency.
        GroundOffset.Of(50, live.PctPerV).EthanolErrorPct.Value.ShouldBe(1.25, 1e-12);
        GroundOffset.Of(50, null).EthanolErrorPct.Value.ShouldBe(0);
    }

    [Fact]
    public void Offset_and_gain_of_a_sensor_come_back_whatever_the_controller_is_set_to()
    {
        var random = new Random(19);
        for (var round = 0; round < 300; round++)
        {
            double In(double from, double to) => from + ((to - from) * random.NextDouble());
            var (lowV, highV, full, offset, gain, pressure) = (In(0, 1), In(4, 5), In(10, 200), In(-0.2, 0.2), In(-0.1, 0.1), In(5, 100));
            var (setLowV, setHighV, setFull, hasSet) = (In(0, 0.6), In(4.4, 5), In(10, 200), random.Next(2) == 0);
            var right = (highV - lowV) / full;
            double Volts(double value) => lowV + offset + (right * (1 + gain) * value);
            double Shown(double volts) => hasSet ? (volts - setLowV) * setFull / (setHighV - setLowV) : (volts - lowV) / right;
            var sensor = new AnalogSensor(
                AnalogKind.PressureTransducer,
                null,
                lowV,
                0,
                highV,
                full,
                hasSet ? setLowV : null,
                hasSet ? 0 : null,
                hasSet ? setHighV : null,
                hasSet ? setFull : null,
                Shown(Volts(0)),
                Shown(Volts(pressure)),
                pressure
            );
            var split = sensor.Of("sensors[0]");
            split.ZeroOffsetV!.Value.Value.ShouldBe(offset, 1e-9);
            split.GainErrorPct!.Value.Value.ShouldBe(100 * gain, 1e-8);
        }

        AnalogSensor Throttle(double closed, double open) => new(AnalogKind.ThrottlePotentiometer, ClosedV: closed, OpenV: open);
        Throttle(0.6, 4.3)
            .Of(string.Empty)
            .ShouldSatisfyAllConditions(t => t.TravelV!.Value.Value.ShouldBe(3.7, 1e-9), t => t.Rises.ShouldBe(true), t => t.Findings.Single().Code.ShouldBe("learned"));
        Throttle(4.3, 0.6).Of(string.Empty).Findings.Single().Code.ShouldBe("falls");
        Throttle(0, 4.3).Of(string.Empty).Findings.Single().Code.ShouldBe("atRail");
        Throttle(1, 2).Of(string.Empty).Findings.Single().Code.ShouldBe("shortTravel");
        new AnalogSensor(AnalogKind.ThrottlePotentiometer).Of(string.Empty).Findings.Single().Code.ShouldBe("learn");
        Should
            .Throw<RefusedInputException>(() => new AnalogSensor(AnalogKind.PressureTransducer, LowV: 4.5, HighValue: 100).Of("sensors[2]"))
            .Errors.Keys.ShouldBe(["sensors[2].highV"]);
    }

    [Fact]
    public void Whichever_side_is_common_the_tests_that_are_asked_for_find_it()
    {
        foreach (var (count, common, sharesDrivers) in Enumerable.Range(2, 11).SelectMany(n => Enum.GetValues<PlugSide>().SelectMany(s => new[] { (n, s, false), (n, s, true) })))
        {
            // Each with a driver of its own, or all fired together by one.
            var beeps = new List<BeepTest>();
            var extender = new InjectorExtender(count, Math.Max(0, count - 2));
            var result = extender.Of(null);
            while (result.NextTest is { } next)
            {
                beeps.Add(next with { Beep = next.Side == common || sharesDrivers });
                beeps.Count.ShouldBeLessThanOrEqualTo(3 * count, $"{count} {common}");
                result = (extender with { Beeps = beeps }).Of(null);
            }

            // On a driver a supply kills it: what beeps on both sides is told apart by volts alone, and nothing is connected before they were seen.
            (result.Common!.CommonSide, result.Extensions, result.IsProven).ShouldBe((sharesDrivers ? null : common, Math.Min(2, count), false), $"{count} {common}");
            var seen = extender with { Beeps = beeps, Active = [.. Enumerable.Range(1, count).Select(i => new InjectorSeen(i))] };
            seen.Of(null).IsProven.ShouldBeFalse();
            var (left, right) = common == PlugSide.Left ? (12.4, 0.1) : (0.1, 12.4);
            (seen with { KeyOnLeftV = left, KeyOnRightV = right }).Of(null).ShouldSatisfyAllConditions(e => e.IsProven.ShouldBeTrue(), e => e.Common!.CommonSide.ShouldBe(common));
            (seen with { KeyOnLeftV = 12.4, KeyOnRightV = 12.4 }).Of(null).ShouldSatisfyAllConditions(e => e.IsProven.ShouldBeFalse(), e => e.Common!.CommonSide.ShouldBeNull());
            if (!sharesDrivers)
            {
                (seen with { KeyOnLeftV = right, KeyOnRightV = left }).Of(null).Common!.CommonSide.ShouldBeNull();
            }
        }

        new InjectorExtender().Of(null).ShouldSatisfyAllConditions(e => e.IsProven.ShouldBeFalse(), e => e.Findings.Single().Code.ShouldBe("injectors"));
        Should.Throw<RefusedInputException>(() => new InjectorExtender(4, Active: [new(5)]).Of(null)).Errors.Keys.ShouldBe(["active[0].injector"]);

        // ISO 11898-2: awake, the averages of high and low lie to either side of 2.5 V.
        new BusGateway(null, 2.7, 2.3).Of().HighLowRight.ShouldBe(true);
        new BusGateway(null, 2.3, 2.7).Of().Findings.Single().ShouldSatisfyAllConditions(f => f.Code.ShouldBe("swapped"), f => f.Severity.ShouldBe(Severity.Stop));
        new BusGateway([new("bus high", Replugged: false)], 0, 0, true).Of().Findings.Select(f => f.Code).ShouldBe(["busQuiet", "thirdTermination", "notReplugged"]);
    }

    [Fact]
    public void Only_checks_the_instruments_can_make_are_offered_and_what_was_read_is_judged()
    {
        var voltsOnly = TwoUsers with { Instruments = [Instrument.VoltsAndContinuity] };
        foreach (var path in Enum.GetValues<SignalPath>())
        {
            var survey = voltsOnly with { Users = null, Control = voltsOnly.Control with { SignalPath = path } };
            Of(Decided with { Wires = null }, survey).Meter.Lines.ShouldAllBe(l => l.Mode != MeterMode.Frequency, path.ToString());
            Of(Decided with { Wires = null }, survey with { Instruments = [] })
                .Meter.ShouldSatisfyAllConditions(m => m.Lines.ShouldBeEmpty(), m => m.Findings.Single().Code.ShouldBe("noMeter"));
        }

        // Common practice, no source: from 5 V at 25 C and E0 the average is 4.38 V, at E100 3.15 V.
        foreach (var (blend, volts) in new[] { (0.0, 4.38), (100, 3.15) })
        {
            var wave = Of(Decided with { EthanolPct = blend }).Meter.Lines.Single(l => l.Id == "averageVolts");
            wave.Expected.Value.ShouldBe(volts, 0.01);
        }

        // What is not known of the blend widens the band: any fuel reads between 50 and 150 Hz, a dead wire does not.
        var open = Of(Decided with { EthanolPct = null }).Meter.Lines.Single(l => l.Id == "frequency");
        (open.Low < 50, open.High > 150, open.Low > 0).ShouldBe((true, true, true));
        var missed = Of(Decided with { Readings = [new("pullUp", 12.1)] });
        missed.Meter.Lines.Single(l => l.Id == "pullUp").Agrees.ShouldBe(false);
        (missed.State, missed.NextAction.Code).ShouldBe((StationState.InWork, "meter"));
        missed.Headline.Text.ShouldContain("disagrees at 1 of");

        // A wire that loses all it is fed, and one that nothing lifts, leave a sheet of what should be there.
        Of(Decided with { CurrentMa = 30_000, Wires = [new("supply-sensor", 30, AreaMm2: 0.1)] })
            .ShouldSatisfyAllConditions(
                r => r.Supply.Findings.ShouldContain(f => f.Code == "thinWire"),
                r => r.Meter.Lines.Single(l => l.Id == "supply").Expected.Value.ShouldBe(12.6)
            );
        Of(Decided with { SaturationV = 3, Inputs = [new("A", LoadOhm: 1000)] }).Meter.Lines.ShouldNotContain(l => l.Id == "pullUp");

        // Without a pull-up that is known nobody can say what the wire rests at.
        Of(Decided with { PullUpOhm = null })
            .ShouldSatisfyAllConditions(
                r => r.Meter.Lines.ShouldNotContain(l => l.Id == "pullUp" || l.Id == "averageVolts"),
                r => r.NextAction.Code.ShouldBe("signal"),
                r => r.Signal.RecommendedOhm.ShouldNotBeNull()
            );
    }

    [Fact]
    public void A_harness_is_proven_when_all_is_chosen_seated_and_read_and_held_where_it_must()
    {
        Of(new()).ShouldSatisfyAllConditions(r => r.State.ShouldBe(StationState.Empty), r => r.Wires.List.Count.ShouldBe(6));
        var whole = ReadAsExpected(Decided);
        Of(whole).ShouldSatisfyAllConditions(r => r.State.ShouldBe(StationState.Proven), r => r.Pins.Seats.Single().Reading.ShouldBe(true));
        foreach (
            var (change, code) in new (Func<HarnessPlan, HarnessPlan>, string)[]
            {
                (p => p with { Supply = null }, "supply"),
                (p => p with { Ground = null }, "supply"),
                (p => p with { PullUpOhm = null, Readings = [.. p.Readings!.Where(r => r.Check != "frequency")] }, "signal"),
                (p => p with { Wires = [new("signal-engine-controller", Pin: 47)] }, "wires"),
                (p => p with { Wires = [p.Wires![0] with { Tugged = null }, .. p.Wires!.Skip(1)] }, "pins"),
                (p => p with { Wires = [.. p.Wires!.SkipLast(1)] }, "wires"),
                (p => p with { Wires = [.. p.Wires!.SkipLast(1), p.Wires![^1] with { Joint = WireJoint.Terminal }] }, "wires"),
                (p => p with { Readings = [.. p.Readings!.Skip(1)] }, "meter"),
                // What can be mended is: a feed that never sleeps, a tap beside the copper, a spare wire left open, a way back nobody noted.
                (p => p with { KeepsAwake = true }, "supply"),
                (p => p with { Supply = SupplyChoice.IgnitionCoil }, "supply"),
                (p => p with { Probed = new(12.5, 12.5, 10, 12.6) }, "supply"),
                (p => p with { Wires = [p.Wires![0] with { Joint = WireJoint.PiercingTap }, .. p.Wires!.Skip(1)] }, "wires"),
                (p => p with { Spares = [new("brown")] }, "wires"),
                (p => p with { Displaced = [new("lambda sensor")] }, "pins"),
            }
        )
        {
            Of(change(whole)).ShouldSatisfyAllConditions(r => r.State.ShouldBe(StationState.InWork), r => r.NextAction.Code.ShouldBe(code));
        }

        // Pulses on the meter, or a reading at Signal, answer for a pull-up nobody knows.
        var unlifted = whole with { PullUpOhm = null };
        Of(unlifted).ShouldSatisfyAllConditions(r => r.State.ShouldBe(StationState.Proven), r => r.Signal.Findings.Single().Code.ShouldBe("pullUpInside"));
        var live = new Dictionary<string, object> { ["survey"] = TwoUsers, ["signal"] = new SensorSays(SensorReading.From(112, 2.5, 5, new HazeLedger()), null) };
        var unread = Harness.Evaluate(unlifted with { Readings = null }, new StationContext(new HazeLedger(), live, new Dictionary<NeededFile, StationFile>(), []));
        (unread.Signal.IsLive, unread.Signal.Findings.Single().Code).ShouldBe((true, "pullUpInside"));

        // Nothing done yet, it is a plan; with the first reading the work has begun.
        Of(whole with { Readings = null, Wires = [.. whole.Wires!.Select(w => w with { Clicked = null, Locked = null, Tugged = null })] }).State.ShouldBe(StationState.Planned);
        Of(whole with { Readings = [whole.Readings![0]] }).State.ShouldBe(StationState.InWork);

        // A bus that sleeps or is shorted proves nothing of high and low, and a moved pin is proven only in its new place.
        var bus = TwoUsers with
        {
            Users = [new(SensorUserKind.Gateway)],
            Control = new() { SignalPath = SignalPath.Gateway },
        };
        var boxed = ReadAsExpected(
            Decided with
            {
                Wires = [.. Of(Decided, bus).Wires.List.Select(w => new WireNote(w.Wire.Id, 2, Joint: WireJoint.Soldered))],
                Gateway = new([new("high", Replugged: true)], 2.7, 2.3),
            },
            bus
        );
        Of(boxed, bus).State.ShouldBe(StationState.Proven);
        Of(boxed with { Gateway = boxed.Gateway! with { HighV = 2.5, LowV = 2.5 } }, bus).NextAction.Code.ShouldBe("boxes");
        Of(boxed with { Gateway = boxed.Gateway! with { Moved = [new("high")] } }, bus).NextAction.Why.ShouldContain("new place");
        Of(boxed with { Gateway = boxed.Gateway! with { OwnTermination = true } }, bus).NextAction.Code.ShouldBe("boxes");

        foreach (
            var (change, code, part) in new (Func<HarnessPlan, HarnessPlan>, string, string)[]
            {
                (p => p with { Supply = SupplyChoice.BatteryPost }, "supply", "supply"),
                (p => p with { FuseA = 10 }, "fuse", "supply"),
                (p => p with { Probed = new(0, 0.1, 0, 12.6) }, "probed", "supply"),
                (p => p with { PullUpTo = PullUpTo.Supply, Inputs = [new("Engine controller", MaxV: 5.5)] }, "overVoltage", "signal"),
                (p => p with { PullUpTo = PullUpTo.Supply, Inputs = [new("Cabin reader")] }, "limitUnknown", "signal"),
                (p => p with { Wires = [.. p.Wires!, new("signal-cabin-reader", Pin: 47)] }, "twice", "pins"),
            }
        )
        {
            var held = Of(change(whole));
            (held.State, held.NextAction.Code).ShouldBe((StationState.Hold, part), code);
            Harness.Findings(held)[0].ShouldSatisfyAllConditions(f => f.Code.ShouldBe(code), f => f.Part.ShouldBe(part));
        }
    }

    [Fact]
    public void A_harness_that_cannot_be_built_is_refused_where_it_was_typed_and_notes_of_a_renamed_user_are_kept()
    {
        var whole = ReadAsExpected(Decided);

        // A pin the face does not have, and a connector nobody described, are refused where they were typed.
        Should
            .Throw<RefusedInputException>(() => Of(whole with { Wires = [new("signal-cabin-reader"), new("signal-engine-controller", Pin: 55)] }))
            .Errors.Keys.ShouldBe(["wires[1].pin"]);
        Should.Throw<RefusedInputException>(() => Of(whole with { Wires = [new("signal-cabin-reader", Pin: 3, Connector: "Other")] })).Errors.Keys.ShouldBe(["wires[0].connector"]);
        Should.Throw<RefusedInputException>(() => Of(whole with { Inputs = [new("A", ThresholdLowV: 4)] })).Errors.Keys.ShouldBe(["inputs[0].thresholdHighV"]);
        Should.Throw<RefusedInputException>(() => Of(whole with { Connectors = [.. whole.Connectors!, new("main")] })).Errors.Keys.ShouldContain("connectors[1].name");
        Of(whole with { Connectors = [new("Main")] })
            .Pins.ShouldSatisfyAllConditions(p => p.Connectors.Single().Pins.ShouldBeEmpty(), p => p.Findings.Single().Code.ShouldBe("corners"));

        // Notes of a user that was renamed are kept, and said.
        Of(whole, TwoUsers with { Users = [new(SensorUserKind.Controller, Name: "Another")] })
            .Wires.Forgotten.ShouldBe(whole.Wires!.Select(w => w.Wire!).Where(id => !id.EndsWith("-sensor", StringComparison.Ordinal)));
    }

    [Fact]
    public void A_constant_feed_says_how_long_the_battery_lasts_and_what_makes_that_uncertain()
    {
        var ledger = new HazeLedger();
        var guessed = Of(Decided with { Supply = SupplyChoice.Constant }, ledger: ledger).Supply;
        guessed.Days!.Value.StandardU.ShouldBeGreaterThan(0);
        guessed.DaysBudget[0].ShouldSatisfyAllConditions(l => l.Source.ShouldBe("harness.drainMa"), l => l.Check!.Text.ShouldContain("resistor"));
        Harness.SourceOf("wires[3].lengthM", 0.1).ShouldBe(new HazeSource("harness.wires[3].lengthM", "Way from end to end"));
        guessed.Findings.Select(f => f.Code).ShouldBe(["supply", "awakeTest"]);

        // By hand: 60 Ah, half of it, 25 mA and 3 % in 30 days.
        var exact = Of(Decided with { Supply = SupplyChoice.Constant, DrainMa = 25, BatteryAh = 60, UsablePct = 50, SelfDischargePct = 3, KeepsAwake = true }).Supply;
        exact.Days!.Value.Value.ShouldBe(60 * 0.5 / ((0.025 * 24) + (60 * 0.03 / 30)), 1e-9);
        exact.Findings.ShouldContain(f => f.Code == "keepsAwake");
        Of(Decided).Supply.Days.ShouldBeNull();

        // A fuse protects the wire, and carries what hangs on it half as much again.
        foreach (var area in new[] { 0.22, 0.35, 0.5, 0.75, 1, 1.5, 2.5, 4 })
        {
            FuseRule.LargestA(area)!.Value.ShouldBeGreaterThanOrEqualTo(FuseRule.LargestA(area * 0.7) ?? 0);
        }

        FuseRule.LargestA(0.1).ShouldBeNull();
        (FuseRule.ToTakeA(150), FuseRule.ToTakeA(2100), FuseRule.ToTakeA(40_000)).ShouldBe((1, 5, null));
        SupplyAdvice.All.Select(a => a.Choice).ShouldBe(Enum.GetValues<SupplyChoice>(), ignoreOrder: true);
    }

    [Fact]
    public void What_it_takes_is_on_the_buying_list_and_what_was_read_stays_out_of_a_template()
    {
        var plan = Decided with
        {
            FeedAt = "F17",
            Wires =
            [
                new("signal-engine-controller", 2, Terminal: "Female 1.5 mm", Grommet: "Left grommet"),
                new("supply-sensor", 3, AreaMm2: 0.75, Joint: WireJoint.Soldered),
                new("signal-cabin-reader", 1, Terminal: "female 1.5 mm"),
            ],
            Connectors = null,
        };
        var needs = Harness.Needs(plan, Of(plan)).ToList();
        needs
            .Select(n => n.Item)
            .ShouldBe(["wire-0-5-mm2", "wire-0-75-mm2", "fuse-holder", "small-fuse", "pull-up", "terminal-female-1-5-mm", "grommet-left-grommet", "heat-shrink"]);
        needs[0].Name.Text.ShouldContain("3.7 m");
        needs.Single(n => n.Item == "terminal-female-1-5-mm").Quantity.ShouldBe(2);
        Harness.Needs(new(), Of(new())).ShouldBeEmpty();
        var extended = VehicleSurvey.Empty with
        {
            Users = [new(SensorUserKind.Extender)],
            Engine = new() { Cylinders = 6 },
        };
        var box = new HarnessPlan { Extender = new(BaseInjectors: 4) };
        Harness.Needs(box, Of(box, extended)).Single(n => n.Item == "injector-extension").Quantity.ShouldBe(2);
        Harness.NotInTemplate.ShouldContain("readings");
        Harness.NotInTemplate.ShouldNotContain("feedAt");
    }

    // Two numbers as good as the arithmetic is.
    private sealed class Close : IEqualityComparer<(double, double)>
    {
        public bool Equals((double, double) x, (double, double) y) => Math.Abs(x.Item1 - y.Item1) < 1e-9 && Math.Abs(x.Item2 - y.Item2) < 1e-9;

        public int GetHashCode((double, double) obj) => 0;
    }
}
