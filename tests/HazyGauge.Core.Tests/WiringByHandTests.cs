using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Mounting;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Wiring.Boxes;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Supplies;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Tests;

/// <summary>Scalings, feeds, batteries and buses at the numbers where they turn, worked out by hand.</summary>
public class WiringByHandTests
{
    private static AnalogSensorResult Transducer(AnalogSensor sensor) => sensor.Of("sensors[0]");

    [Fact]
    public void Offset_and_gain_of_a_transducer_are_told_apart_by_a_reading_at_true_zero()
    {
        // 0.5 to 4.5 V for 0 to 100: 25 a volt. It shows 2 at true zero, so its voltage is 0.08 V high; at 50 it shows 54.5: 52.5 above that, 5 % too much.
        var both = Transducer(new(HighValue: 100, ShownAtZero: 2, Shown: 54.5, Gauge: 50));
        both.ZeroOffsetV!.Value.Value.ShouldBe(0.08, 1e-9);
        both.GainErrorPct!.Value.Value.ShouldBe(5, 1e-9);
        both.Findings.Select(f => f.Code).ShouldBe(["split"]);

        // Without a reading at zero: if all of 3 were offset, 0.12 V.
        var one = Transducer(new(HighValue: 100, Shown: 53, Gauge: 50));
        one.IfAllOffsetV!.Value.Value.ShouldBe(0.12, 1e-9);
        one.Findings.Select(f => f.Code).ShouldBe(["offsetOrGain"]);

        // Set as 0 to 5 V for 0 to 135: 27 a volt, its zero half a volt low. What it shows at zero is then 13.5 with nothing wrong at all.
        var set = Transducer(new(HighValue: 100, SetHighValue: 135, ShownAtZero: 13.5, Shown: 67.5, Gauge: 50));
        set.ZeroOffsetV!.Value.Value.ShouldBe(0, 1e-9);
        set.GainErrorPct!.Value.Value.ShouldBe(0, 1e-9);
        set.Findings.Select(f => f.Code).ShouldBe(["wrongScaling", "split"]);
        set.Findings[0].Sentence.Values.Values.Select(v => v.Value).ShouldBe([0.5, 8], 1e-9);

        // With 0.1 V of offset on top it shows 2.7 more.
        Transducer(new(HighValue: 100, SetHighValue: 135, ShownAtZero: 16.2)).ZeroOffsetV!.Value.Value.ShouldBe(0.1, 1e-9);
    }

    [Theory]
    [InlineData(0.511, 100, true)] // eleven millivolts off
    [InlineData(0.509, 100, false)]
    [InlineData(0.5, 100.6, true)] // 0.6 % too steep
    [InlineData(0.5, 100.4, false)]
    [InlineData(0.5, 99.4, true)]
    public void Another_scaling_is_said_from_a_hundredth_of_a_volt_or_half_a_percent_on(double lowV, double highValue, bool isSaid)
    {
        var sensor = new AnalogSensor(HighValue: 100, SetLowV: lowV, SetLowValue: 0, SetHighV: lowV + 4, SetHighValue: highValue);
        Transducer(sensor).Findings.Any(f => f.Code == "wrongScaling").ShouldBe(isSaid);
    }

    [Theory]
    [InlineData(0.6, 4.4, "")]
    [InlineData(0.19, 4.4, "atRail")]
    [InlineData(0.21, 4.79, "")]
    [InlineData(0.6, 4.81, "atRail")]
    [InlineData(4.4, 0.6, "falls")]
    [InlineData(1, 2.99, "shortTravel")]
    [InlineData(1, 3.01, "")]
    [InlineData(3, 1.1, "falls shortTravel")]
    public void A_throttle_stays_off_the_rails_and_moves_two_volts(double closedV, double openV, string codes)
    {
        var result = new AnalogSensor(AnalogKind.ThrottlePotentiometer, ClosedV: closedV, OpenV: openV).Of("sensors[0]");
        result.TravelV!.Value.Value.ShouldBe(Math.Abs(openV - closedV), 1e-9);
        string.Join(' ', result.Findings.Where(f => f.Severity == Severity.Caution).Select(f => f.Code)).ShouldBe(codes);
    }

