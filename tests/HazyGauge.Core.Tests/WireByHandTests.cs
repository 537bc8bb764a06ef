using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Vehicles;
using HazyGauge.Core.Wiring.Boxes;
using HazyGauge.Core.Wiring.Connectors;
using HazyGauge.Core.Wiring.Meters;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Supplies;

namespace HazyGauge.Core.Tests;

/// <summary>What hangs on a signal wire, what a meter may show on it and where its pins are, worked out with pencil and paper.</summary>
public class WireByHandTests
{
    private static SharedWire Wire(double? outsideOhm, double cableNf, params WireInput[] inputs) => new(outsideOhm, 5.0, cableNf, 0.2, 2.5, inputs);

    // Time from the release until a wire lifted to 5 V from 0.2 V rises through 3.5 V, us, with R in kOhm and C in nF.
    private static double RiseUs(double kiloOhm, double nf) => kiloOhm * nf * Math.Log(4.8 / 1.5);

    [Theory]
    [InlineData(4700.0, 0, 1)]
    [InlineData(4700.0, 1, 2)]
    [InlineData(4700.0, 2, 3)]
    [InlineData(null, 2, 2)]
    [InlineData(null, 0, 0)]
    public void Pull_ups_are_counted_outside_and_in_every_input(double? outside, int inside, int count)
    {
        var wire = Wire(outside, 1, [.. Enumerable.Range(0, 3).Select(i => new WireInput($"in {i}", PullUpOhm: i < inside ? 10_000 : null))]);
        (wire.PullUps, wire.IsLifted).ShouldBe((count, count > 0));
    }

    [Theory]
    [InlineData(10, 1.0, true)] // 10 kOhm and 1 nF: 11.6 us, 0.48 K
    [InlineData(10, 1.2, false)] // 14.0 us, 0.58 K
    [InlineData(10, 2.0, false)]
    [InlineData(4.7, 2.0, true)] // 10.9 us, 0.45 K
    public void A_pull_up_inside_is_enough_where_it_leaves_the_fuel_temperature_within_half_a_kelvin(double kiloOhm, double nf, bool isEnough)
    {
        var wire = Wire(null, nf, new WireInput("in", PullUpOhm: kiloOhm * 1000));
        wire.Seen().Single().Sees.FuelTempErrorK!.Value.Value.ShouldBe(RiseUs(kiloOhm, nf) / 1000 * 41.25, 1e-3);
        wire.InsideIsEnough.ShouldBe(isEnough);
    }

    [Fact]
    public void A_capacitor_without_a_resistor_hangs_on_the_wire_for_everybody_and_one_behind_a_resistor_for_nobody_else()
    {
        double Error(WireInput beside) => Wire(4700, 1, new WireInput("in"), beside).Seen()[0].Sees.LowPulseErrorUs!.Value.Value;
        Error(new("beside")).ShouldBe(RiseUs(4.7, 1), 1e-3);
        Error(new("beside", FilterNf: 2)).ShouldBe(RiseUs(4.7, 3), 1e-3);
        Error(new("beside", FilterOhm: 10_000, FilterNf: 2)).ShouldBe(RiseUs(4.7, 1), 1e-3);
        Wire(4700, 1, new("in"), new("b", FilterNf: 2), new("c", FilterNf: 3)).Seen()[0].Sees.LowPulseErrorUs!.Value.Value.ShouldBe(RiseUs(4.7, 6), 1e-3);
    }

    [Fact]
    public void What_nobody_looked_up_of_an_input_is_what_is_usual()
    {
        static PullUpResult Sees(WireInput input) => Wire(null, 1, input).Seen().Single().Sees;
        var usual = Sees(new("in", PullUpOhm: 4700, FilterOhm: 10_000, FilterNf: 10));
        usual.ReleasedV.Value.ShouldBe(5, 1e-9);
        usual.LowPulseErrorUs!.Value.Value.ShouldBe(
            Sees(new("in", PullUpOhm: 4700, PullUpV: 5, ThresholdLowV: 1.5, ThresholdHighV: 3.5, FilterOhm: 10_000, FilterNf: 10)).LowPulseErrorUs!.Value.Value,
            1e-9
        );
        Math.Abs(usual.LowPulseErrorUs.Value.Value - Sees(new("in", PullUpOhm: 4700, ThresholdLowV: 2.5, FilterOhm: 10_000, FilterNf: 10)).LowPulseErrorUs!.Value.Value)
            .ShouldBeGreaterThan(1);
    }

