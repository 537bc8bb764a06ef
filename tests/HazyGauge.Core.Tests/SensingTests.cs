using CsCheck;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Simulation;

namespace HazyGauge.Core.Tests;

public class SensingTests
{
    private const double Tick = 1e-6;

    private static SensorReading Read(double hz, double? lowMs = null, double tolerance = 5) =>
        SensorReading.From(hz, lowMs is { } low ? (Hazy)low : null, tolerance, new HazeLedger());

    /// <summary>A train from periods and low times in seconds; the level begins released.</summary>
    private static CaptureResult Analyse(
        IEnumerable<(double PeriodS, double LowS)> pulses,
        double tickS = Tick,
        double tailS = 0.002,
        Action<List<(double S, LogicLevel Level)>>? change = null
    )
    {
        var changes = new List<(double S, LogicLevel Level)> { (0, LogicLevel.Released) };
        var t = 0.0013;
        foreach (var (period, low) in pulses)
        {
            changes.Add((t, LogicLevel.Low));
            changes.Add((t + low, LogicLevel.Released));
            t += period;
        }

        change?.Invoke(changes);
        var recorder = new PulseRecorder(0, tickS);
        foreach (var (s, level) in changes.OrderBy(c => c.S))
        {
            recorder.Record((long)(s / tickS), level);
        }

        return CaptureAnalysis.Analyse(recorder.Finish((long)((t + tailS) / tickS)), 5, new HazeLedger());
    }

    private static IEnumerable<(double PeriodS, double LowS)> Steady(double hz, double lowMs, int count) => Enumerable.Repeat((1 / hz, lowMs / 1000), count);

    /// <summary>A steady wave of 95 Hz in which one period is as long as several.</summary>
    internal static CaptureResult WithOneOf(int periods)
    {
        var pulses = Steady(95, 2, 150).ToList();
        pulses[70] = (pulses[70].PeriodS * periods, pulses[70].LowS);
        return Analyse(pulses);
    }

    /// <summary>Common practice, no source: 50 Hz is E0, 150 Hz is E100; from memory: 1 ms is -40 C, 5 ms is 125 C; a dry line has shown 330 C at 9.97 ms.</summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(50, 1, 0, -40)]
    [InlineData(100, 3, 50, 42.5)]
    [InlineData(150, 5, 100, 125)]
    public void Law_of_the_sensor(double hz, double lowMs, double ethanol, double tempC)
    {
        var reading = Read(hz, lowMs);
        reading.EthanolPct!.Value.Value.ShouldBe(ethanol, 1e-9);
        reading.FuelTempC!.Value.Value.ShouldBe(tempC, 1e-9);
        SensorLaw.FuelTempC<Exact>(9.97).Value.ShouldBe(330, 0.5);
    }

    [Theory]
    [InlineData(0, SignalStatus.NoSignal)]
    [InlineData(0.5, SignalStatus.OutOfRange)]
    [InlineData(44.99, SignalStatus.OutOfRange)]
    [InlineData(45, SignalStatus.ClampedLow)]
    [InlineData(49.99, SignalStatus.ClampedLow)]
    [InlineData(50, SignalStatus.Ok)]
    [InlineData(150, SignalStatus.Ok)]
    [InlineData(150.01, SignalStatus.ClampedHigh)]
    [InlineData(155, SignalStatus.ClampedHigh)]
    [InlineData(155.01, SignalStatus.OutOfRange)]
    [InlineData(169.9, SignalStatus.OutOfRange)]
    [InlineData(170, SignalStatus.Contaminated)]
    [InlineData(200, SignalStatus.Contaminated)]
    [InlineData(200.1, SignalStatus.OutOfRange)]
    public void Every_band_has_its_status_its_sentence_and_its_value(double hz, SignalStatus status)
    {
        var reading = Read(hz, 2.7);
        reading.SignalStatus.ShouldBe(status);
        reading.Findings[0].Text.Length.ShouldBeGreaterThan(40);
        var isReading = status is SignalStatus.Ok or SignalStatus.ClampedLow or SignalStatus.ClampedHigh;
        (reading.EthanolPct is not null).ShouldBe(isReading);
        if (isReading)
        {
            reading.EthanolPct!.Value.Value.ShouldBe(Math.Clamp(hz - 50, 0, 100), 1e-9);
            reading.EthanolPct!.Value.StandardU.ShouldBe(5 / Math.Sqrt(3), 1e-12);
        }
        else
        {
            reading.Findings[0].Severity.ShouldBe(Severity.Stop);
            reading.Budget.ShouldBeEmpty();
        }
    }