    [Theory]
    [InlineData(0, 5, false, 0, 100)]
    [InlineData(0.5, 4.5, true, -12.5, 112.5)]
    [InlineData(0.25, 4.75, true, -5.5556, 105.5556)]
    [InlineData(0.2, 4.8, false, -4.3478, 104.3478)]
    [InlineData(1, 5, false, -25, 100)]
    public void A_broken_wire_is_seen_where_it_reads_five_points_outside(double at0, double at100, bool isSeen, double lowPct, double highPct)
    {
        var path = ConverterPath.Of(new ConverterVolts(at0, at100, false));
        path.BrokenIsSeen.ShouldBe(isSeen);
        path.At0VPct.Value.ShouldBe(lowPct, 1e-4);
        path.At5VPct.Value.ShouldBe(highPct, 1e-4);
        path.PctPerV.Value.ShouldBe(100 / (at100 - at0), 1e-9);
        path.Findings.Select(f => f.Code)
            .ShouldBe(isSeen ? ["brokenIsSeen"] : new[] { lowPct > -5 ? "brokenReadsLow" : null, highPct < 105 ? "brokenReadsHigh" : null }.OfType<string>(), ignoreOrder: true);
    }

    /// <summary>Source: ISO 11898-2 (from memory): recessive 2 to 3 V, dominant 2.75 to 4.5 and 0.5 to 2.25 V; what a meter averages, common practice, no source.</summary>
    [Theory]
    [InlineData(2.7, 2.3, true, "")]
    [InlineData(2.55, 2.45, true, "")]
    [InlineData(2.45, 2.3, true, "")] // a meter's doubt below rest
    [InlineData(2.44, 2.3, false, "busVolts")]
    [InlineData(2.7, 2.55, true, "")]
    [InlineData(2.7, 2.56, false, "busVolts")]
    [InlineData(3.05, 1.95, true, "")] // half a volt from rest, and a meter's doubt
    [InlineData(3.06, 1.95, false, "busVolts")]
    [InlineData(3.05, 1.94, false, "busVolts")]
    [InlineData(2.9, 0.7, false, "busVolts")]
    [InlineData(3.5, 1.5, false, "busStuck")] // held dominant
    [InlineData(4.4, 0.6, false, "busStuck")]
    [InlineData(3.1, 1.9, false, "busStuck")] // as little as holds it
    [InlineData(3.09, 1.9, false, "busVolts")]
    [InlineData(3.1, 1.91, false, "busVolts")]
    [InlineData(2.5, 2.5, null, "busQuiet")]
    [InlineData(2.45, 2.44, null, "busQuiet")]
    [InlineData(2.3, 2.7, false, "swapped")]
    [Trait("Category", "Outside")]
    public void High_and_low_of_a_bus_lie_either_side_of_rest(double highV, double lowV, bool? isRight, string code)
    {
        var result = new BusGateway(HighV: highV, LowV: lowV).Of();
        result.HighLowRight.ShouldBe(isRight);
        string.Join(' ', result.Findings.Select(f => f.Code)).ShouldBe(code);
    }

    [Theory]
    [InlineData(0, 12.6, 5.67, FeedKind.Switched)] // 0.45 of 12.6 V while cranking
    [InlineData(0, 12.6, 5.66, FeedKind.DropsWhileCranking)]
    [InlineData(0, 11.6, 10, FeedKind.Switched)] // a volt may be lost
    [InlineData(0, 11.59, 10, FeedKind.Weak)]
    [InlineData(0, 8.82, 10, FeedKind.Weak)] // 0.7 of 12.6 V
    [InlineData(0, 8.81, 10, FeedKind.Dead)]
    [InlineData(0.49, 12, 10, FeedKind.Switched)] // dead is below half a volt
    [InlineData(0.5, 12, 10, FeedKind.Constant)]
    [InlineData(8.82, 12, 10, FeedKind.Constant)]
    [InlineData(5.2, 9, 6, FeedKind.Weak)]
    [InlineData(0.49, 9, 6, FeedKind.Weak)]
    [InlineData(0.5, 9, 6, FeedKind.Weak)]
    public void A_feed_is_good_within_a_volt_of_the_battery_and_dead_below_half_a_volt(double offV, double onV, double crankingV, FeedKind kind)
    {
        var feed = new ProbedFeedQuery(offV, onV, crankingV, 12.6).Answer();
        feed.Kind.ShouldBe(kind);

        // What is neither dead nor live with the key off is fed from behind, wherever else it is weak; said with the limits it was judged by.
        var isBehind = offV >= 0.5 && (kind == FeedKind.Weak || (kind == FeedKind.Constant && offV < 0.7 * 12.6));
        feed.Because.Contains("from behind", StringComparison.Ordinal).ShouldBe(isBehind);
        feed.Because.Contains("more than 1 V is lost", StringComparison.Ordinal).ShouldBe(kind == FeedKind.Weak);
        feed.Because.Contains("below 0.5 V", StringComparison.Ordinal).ShouldBe(isBehind && kind == FeedKind.Constant);
        feed.Because.Contains("feeds a sensor well", StringComparison.Ordinal).ShouldBe(kind == FeedKind.Switched);
    }