    [Fact]
    public void A_filter_lets_a_fall_be_seen_after_its_own_time()
    {
        // By hand: from 5 V towards 0.2 V through 10 kOhm and 10 nF, 100 us; at 1.5 V after 100 x ln(4.8 / 1.3) = 130.6 us. Without a cable the rise takes 1.47 times the filter's.
        var seen = new PullUpQuery(1.5, 3.5, 0.2, 2.5, 0, PullUpOhm: 4700, PullUpV: 5.0, FilterOhm: 10_000, FilterNf: 10).Answer();
        var fall = 100 * Math.Log(4.8 / 1.3);
        var rise = 147 * Math.Log(4.8 / 1.5);
        seen.LowPulseErrorUs!.Value.Value.ShouldBe(rise - fall, 0.01);
    }

    // By hand: towards the driver as exp(-t / RC), from what the wire stood at; released, the other way.
    [Theory]
    [InlineData(5, 0.5, 10_000, 10e-9)]
    [InlineData(12, 0.2, 4700, 22e-9)]
    public void Behind_a_filter_the_input_follows_the_wire_with_its_own_time(double sourceV, double lowV, double ohm, double farad)
    {
        var input = new SignalInput(sourceV, 2400, 0, ohm, farad, lowV);
        var filterS = ohm * farad;
        input.AfterPullV(0).ShouldBe(sourceV, 1e-12);
        input.AfterPullV(filterS).ShouldBe(lowV + ((sourceV - lowV) / Math.E), 1e-12);
        input.AfterPullV(1).ShouldBe(lowV, 1e-12);
        input.FallS(input.AfterPullV(0.3 * filterS))!.Value.ShouldBe(0.3 * filterS, 1e-12);
    }

    // E12 from 10 kOhm down to 1 kOhm: the first that is warm within half a kelvin, and of which the sensor pulls no more than 20 mA.
    [Theory]
    [InlineData(5.0)]
    [InlineData(12.0)]
    [InlineData(24.0)]
    public void The_pull_up_that_is_recommended_is_the_largest_that_will_do(double toV)
    {
        double[] series = [10_000, 8200, 6800, 5600, 4700, 3900, 3300, 2700, 2200, 1800, 1500, 1200, 1000];
        PullUpResult With(double ohm, double nf) => new PullUpQuery(1.5, 3.5, 0.2, 2.5, nf, PullUpOhm: ohm, PullUpV: toV).Answer();
        var answers = new HashSet<double?>();
        for (var nf = 0.1; nf < 150; nf *= 1.05)
        {
            var will = series.Select(ohm => (Ohm: (double?)ohm, With(ohm, nf).FuelTempErrorK, Ma: (toV - 0.2) / ohm * 1000));
            var expected = will.FirstOrDefault(w => w.FuelTempErrorK is { } off && Math.Abs(off.Value) <= 0.5 && w.Ma <= 20).Ohm;
            With(2400, nf).RecommendedOhm.ShouldBe(expected, $"{nf} nF");
            answers.Add(expected);
        }

        answers.Count.ShouldBeGreaterThan(8);
        answers.ShouldContain((double?)null);
        answers.Contains(1000).ShouldBe(toV < 20);
    }

    [Fact]
    public void An_inner_pull_up_nobody_asked_goes_to_five_volts_and_a_wire_that_is_not_pulled_down_does_not_rise()
    {
        PullUpResult Inner(double? volts) => new PullUpQuery(1.5, 3.5, 0.2, 2.5, 2, InternalPullUpOhm: 22_000, InternalPullUpV: volts).Answer();
        (Inner(null).ReleasedV.Value, Inner(null).RiseTimeUs!.Value.Value).ShouldBe((5, Inner(5).RiseTimeUs!.Value.Value));
        Inner(4).ReleasedV.Value.ShouldBe(4);

        // Behind 10 kOhm with c nF a pull of 2.5 ms leaves 0.2 + 4.8 x exp(-250 / c) V: with 700 nF that is 3.56 V, and 70 % of 5 V is 3.5.
        PullUpResult Behind(double nf) => new PullUpQuery(1.5, 3.5, 0.2, 2.5, 0, PullUpOhm: 2400, PullUpV: 5, FilterOhm: 10_000, FilterNf: nf).Answer();
        foreach (var nf in new[] { 300.0, 600, 660, 670, 680, 700, 900 })
        {
            (Behind(nf).RiseTimeUs is not null).ShouldBe(0.2 + (4.8 * Math.Exp(-250 / nf)) < 3.5, $"{nf} nF");
        }
    }