    [Fact]
    public void Temperature_is_told_from_what_is_none()
    {
        Read(100).TemperatureStatus.ShouldBe(TemperatureStatus.Absent);

        var whole = Read(100, 9.97);
        (whole.TemperatureStatus, whole.FuelTempC).ShouldBe((TemperatureStatus.Invalid, null));
        whole.Findings.ShouldContain(f => f.Code == "temperatureInvalid" && f.Text.Contains("330 °C") && f.Text.Contains("whole period"));

        // Low 7.3 of 10 ms: the other 2.7 ms would be 30 C.
        Read(100, 7.3).Findings.ShouldContain(f => f.Code == "signalInverted" && f.Text.Contains(": 30 °C."));

        // At 130 Hz both 3.2 ms low and 4.49 ms high would be a temperature.
        var both = Read(130, 3.2);
        both.TemperatureStatus.ShouldBe(TemperatureStatus.Ok);
        both.Findings.ShouldContain(f => f.Code == "polarityUndetermined");
        Read(60, 3.2).Findings.ShouldNotContain(f => f.Code == "polarityUndetermined");
    }

    [Fact]
    public void Timing_haze_decides_at_the_edge_of_the_band()
    {
        var ledger = new HazeLedger();
        var just = SensorReading.From(ledger.Quantity(49.95, 0.03, new HazeSource("t", "T")), null, 0, ledger);
        just.SignalStatus.ShouldBe(SignalStatus.Ok);
        (just.EthanolPct!.Value.Value, just.EthanolPct!.Value.StandardU).ShouldBe((0, 0.03));
    }

    [Fact]
    public void Negative_and_endless_input_is_refused() =>
        Should.Throw<RefusedInputException>(() => Read(-1, -2, 60)).Errors.Keys.ShouldBe(["frequencyHz", "lowPulseMs", "toleranceEthanolPct"], ignoreOrder: true);

    [Fact]
    public void Stand_in_is_read_back_as_it_was_made()
    {
        Gen.Select(Gen.Double[0, 100], Gen.Double[-40, 125], Gen.Double[0.3, 3], Gen.Int)
            .Sample(
                (ethanol, temp, duration, seed) =>
                {
                    var sensor = new SimulatedSensor(ethanol, temp, duration, seed);
                    var recorder = new PulseRecorder(0, SimulatedSensor.TickS);
                    foreach (var (tick, level) in sensor.Changes())
                    {
                        recorder.Record(tick, level);
                    }

                    var result = CaptureAnalysis.Analyse(recorder.Finish(sensor.EndTick), 5, new HazeLedger());
                    result.FrequencyHz!.Value.Value.ShouldBe(ethanol + 50, 0.002);
                    result.LowPulseMs!.Value.Value.ShouldBe((temp + 81.25) / 41.25, 0.0002);
                    result.Reading.SignalStatus.ShouldBe(SignalStatus.Ok);
                    result.Reading.TemperatureStatus.ShouldBe(TemperatureStatus.Ok);
                    (result.GlitchesRejected, result.MissingPulses, result.Dropouts).ShouldBe((0, 0, 0));
                },
                iter: 300
            );
    }

    [Theory]
    [InlineData(1e-9)]
    [InlineData(1e-6)]
    [InlineData(10e-6)]
    public void Coarse_time_steps_do_not_spoil_frequency_or_width(double tickS) =>
        Gen.Select(Gen.Double[52, 148], Gen.Double[1.3, 4.6])
            .Sample(
                (hz, low) =>
                {
                    var result = Analyse(Steady(hz, low, 300), tickS);
                    result.FrequencyHz!.Value.Value.ShouldBe(hz, 0.05);
                    result.Reading.SignalStatus.ShouldBe(SignalStatus.Ok);

                    // A width that falls on the step the same way each time stays within its own stated haze instead.
                    var lowPulse = result.LowPulseMs!.Value;
                    Math.Abs(lowPulse.Value - low).ShouldBeLessThan(Math.Max(0.002, 3 * lowPulse.StandardU));
                },
                iter: 100
            );