    [Fact]
    public void Wires_and_batteries_are_felt_as_their_figures_move_them_and_taken_within_their_ranges()
    {
        Slopes.ShouldBeFelt([400, 3, 0.5, 70], x => [new SupplyDropQuery(x[0], x[1], x[2], x[3], true).Answer().DropMv]);
        Slopes.ShouldBeFelt([25, 60, 50, 4], x => [new StandbyDrainQuery(x[0], x[1], x[2], x[3]).Answer().Days]);
        Slopes.ShouldBeFelt([0.5, 0, 4.5, 100, 2.3, 0.1, 5.2, 130], x =>
        {
            var scaling = new TwoPointScalingQuery([new(x[0], x[1]), new(x[2], x[3])], x[4], [new(x[5], 0), new(x[6], x[7])]).Answer();
            return [scaling.Slope, scaling.Intercept, scaling.Value!.Value, scaling.ValueUnderAssumed!.Value, scaling.OffsetV!.Value, scaling.GainErrorPct!.Value];
        });
        IReadOnlyCollection<string> Refused(Action ask) => [.. Should.Throw<RefusedInputException>(ask).Errors.Keys];
        SupplyDropQuery wire = new(100_000, 1000, 0.01, 250, false);
        wire.Answer().DropMv.Value.ShouldBe(100 * 17.241 * 1000 / 0.01 * (1 + (0.00393 * 230)), 1);
        Refused(() => (wire with { CurrentMa = 100_001, LengthM = 1001, AreaMm2 = 0.009, ConductorTempC = 251 }).Answer())
            .ShouldBe(["currentMa", "lengthM", "areaMm2", "conductorTempC"], ignoreOrder: true);
        Refused(() => (wire with { AreaMm2 = 501, ConductorTempC = -61 }).Answer()).ShouldBe(["areaMm2", "conductorTempC"], ignoreOrder: true);
        (wire with { AreaMm2 = 500, ConductorTempC = -60, CurrentMa = 0 }).Answer().DropMv.Value.ShouldBe(0);
        StandbyDrainQuery battery = new(100_000, 2000, 100, 100);
        battery.Answer().Days.Value.ShouldBe(2000 / (2400 + (2000 / 30.0)), 1e-9);
        Refused(() => (battery with { DrainMa = 100_001, BatteryAh = 2001, UsableFractionPct = 101, SelfDischargePctPerMonth = 101 }).Answer()).Count.ShouldBe(4);
        Refused(() => (battery with { BatteryAh = 0.9, UsableFractionPct = 0.9 }).Answer()).Count.ShouldBe(2);
        Refused(() => new ProbedFeedQuery(-1.1, 61, 61, 3.9).Answer()).Count.ShouldBe(4);
        new ProbedFeedQuery(-1, 60, 60, 60).Answer().Kind.ShouldBe(FeedKind.Switched);
        Refused(() => new TwoPointScalingQuery([new(-101, 0), new(101, 2e9)], 101).Answer()).Count.ShouldBe(4);
        new TwoPointScalingQuery([new(-100, -1e9), new(100, 1e9)], 100).Answer().Value!.Value.Value.ShouldBe(1e9, 1);
    }

    [Fact]
    public void A_wire_is_cut_with_its_slack_and_has_the_resistance_of_its_copper()
    {
        var listed = new ListedWire("signal-a", WireRole.Signal, "Sensor", "Controller");
        PlannedWire Of(WireNote? note) => PlannedWire.Of(7, listed, note);
        (Of(null).CutM, Of(null).Ohm, Of(null).AreaMm2, Of(null).AreaAssumed).ShouldBe((null, null, 0.5, true));
        var wire = Of(new("signal-a", LengthM: 4, SlackMm: 250, AreaMm2: 0.35));
        wire.CutM!.Value.Value.ShouldBe(4.25, 1e-12);
        wire.Ohm!.Value.Value.ShouldBe(4.25 * 0.017241 / 0.35, 1e-9);
        wire.AreaAssumed.ShouldBeFalse();
        foreach (
            var (code, least, note) in new (string, double, Func<double, WireNote>)[]
            {
                ("hot", KeptAway.HotMm, mm => new("signal-a", HotMm: mm)),
                ("moving", KeptAway.MovingMm, mm => new("signal-a", MovingMm: mm)),
                ("highVoltage", KeptAway.HighVoltageMm, mm => new("signal-a", HighVoltageMm: mm)),
            }
        )
        {
            Of(note(least)).Findings.ShouldBeEmpty();
            var finding = Of(note(least - 1)).Findings.Single();
            finding.Code.ShouldBe(code);
            finding.Sentence.Values.Values.Select(v => v.Value).ShouldBe([least - 1, least], ignoreOrder: true);
        }
    }

