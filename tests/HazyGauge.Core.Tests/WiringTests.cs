using System.Diagnostics;
using System.Globalization;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Vehicles;
using HazyGauge.Core.Wiring.Connectors;
using HazyGauge.Core.Wiring.Meters;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Supplies;

namespace HazyGauge.Core.Tests;

/// <summary>What wires do to a signal and a supply, which pin is which, and what the meter should show.</summary>
public class WiringTests
{
    private static readonly PullUpQuery Plain = new(1.5, 3.5, 0.2, 2.5, 1, 4700, 5);

    public static TheoryData<string, PullUpQuery> Circuits =>
        new()
        {
            { "cable alone", Plain },
            { "a filter", Plain with { FilterOhm = 10_000, FilterNf = 10 } },
            { "a slow filter, still low at the end", Plain with { FilterOhm = 22_000, FilterNf = 47, LowPulseMs = 3.9, PullUpOhm = 2400, PullUpV = 12 } },
            { "two pull-ups", Plain with { InternalPullUpOhm = 10_000, InternalPullUpV = 12, CableNf = 4.7, ThresholdHighV = 4 } },
            { "a filter and hardly any cable", Plain with { FilterOhm = 1000, FilterNf = 100, CableNf = 0.1 } },
            { "no cable", Plain with { FilterOhm = 4700, FilterNf = 22, CableNf = 0, LowPulseMs = 1 } },
        };

    /// <summary>Source: ngspice from Debian, which solves the circuit step by step: a switch to the saturation voltage, the cable, the filter.</summary>
    [Theory]
    [Trait("Category", "Outside")]
    [MemberData(nameof(Circuits), DisableDiscoveryEnumeration = true)]
    public async Task A_circuit_simulator_sees_the_same_edges(string what, PullUpQuery query)
    {
        var ours = query.Answer();
        var (fall, rise, seventy) = await SpiceAsync(query, ours.ReleasedV.Value);
        ours.RiseTimeUs!.Value.Value.ShouldBe(seventy, Math.Max(0.02 * seventy, 0.3), what);
        ours.LowPulseErrorUs!.Value.Value.ShouldBe(rise - fall, Math.Max(0.01 * Math.Abs(rise - fall), 0.5), what);
        ours.FuelTempErrorK!.Value.Value.ShouldBe(ours.LowPulseErrorUs.Value.Value * 0.04125, 1e-9);
    }