    // 1.5 and 3.5 V where nobody looked them up: one that is given is held against the other.
    [Theory]
    [InlineData(null, null, true)]
    [InlineData(3.5, null, true)]
    [InlineData(3.51, null, false)]
    [InlineData(null, 1.5, true)]
    [InlineData(null, 1.49, false)]
    [InlineData(2.0, 1.9, false)]
    public void Thresholds_the_wrong_way_round_are_refused(double? lowV, double? highV, bool isRight)
    {
        var check = new InputCheck();
        Wire(4700, 1, new WireInput("A"), new WireInput("B", ThresholdLowV: lowV, ThresholdHighV: highV)).Check(check, "inputs");
        if (isRight)
        {
            check.ThrowIfAny();
            return;
        }

        Should.Throw<RefusedInputException>(check.ThrowIfAny).Errors.Keys.ShouldBe(["inputs[1].thresholdHighV"]);
    }

    // What lifts the wire itself bears it; whoever else is on it is asked, above what a 5 V input is sure of.
    [Theory]
    [InlineData(5.0, false)]
    [InlineData(5.5, false)]
    [InlineData(5.6, true)]
    [InlineData(8.0, true)]
    public void Above_five_volts_every_input_is_asked_but_the_one_that_lifts_the_wire(double volts, bool isAsked)
    {
        var seen = Wire(null, 1, new WireInput("A", PullUpOhm: 1000, PullUpV: volts), new WireInput("B"), new WireInput(), new WireInput("D", MaxV: 16)).Seen();
        seen.Select(s => s.Sees.Findings.Any(f => f.Code == "limitUnknown")).ShouldBe([false, isAsked, isAsked, false]);
        seen.Select(s => s.Name).ShouldBe(["A", "B", "Input 3", "D"]);
    }

    private static IReadOnlyList<MeterExpectation> Sheet(Hazy ethanolPct, Hazy supplyV, Hazy pullUpV) =>
        new MeterExpectationsQuery(SignalPath.AnalyserVoltage, ethanolPct, 25.0, supplyV, pullUpV, 0.2, new AnalyserScale([new(0.5, 0), new(4.5, 100)])).Answer();

    [Fact]
    public void A_meter_may_be_off_by_the_usual_band_and_two_standard_uncertainties()
    {
        var ledger = new HazeLedger();
        Hazy With(double value, double u, string name) => ledger.Quantity(value, u, new HazeSource(name, name));
        (double Low, double High) Of(HarnessCheck check, double ethanolU = 0, double supplyU = 0, double pullUpU = 0) =>
            Sheet(With(50, ethanolU, "e"), With(12.6, supplyU, "s"), With(5, pullUpU, "p"))
                .Where(e => e.Check == check)
                .Select(e => (Math.Round(e.Low, 6), Math.Round(e.High, 6)))
                .Single();

        Of(HarnessCheck.Supply).ShouldBe((11.8, 13.4));
        Of(HarnessCheck.Supply, supplyU: 0.3).ShouldBe((11.2, 14));
        Of(HarnessCheck.GroundDrop).ShouldBe((-0.02, 0.1));
        Of(HarnessCheck.PullUp).ShouldBe((4.85, 5.15));
        Of(HarnessCheck.PullUp, pullUpU: 0.1).ShouldBe((4.65, 5.35));

        // E50 is 100 Hz, and 0.5 V + 50 % of 4 V.
        Of(HarnessCheck.Frequency).ShouldBe((99, 101));
        Of(HarnessCheck.Frequency, ethanolU: 2).ShouldBe((95, 105));
        Of(HarnessCheck.ConverterVolts).ShouldBe((2.38, 2.62));
        Of(HarnessCheck.ConverterVolts, ethanolU: 2).ShouldBe((2.22, 2.78));
    }

    [Theory]
    [InlineData(1, 6, false, new[] { 1, 2, 3, 4, 5, 6 })]
    [InlineData(1, 6, true, new[] { 6, 5, 4, 3, 2, 1 })]
    [InlineData(12, 7, false, new[] { 12, 11, 10, 9, 8, 7 })]
    [InlineData(12, 7, true, new[] { 7, 8, 9, 10, 11, 12 })]
    [InlineData(4, 4, false, new[] { 4 })]
    public void A_row_is_drawn_from_corner_to_corner_as_one_looks_at_it(int first, int last, bool fromTheOtherSide, int[] numbers)
    {
        var face = new ConnectorFace("Main", ConnectorView.Wire, fromTheOtherSide ? ConnectorView.Mating : ConnectorView.Wire, [new(first, last)]);
        var drawing = face.Drawn("connectors[0]", [new WantedPin(first, "signal", "wires[0].pin", false)]);
        drawing.Rows.Single().ShouldBe(numbers);
        drawing.Pins.Single().Column.ShouldBe(Array.IndexOf(numbers, first) + 1);
    }