    [Fact]
    public void Spikes_are_left_out_and_counted_at_exactly_50_microseconds()
    {
        var clean = Analyse(Steady(110, 2.5, 200));
        var spiky = Analyse(Steady(110, 2.5, 200), change: changes =>
        {
            for (var n = 5; n < 25; n++)
            {
                // Half of them high spikes inside the low pulse, half low spikes in the released time.
                var at = changes[(2 * n) + 1].S + (n % 2 == 0 ? 0.001 : 0.005);
                var into = n % 2 == 0 ? LogicLevel.Released : LogicLevel.Low;
                changes.Add((at, into));
                changes.Add((at + 30e-6, into == LogicLevel.Low ? LogicLevel.Released : LogicLevel.Low));
            }
        });
        spiky.GlitchesRejected.ShouldBe(20);
        spiky.Edges.ShouldBe(clean.Edges);
        spiky.FrequencyHz!.Value.Value.ShouldBe(110, 0.01);
        spiky.Reading.SignalStatus.ShouldBe(SignalStatus.Ok);
        spiky.Excerpt.Count.ShouldBeLessThanOrEqualTo(400);

        foreach (var (ticks, spikes) in new[] { (49, 1), (50, 0) })
        {
            var recorder = new PulseRecorder(0, Tick);
            recorder.Record(0, LogicLevel.Released);
            recorder.Record(1000, LogicLevel.Low);
            recorder.Record(1000 + ticks, LogicLevel.Released);
            recorder.Finish(5000).GlitchesRejected.ShouldBe(spikes);
        }
    }

    [Theory]
    [InlineData(2, 1, 0, SignalStatus.Ok)]
    [InlineData(3, 0, 1, SignalStatus.Ok)]
    [InlineData(5, 0, 1, SignalStatus.Intermittent)]
    [InlineData(40, 0, 1, SignalStatus.Intermittent)]
    public void Missing_pulses_and_gaps_are_told_apart(int periods, int missing, int dropouts, SignalStatus status)
    {
        var result = WithOneOf(periods);
        (result.MissingPulses, result.Dropouts, result.Reading.SignalStatus).ShouldBe((missing, dropouts, status));
        result.FrequencyHz!.Value.Value.ShouldBe(95, 0.01);
        result.Reading.EthanolPct!.Value.Value.ShouldBe(45, 0.01);

        // The gap is drawn: its edges are in the excerpt.
        var gapS = 0.0013 + (70 / 95.0);
        result.Excerpt.ShouldContain(c => Math.Abs(c.TimeS - gapS) < 1e-4);
    }

    [Fact]
    public void A_signal_that_stops_or_starts_late_is_intermittent()
    {
        var stops = Analyse(Steady(80, 2, 60), tailS: 0.5);
        stops.Reading.SignalStatus.ShouldBe(SignalStatus.Intermittent);
        stops.Reading.Findings.ShouldContain(f => f.Code == "signalStops" && f.Severity == Severity.Stop);

        var late = Analyse(Steady(80, 2, 60).Prepend((0.4, 0.0005)).Skip(1), change: c => c.RemoveRange(1, 80));
        late.Reading.SignalStatus.ShouldBe(SignalStatus.Intermittent);
        late.Reading.Findings.ShouldContain(f => f.Code == "signalStartsLate");
    }

    [Fact]
    public void A_wandering_frequency_is_unsteady_and_its_spread_is_in_u_but_noise_is_not()
    {
        var ramp = Analyse(Enumerable.Range(0, 300).Select(n => (1 / (70 + (n * 0.1)), 0.002)));
        ramp.Reading.SignalStatus.ShouldBe(SignalStatus.Unsteady);
        ramp.FrequencyHz!.Value.StandardU.ShouldBe(30 / Math.Sqrt(12), 0.3);
        ramp.MissingPulses.ShouldBe(0);

        var step = Analyse(Steady(140, 2, 400).Concat(Steady(60, 2, 400)));
        step.Reading.SignalStatus.ShouldBe(SignalStatus.Unsteady);
        (step.MissingPulses, step.Dropouts).ShouldBe((0, 0));

        var slow = Analyse(Enumerable.Range(0, 1000).Select(n => (1 / (90 + Math.Sin(n / 80.0)), 0.002)));
        slow.Reading.SignalStatus.ShouldBe(SignalStatus.Unsteady);

        // Edges that jitter by 20 us are noise: half a hertz from one period to the next, but no wandering.
        var random = new Random(3);
        var noisy = Analyse(Enumerable.Range(0, 400).Select(_ => ((1 / 120.0) + (20e-6 * (random.NextDouble() - 0.5)), 0.0025)));
        noisy.Reading.SignalStatus.ShouldBe(SignalStatus.Ok);
        noisy.FrequencyHz!.Value.Value.ShouldBe(120, 0.05);
    }