    [Fact]
    [Trait("Category", "Outside")]
    public void A_pull_up_is_judged_as_the_trade_does()
    {
        // Common practice, no source: 2.4 kOhm from 12 V is 5 mA, and too much for an input meant for 5 V.
        var supply = (Plain with { PullUpOhm = 2400, PullUpV = 12, SinkSaturationV = 0, InputMaxV = 5.5 }).Answer();
        supply.SinkCurrentMa.Value.ShouldBe(5, 1e-9);
        (supply.InputOverVoltage, supply.Findings[0].Code).ShouldBe((true, "overVoltage"));

        // 13 V are borne by an input of 14 V, and the 14.4 V of a running engine are not.
        (Plain with { PullUpV = 13, InputMaxV = 14 }).Answer().InputOverVoltage.ShouldBe(true);
        (Plain with { InputMaxV = 5.5 })
            .Answer()
            .ShouldSatisfyAllConditions(p => p.InputOverVoltage.ShouldBe(false), p => p.EthanolErrorPct.ShouldBe(0), p => p.RecommendedOhm.ShouldBe(10_000));
        Plain.Answer().InputOverVoltage.ShouldBeNull();

        // An input that reads low below 0.1 V never sees a pulse; one whose pull-up is divided away never sees it high.
        (Plain with { ThresholdLowV = 0.1 })
            .Answer()
            .ShouldSatisfyAllConditions(p => p.Findings[0].Code.ShouldBe("neverLow"), p => p.LowPulseErrorUs.ShouldBeNull(), p => p.EthanolErrorPct.ShouldBeNull());
        (Plain with { ThresholdHighV = 5 }).Answer().Findings[0].Code.ShouldBe("neverHigh");
        (Plain with { PullUpOhm = 3_000_000 })
            .Answer()
            .ShouldSatisfyAllConditions(p => p.Findings[0].Code.ShouldBe("tooSlow"), p => p.EthanolErrorPct.ShouldBeNull(), p => p.RecommendedOhm.ShouldNotBeNull());
        Should.Throw<RefusedInputException>(() => (Plain with { PullUpOhm = null }).Answer()).Errors.Keys.ShouldBe(["pullUpOhm"]);

        // What is not known of the cable is not known of the edge.
        var ledger = new HazeLedger();
        var hazy = (Plain with { CableNf = ledger.Quantity(1, 0.2, new HazeSource("cable", "Cable")) }).Answer();
        hazy.LowPulseErrorUs!.Value.StandardU.ShouldBe(0.2 * hazy.LowPulseErrorUs.Value.Value, 1e-3);
    }

    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(2.08, 8.286)]
    [InlineData(0.823, 20.95)]
    [InlineData(0.326, 52.96)]
    public void Copper_has_the_resistance_of_the_wire_table(double areaMm2, double ohmPerKm) =>
        // ASTM B258, AWG 14, 18 and 22 at 20 C (from memory); it rises by 0.393 % a K.
        new SupplyDropQuery(1000, 1000, areaMm2, 20, false)
            .Answer()
            .ResistanceMilliohm.Value.ShouldBe(1000 * ohmPerKm, 5 * ohmPerKm);

    [Fact]
    public void A_wire_there_and_back_hot_and_a_battery_at_rest_follow_the_arithmetic()
    {
        var drop = new SupplyDropQuery(500, 4, 0.5, 80, true).Answer();
        drop.ResistanceMilliohm.Value.ShouldBe(2 * 4 * 17.241 / 0.5 * (1 + (0.00393 * 60)), 1e-9);
        drop.DropMv.Value.ShouldBe(drop.ResistanceMilliohm.Value / 2, 1e-9);
        new StandbyDrainQuery(50, 60, 50).Answer().Days.Value.ShouldBe(25, 1e-9);
        new StandbyDrainQuery(50, 60, 50, 3).Answer().Days.Value.ShouldBe(30 / (1.2 + 0.06), 1e-9);
        Should.Throw<RefusedInputException>(() => new StandbyDrainQuery(0, 60, 50).Answer()).Errors.Keys.ShouldBe(["drainMa"]);
    }

    [Theory]
    [InlineData(0.1, 12.4, 9.8, FeedKind.Switched)]
    [InlineData(12.6, 12.5, 10, FeedKind.Constant)]
    [InlineData(0, 12.5, 0.2, FeedKind.DropsWhileCranking)]
    [InlineData(0, 0.3, 0, FeedKind.Dead)]
    [InlineData(12.5, 0, 0, FeedKind.Dead)]
    public void A_feed_is_what_its_three_voltages_say(double off, double on, double cranking, FeedKind kind)
    {
        var feed = new ProbedFeedQuery(off, on, cranking, 12.6).Answer();
        feed.Kind.ShouldBe(kind);
        feed.Because.ShouldMatch(@"^[A-Z].*\d.*\.$");
    }

    [Fact]
    [Trait("Category", "Outside")]
    public void Two_points_make_a_scaling_and_a_wrong_one_is_told_from_it()
    {
        // Common practice, no source: 0.5 to 4.5 V are 0 to 100 psi, 0 to 5 V as 0 to 135 the usual mistake; 44.85 against 42 is 0.114 V if it is offset.
        var right = new TwoPointScalingQuery([new(0.5, 0), new(4.5, 100)], 2.5, [new(0, 0), new(5, 135)]).Answer();
        (right.Slope.Value, right.Intercept.Value, right.Value!.Value.Value, right.ValueUnderAssumed!.Value.Value).ShouldBe((25, -12.5, 50, 67.5));
        (right.OffsetV!.Value.Value, right.GainErrorPct!.Value.Value).ShouldBe((0.5, 8), new TupleTolerance());
        ((44.85 - 42) / right.Slope.Value).ShouldBe(0.114, 1e-6);
        Should.Throw<RefusedInputException>(() => new TwoPointScalingQuery([new(1, 0), new(1, 5)]).Answer()).Errors.Keys.ShouldBe(["points[1].volts"]);
    }

    [Theory]
    [Trait("Category", "Outside")]
    [InlineData("37-54", 47, 1, 11)]
    [InlineData("33-53", 40, 1, 8)]
    [InlineData("1-13 14-25", 16, 2, 3)]
    public void A_pin_is_found_by_counting_from_the_corner(string rows, int pin, int row, int fromFirst)
    {
        // Common practice, no source.
        var face = rows.Split(' ')
            .Select(r => r.Split('-'))
            .Select(r => new PinRow(int.Parse(r[0], CultureInfo.InvariantCulture), int.Parse(r[1], CultureInfo.InvariantCulture)))
            .ToList();
        var seen = new ConnectorPinQuery(face, ConnectorView.Wire, ConnectorView.Wire, pin).Answer();
        (seen.Row, seen.FromFirst, seen.Column, seen.Mirrored).ShouldBe((row, fromFirst, fromFirst, false));
        (seen.FromFirst + seen.FromLast).ShouldBe(seen.ColumnsInRow + 1);
        var turned = new ConnectorPinQuery(face, ConnectorView.Wire, ConnectorView.Mating, pin).Answer();
        (turned.Column, turned.Mirrored).ShouldBe((seen.FromLast, true));

        // A row that is printed the other way round counts the other way.
        var back = new ConnectorPinQuery([.. face.Select(r => new PinRow(r.Last, r.First))], ConnectorView.Wire, ConnectorView.Wire, pin).Answer();
        back.FromFirst.ShouldBe(seen.FromLast);
        Should.Throw<RefusedInputException>(() => new ConnectorPinQuery(face, ConnectorView.Wire, ConnectorView.Wire, 99).Answer()).Errors.Keys.ShouldBe(["pin"]);
        Should.Throw<RefusedInputException>(() => new ConnectorPinQuery([.. face, face[0]], ConnectorView.Wire, ConnectorView.Wire, pin).Answer()).Errors.Count.ShouldBe(1);
    }

    [Fact]
    public void The_common_side_is_proven_when_all_beep_on_one_side_and_contradictions_are_named()
    {
        static BeepTest Left(int a, int b, bool beep = true) => new(a, b, PlugSide.Left, beep);
        static BeepTest Right(int a, int b, bool beep) => new(a, b, PlugSide.Right, beep);
        new CommonSideQuery(4, [Left(1, 2), Left(2, 3), Left(3, 4), Right(1, 2, false)])
            .Answer()
            .ShouldSatisfyAllConditions(c => c.CommonSide.ShouldBe(PlugSide.Left), c => c.Contradictions.ShouldBeEmpty(), c => c.Untested.ShouldBeEmpty());
        new CommonSideQuery(4, [Left(1, 2), Left(3, 4)]).Answer().ShouldSatisfyAllConditions(c => c.CommonSide.ShouldBeNull(), c => c.Untested.ShouldBe([3, 4]));
        new CommonSideQuery(3, [Left(1, 2), Left(2, 3), Left(1, 3, false)]).Answer().Contradictions.ShouldHaveSingleItem().ShouldContain("1 and 3");
        new CommonSideQuery(3, [Left(1, 2), Right(2, 3, true)]).Answer().ShouldSatisfyAllConditions(c => c.CommonSide.ShouldBeNull(), c => c.Contradictions.Count.ShouldBe(1));
        new CommonSideQuery(3, [Left(1, 2), Left(1, 3, false)])
            .Answer()
            .ShouldSatisfyAllConditions(c => c.CommonSide.ShouldBeNull(), c => c.Untested.ShouldBe([3]), c => c.Contradictions[0].ShouldContain("other way up"));
        Should.Throw<RefusedInputException>(() => new CommonSideQuery(2, [Left(1, 1), Left(1, 5)]).Answer()).Errors.Count.ShouldBe(2);

        // All together on one side: the other is still to be tried, unless something speaks against it.
        CommonSideResult Together(double? volts) => new CommonSideQuery(2, [Left(1, 2)], volts is { } v ? [new(PlugSide.Left, v)] : null, 12.4).Answer();
        Together(null).ShouldSatisfyAllConditions(c => c.CommonSide.ShouldBeNull(), c => c.Open!.Text.ShouldContain("Now the other side"));
        Together(5).ShouldSatisfyAllConditions(c => c.Contradictions.ShouldHaveSingleItem(), c => c.Open.ShouldBeNull());
    }

    // Whatever was measured with the key on, on one side or both: what is not as it must be proves nothing, and says so.
    [Theory]
    [InlineData(PlugSide.Left)]
    [InlineData(PlugSide.Right)]
    public void No_side_is_common_while_volts_speak_against_it(PlugSide common)
    {
        var other = common == PlugSide.Left ? PlugSide.Right : PlugSide.Left;
        double?[] shown = [null, 0, 0.9, 3, 7, 11.1, 11.5, 12.3];
        foreach (var (on, off) in shown.SelectMany(a => shown.Select(b => (a, b))))
        {
            List<SideVolts> volts = [];
            volts.AddRange(on is { } v ? [new(common, v)] : []);
            volts.AddRange(off is { } w ? [new(other, w)] : []);
            var tests = new List<BeepTest> { new(1, 2, common, true), new(2, 3, common, true), new(1, 3, other, false) };
            foreach (var order in new[] { tests, [.. tests.AsEnumerable().Reverse()] })
            {
                var result = new CommonSideQuery(3, order, volts, 12.4).Answer();
                var speaksAgainst = on < 11.4 || off >= 1;
                result.CommonSide.ShouldBe(speaksAgainst ? null : common, $"{on} {off}");
                (result.Contradictions.Count > 0).ShouldBe(speaksAgainst, $"{on} {off}");
                result.IsSeenLive.ShouldBe(on >= 11.4 && off < 1, $"{on} {off}");
                result.Open.ShouldBeNull($"{on} {off}");
            }
        }
    }

    [Fact]
    [Trait("Category", "Outside")]
    public void The_meter_should_show_what_the_trade_reads_and_no_check_is_offered_that_cannot_be_made()
    {
        // Common practice, no source: 5 V pull-up, pulled to 0.2 V, and 25 C average 4.38 V at E0 and 3.15 V at E100; ISO 11898-2: 60 Ohm across a bus.
        double Average(double ethanol) =>
            new MeterExpectationsQuery(SignalPath.DirectFrequency, ethanol, 25, 12.6, 5, 0.2).Answer().Single(e => e.Check == HarnessCheck.AverageVolts).Expected.Value;
        Average(0).ShouldBe(4.38, 0.01);
        Average(100).ShouldBe(3.15, 0.01);
        var gateway = new MeterExpectationsQuery(SignalPath.Gateway, 40, 25, 12.6, 5).Answer();
        gateway.Single(e => e.Check == HarnessCheck.BusTermination).Expected.Value.ShouldBe(60);
        gateway.Single(e => e.Check == HarnessCheck.Frequency).Expected.Value.ShouldBe(90);
        gateway.ShouldAllBe(e => e.Low <= e.Expected.Value && e.Expected.Value <= e.High && e.Probes.EndsWith('.') && e.MissMeans.EndsWith('.'));

        // 0.5 to 4.5 V are E0 to E100.
        new MeterExpectationsQuery(SignalPath.AnalyserVoltage, 50, 25, 12.6, 5, Analyser: new([new(0.5, 0), new(4.5, 100)]))
            .Answer()
            .Single(e => e.Check == HarnessCheck.ConverterVolts)
            .Expected.Value.ShouldBe(2.5, 1e-9);
        var volts = new MeterExpectationsQuery(SignalPath.Gateway, 40, 25, 12.6, 5, Instruments: [Instrument.VoltsAndContinuity]).Answer();
        volts.Select(e => e.Check).ShouldBe([HarnessCheck.Supply, HarnessCheck.GroundDrop, HarnessCheck.PullUp, HarnessCheck.AverageVolts, HarnessCheck.BusTermination]);
        new MeterExpectationsQuery(SignalPath.Gateway, 40, 25, 12.6, 5, Instruments: []).Answer().ShouldBeEmpty();
    }

    private sealed class TupleTolerance : IEqualityComparer<(double, double)>
    {
        public bool Equals((double, double) x, (double, double) y) => Math.Abs(x.Item1 - y.Item1) < 1e-9 && Math.Abs(x.Item2 - y.Item2) < 1e-9;

        public int GetHashCode((double, double) obj) => 0;
    }

    // Times in us: from the pull to the low threshold, from the release to the high one and to 70 % of the released level.
    private static async Task<(double Fall, double Rise, double Seventy)> SpiceAsync(PullUpQuery q, double releasedV)
    {
        static string N(double number) => number.ToString("R", CultureInfo.InvariantCulture);
        var hasFilter = q.FilterOhm is not null;
        var (start, pulse) = (1e-3, q.LowPulseMs.Value / 1000);
        var input = hasFilter ? "in" : "wire";
        var net = $"""
            signal input
            vp up 0 {N(q.PullUpV!.Value.Value)}
            rp up wire {N(q.PullUpOhm!.Value.Value)}
            {(q.InternalPullUpOhm is { } inside ? $"vi upi 0 {N(q.InternalPullUpV!.Value.Value)}\nri upi wire {N(inside.Value)}" : string.Empty)}
            {(q.CableNf.Value > 0 ? $"cc wire 0 {N(q.CableNf.Value)}n" : string.Empty)}
            {(hasFilter ? $"rf wire in {N(q.FilterOhm!.Value.Value)}\ncf in 0 {N(q.FilterNf!.Value.Value)}n" : string.Empty)}
            vs sink 0 {N(q.SinkSaturationV.Value)}
            vc ctl 0 pulse(0 5 {N(start)} 1n 1n {N(pulse)} 1)
            s1 wire sink ctl 0 sw
            .model sw sw(ron=0.01 roff=1g vt=2.5)
            .control
            set width=200
            tran {N(pulse / 50_000)} {N(start + pulse + 4e-3)}
            meas tran fall when v({input})={N(q.ThresholdLowV.Value)} fall=1
            meas tran rise when v({input})={N(q.ThresholdHighV.Value)} rise=last
            meas tran seventy when v({input})={N(0.7 * releasedV)} rise=last
            quit
            .endc
            .end
            """;
        var file = Path.GetTempFileName();
        await File.WriteAllTextAsync(file, net);
        try
        {
            using var spice = Process.Start(
                new ProcessStartInfo("ngspice", ["-b", file])
                {
                    RedirectStandardOutput = true,
                    RedirectStandardError = true,
                    UseShellExecute = false,
                }
            )!;
            var (said, _) = (await spice.StandardOutput.ReadToEndAsync(), await spice.StandardError.ReadToEndAsync());
            await spice.WaitForExitAsync();
            double Us(string name) =>
                1e6 * double.Parse(said.Split('\n').First(l => l.StartsWith(name, StringComparison.Ordinal)).Split('=')[1].Trim().Split(' ')[0], CultureInfo.InvariantCulture);
            return (Us("fall") - (start * 1e6), Us("rise") - ((start + pulse) * 1e6), Us("seventy") - ((start + pulse) * 1e6));
        }
        finally
        {
            File.Delete(file);
        }
    }
}