    [Theory]
    [InlineData(4, 2, 2)]
    [InlineData(6, 5, 1)]
    [InlineData(4, 8, 0)]
    public void An_extender_takes_as_many_extensions_as_its_plugs_are_short(int injectors, int plugs, int extensions)
    {
        var result = new InjectorExtender(injectors, plugs, Active: [new(1), new(injectors)]).Of(null);
        result.Extensions.ShouldBe(extensions);
        result.Unseen.ShouldBe(Enumerable.Range(2, injectors - 2));
        var said = result.Findings.SingleOrDefault(f => f.Code == "extensions");
        (said is not null).ShouldBe(extensions > 0);
        said?.Text.ShouldContain(extensions == 1 ? "1 extension is needed" : $"{extensions} extensions are needed");
        Should.Throw<RefusedInputException>(() => new InjectorExtender(injectors, Active: [new(injectors + 1)]).Of(null)).Errors.Keys.ShouldBe(["active[0].injector"]);
        (new InjectorExtender(1).Of(null).Common, new InjectorExtender().Of(null).Injectors, new InjectorExtender().Of(6).Injectors).ShouldBe((null, null, 6));
    }

    [Fact]
    public void What_an_input_sees_is_felt_as_every_part_of_its_circuit_moves_it()
    {
        Slopes.ShouldBeFelt(
            [1.4, 3.3, 0.25, 2.4, 1.2, 4700, 5, 47_000, 4.8, 10_000, 8],
            x =>
            {
                var seen = new PullUpQuery(x[0], x[1], x[2], x[3], x[4], x[5], x[6], x[7], x[8], x[9], x[10]).Answer();
                return [seen.ReleasedV, seen.SinkCurrentMa, seen.RiseTimeUs!.Value, seen.LowPulseErrorUs!.Value, seen.FuelTempErrorK!.Value];
            },
            0.01
        );

        // By hand: 4.7 k to 5 V and 47 k to 4.8 V side by side lift to (5/4.7 + 4.8/47) / (1/4.7 + 1/47) V; 0.25 V leaves so much for each.
        var both = new PullUpQuery(1.4, 3.3, 0.25, 2.4, 1.2, 4700, 5, 47_000, 4.8).Answer();
        both.ReleasedV.Value.ShouldBe(((5 / 4.7) + (4.8 / 47)) / ((1 / 4.7) + (1 / 47.0)), 1e-9);
        both.SinkCurrentMa.Value.ShouldBe((4.75 / 4.7) + (4.55 / 47), 1e-9);

        // Alone on its capacitance: 70 % after 1.2 time constants of 4.7 k x 1 nF, from 0.25 V.
        var plain = new PullUpQuery(1.4, 3.3, 0.25, 2.4, 1, 4700, 5).Answer();
        plain.RiseTimeUs!.Value.Value.ShouldBe(4.7 * Math.Log(4.75 / 1.5), 1e-6);
        plain.LowPulseErrorUs!.Value.Value.ShouldBe(4.7 * Math.Log(4.75 / 1.7), 1e-6);
        plain.FuelTempErrorK!.Value.Value.ShouldBe(plain.LowPulseErrorUs.Value.Value / 1000 * 41.25, 1e-9);
    }

    [Theory]
    [InlineData(0.21, null)]
    [InlineData(0.22, 2.0)]
    [InlineData(0.5, 7.5)]
    [InlineData(0.74, 7.5)]
    [InlineData(1.5, 20.0)]
    [InlineData(6, 30.0)]
    public void A_fuse_protects_the_thinnest_copper_behind_it(double areaMm2, double? ampere) => FuseRule.LargestA(areaMm2).ShouldBe(ampere);

    [Theory]
    [InlineData(0, 1.0)]
    [InlineData(667, 2.0)] // half as much again: 1.0005 A
    [InlineData(666, 1.0)]
    [InlineData(5000, 7.5)]
    [InlineData(5001, 10.0)]
    [InlineData(20_000, 30.0)]
    [InlineData(20_001, null)]
    public void A_fuse_carries_half_as_much_again_as_what_hangs_on_it(double milliampere, double? ampere) => FuseRule.ToTakeA(milliampere).ShouldBe(ampere);
}