    [Theory]
    [InlineData(1, "number 1", "the corner itself", 18)]
    [InlineData(3, "number 3 counted from 1", "left", 16)]
    [InlineData(16, "number 3 counted from 18", "right", 3)]
    [InlineData(9, "number 9 counted from 1", "left", 10)]
    [InlineData(10, "number 9 counted from 18", "right", 9)]
    public void A_pin_is_counted_from_the_nearer_corner(int pin, string counted, string where, int fromLast)
    {
        var seen = new ConnectorPinQuery([new(1, 18)], ConnectorView.Wire, ConnectorView.Wire, pin).Answer();
        (seen.FromFirst, seen.FromLast).ShouldBe((pin, fromLast));
        seen.Words.Text.ShouldContain(where);
        if (pin > 1)
        {
            seen.Words.Text.ShouldContain(counted);
        }
    }

    [Fact]
    public void Injectors_not_seen_are_named_and_nothing_is_said_where_all_were()
    {
        IReadOnlyList<string> Codes(params int[] seen) =>
            [.. new InjectorExtender(4, ProbeAt: "block", Active: [.. seen.Select(i => new InjectorSeen(i))]).Of(null).Findings.Select(f => f.Code)];
        Codes(1, 2, 4).ShouldContain("unseen");
        Codes(4, 3, 2, 1).ShouldNotContain("unseen");
        new InjectorExtender(4, ProbeAt: "block", Active: [new(1), new(3)]).Of(null).Findings.Single(f => f.Code == "unseen").Text.ShouldContain("Not seen yet: 2, 4.");
    }

    // A drain that is well known, one that may be next to nothing, one that the battery's own loss stands beside: what is said holds 95 of 100 draws.
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(12, 0.5, true, 60, 3, 0, false)]
    [InlineData(12, 6, true, 60, 3, 0, true)]
    [InlineData(12, 6.9, false, 70, 5, 4, true)]
    [InlineData(30, 16, true, 44, 2, 6, true)]
    [InlineData(5, 2.8, false, 95, 10, 0, true)]
    public void Days_at_rest_are_drawn_where_plus_and_minus_says_too_little(double ma, double maU, bool isNormal, double ah, double ahU, double selfPct, bool isDrawn)
    {
        // Source: JCGM 101:2008, propagation by simulation.
        var ledger = new HazeLedger();
        var shape = isNormal ? HazeShape.Normal : HazeShape.Rectangular;
        var answer = new StandbyDrainQuery(
            ledger.Quantity(ma, maU, new HazeSource("drain", "drain", shape)),
            ledger.Quantity(ah, ahU, new HazeSource("battery", "battery")),
            50,
            selfPct
        ).Answer();
        (answer.Drawn is not null).ShouldBe(isDrawn);
        (answer.Because is not null).ShouldBe(isDrawn);
        answer.Days.Value.ShouldBe(ah * 0.5 / ((ma * 0.024) + (ah * selfPct / 3000)), 1e-9);
        var random = new Random(3);
        double Drawn(double value, double u, bool bell) =>
            bell ? MathNet.Numerics.Distributions.Normal.Sample(random, value, u) : value + (u * Math.Sqrt(3) * ((2 * random.NextDouble()) - 1));
        var days = Enumerable
            .Range(0, 40_000)
            .Select(_ => (Ma: Drawn(ma, maU, isNormal), Ah: Drawn(ah, ahU, true)))
            .Where(d => d.Ma >= 0)
            .Select(d => d.Ah * 0.5 / ((d.Ma * 0.024) + (d.Ah * selfPct / 3000)))
            .ToList();
        var half = Interval95.HalfWidth(answer.Days);
        var (low, high) = answer.Drawn is { } drawn ? (drawn.Low, drawn.High ?? double.PositiveInfinity) : (answer.Days.Value - half, answer.Days.Value + half);
        (100.0 * days.Count(d => d < low) / days.Count).ShouldBeInRange(1.2, 3.5);
        (100.0 * days.Count(d => d > high) / days.Count).ShouldBeInRange(1.2, 3.5);
        if (isDrawn)
        {
            answer.Because!.Text.ShouldContain(FormattableString.Invariant($"{Math.Floor(low):0}"));
            var within = days.Where(d => d >= low && d <= high).ToList();
            var mean = within.Average();
            answer.Days.StandardU.ShouldBe(Math.Sqrt(within.Average(d => (d - mean) * (d - mean))), 0.05 * answer.Days.StandardU);
        }
    }
}