    [Fact]
    public void Unknown_levels_are_never_low()
    {
        // A stretch of 0.1 s unknown in the middle: neither pulses nor a gap, only said.
        var stretch = Analyse(Steady(100, 2, 200), change: c =>
        {
            c.RemoveAll(x => x.S is > 0.9 and < 1.0);
            c.Add((0.9001, LogicLevel.Unknown));
            c.Add((0.9999, LogicLevel.Released));
        });
        stretch.Reading.SignalStatus.ShouldBe(SignalStatus.Ok);
        stretch.Dropouts.ShouldBe(0);
        stretch.FrequencyHz!.Value.Value.ShouldBe(100, 0.01);
        stretch.Reading.Findings.ShouldContain(f => f.Code == "levelUnknown");

        // Edges that pass through a brief unknown are one edge each.
        var slow = Analyse(Steady(100, 2, 200), change: c =>
        {
            foreach (var (s, _) in c.Skip(1).ToList())
            {
                c.Add((s - 4e-6, LogicLevel.Unknown));
            }
        });
        slow.FrequencyHz!.Value.Value.ShouldBe(100, 0.01);
        slow.LowPulseMs!.Value.Value.ShouldBe(2, 0.002);
        slow.GlitchesRejected.ShouldBe(0);

        var never = new PulseRecorder(0, Tick);
        never.Record(0, LogicLevel.Unknown);
        CaptureAnalysis.Analyse(never.Finish(1_000_000), 5, new HazeLedger()).Reading.SignalStatus.ShouldBe(SignalStatus.NoSignal);
    }

    [Fact]
    public void Inverted_and_silent_recordings_are_named()
    {
        var inverted = Analyse(Steady(80, 12.5 - 2.2, 100));
        inverted.Inverted.ShouldBeTrue();
        inverted.LowPulseMs!.Value.Value.ShouldBe(10.3, 0.002);
        inverted.Reading.TemperatureStatus.ShouldBe(TemperatureStatus.Invalid);
        inverted.Reading.EthanolPct!.Value.Value.ShouldBe(30, 0.01);

        foreach (var count in new[] { 0, 1 })
        {
            var silent = Analyse(Steady(80, 2, count));
            (silent.Reading.SignalStatus, silent.FrequencyHz, silent.LowPulseMs).ShouldBe((SignalStatus.NoSignal, null, null));
            silent.Edges.ShouldBe(2 * count);
        }
    }

    [Fact]
    public void Partial_periods_at_both_ends_do_not_count()
    {
        // Begins 0.4 ms before the end of a low pulse, ends 0.3 ms into one: only whole periods are measured.
        var recorder = new PulseRecorder(0, Tick);
        recorder.Record(0, LogicLevel.Low);
        recorder.Record(400, LogicLevel.Released);
        foreach (var n in Enumerable.Range(0, 21))
        {
            recorder.Record(8400 + (n * 10_000), LogicLevel.Low);
            if (n < 20)
            {
                recorder.Record(8400 + (n * 10_000) + 2000, LogicLevel.Released);
            }
        }

        var result = CaptureAnalysis.Analyse(recorder.Finish(208_700), 5, new HazeLedger());
        result.FrequencyHz!.Value.Value.ShouldBe(100, 1e-6);
        result.LowPulseMs!.Value.Value.ShouldBe(2, 1e-6);
        result.Timeline.Count.ShouldBe(20);
    }

    [Theory]
    [InlineData(5.0, 5.0, "averageAgrees", "nothing pulls it down")]
    [InlineData(5.0, 5.6, "averageDisagrees", "measure the high voltage again")]
    [InlineData(3.0, 3.0, "averageAgrees", "fit each other")]
    [InlineData(3.0, 5.0, "averageDisagrees", "stands at its high voltage")]
    public void Average_volts_say_what_the_wire_does(double expectedV, double readV, string code, string words)
    {
        var finding = new AverageVolts(5, 0).Compare(expectedV, readV).Finding!;
        (finding.Code, finding.Text.Contains(words, StringComparison.Ordinal)).ShouldBe((code, true), finding.Text);
    }

    [Theory]
    [InlineData(110, 9.97, "lowLongerThanPeriod")]
    [InlineData(50, 19.9, "signalInDoubt")]
    [InlineData(50, 2.5, "atTheEnd")]
    [InlineData(150, 2.5, "atTheEnd")]
    [InlineData(100, 1.0, "atTheEnd")]
    [InlineData(100, 5.0, "atTheEnd")]
    public void Readings_at_the_ends_and_such_that_cannot_be_are_doubted_aloud(double hz, double lowMs, string code)
    {
        var codes = SensorReading.From(hz, lowMs, 5, new HazeLedger()).Findings.Select(f => f.Code).ToList();
        codes.ShouldContain(code);

        // One cause at a time: a supply that works and one that is at fault are never said together.
        (codes.Contains("signalOk") && (codes.Contains("temperatureInvalid") && lowMs > 19 || codes.Contains("lowLongerThanPeriod"))).ShouldBeFalse();
        new MeterReadings(hz, 2.5, null, 14.2, 2.0).Read(5, new HazeLedger()).Findings.ShouldContain(f => f.Code == "lowVoltageHigh");
    }
}
