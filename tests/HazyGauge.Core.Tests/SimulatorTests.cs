using CsCheck;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Simulation;

namespace HazyGauge.Core.Tests;

/// <summary>Each fault of the simulator is seen for what it is, in a recording and live; and what a meter should read beside it.</summary>
public class SimulatorTests
{
    private static CaptureResult Analyse(SimulatedSensor sensor)
    {
        var recorder = new PulseRecorder(0, SimulatedSensor.TickS);
        foreach (var (tick, level) in sensor.Changes())
        {
            recorder.Record(tick, level);
        }

        return CaptureAnalysis.Analyse(recorder.Finish(sensor.EndTick), 5, new HazeLedger());
    }

    private static void ShouldShow(CaptureResult result, SimulatorFault fault, double ethanolPct)
    {
        var codes = result.Reading.Findings.Select(f => f.Code).ToList();
        switch (fault)
        {
            case SimulatorFault.NoSupply or SimulatorFault.NoPullUp:
                result.Reading.SignalStatus.ShouldBe(SignalStatus.NoSignal);
                return;
            case SimulatorFault.Dropouts:
                (result.Reading.SignalStatus, result.Dropouts > 0).ShouldBe((SignalStatus.Intermittent, true));
                break;
            case SimulatorFault.MissingPulses:
                (result.Reading.SignalStatus, result.MissingPulses > 0, result.Dropouts).ShouldBe((SignalStatus.Ok, true, 0));
                break;
            case SimulatorFault.Glitches:
                (result.Reading.SignalStatus, result.GlitchesRejected > 0).ShouldBe((SignalStatus.Ok, true));
                break;
            case SimulatorFault.Contaminated:
                (result.Reading.SignalStatus, result.Reading.EthanolPct).ShouldBe((SignalStatus.Contaminated, null));
                return;
            case SimulatorFault.Frozen:
                result.Reading.SignalStatus.ShouldBe(SignalStatus.Intermittent);
                codes.ShouldContain("signalStops");
                break;
            case SimulatorFault.Inverted:
                result.Reading.SignalStatus.ShouldBe(SignalStatus.Ok);
                (result.Inverted || codes.Contains("polarityUndetermined")).ShouldBeTrue();
                break;
            case SimulatorFault.Wandering:
                result.Reading.SignalStatus.ShouldBe(SignalStatus.Unsteady);
                result.Reading.EthanolPct!.Value.Value.ShouldBe(ethanolPct, 6);
                return;
            case SimulatorFault.WholePeriodWidth:
                (result.Reading.TemperatureStatus, result.Reading.FuelTempC).ShouldBe((TemperatureStatus.Invalid, null));
                break;
            default:
                (result.Reading.SignalStatus, result.GlitchesRejected, result.MissingPulses, result.Dropouts).ShouldBe((SignalStatus.Ok, 0, 0, 0));
                break;
        }

        result.Reading.EthanolPct!.Value.Value.ShouldBe(ethanolPct, 0.3);
    }

    [Fact]
    public void Every_fault_of_a_recording_is_seen_for_what_it_is()
    {
        var faults = Enum.GetValues<SimulatorFault>();
        Gen.Select(Gen.Double[6, 94], Gen.Double[-35, 60], Gen.Int[0, faults.Length - 1], Gen.Int, Gen.Double[1.5, 5], Gen.Double[0, 2])
            .Sample(
                (ethanol, temp, f, seed, durationS, noiseUs) =>
                {
                    var settings = new SimulatorSettings(ethanol, temp, faults[f], noiseUs);
                    ShouldShow(Analyse(new SimulatedSensor(settings, durationS, seed)), faults[f], ethanol);
                },
                iter: 600
            );
        new SimulatedSensor(new SimulatorSettings(50, 20, SimulatorFault.Dropouts, 3), 2, 5)
            .Changes()
            .ShouldBe(new SimulatedSensor(new SimulatorSettings(50, 20, SimulatorFault.Dropouts, 3), 2, 5).Changes());
        Should.Throw<RefusedInputException>(() => new SimulatedSensor(new SimulatorSettings(50, 20, SimulatorFault.None, 201), 2, 5)).Errors.ShouldContainKey("noiseUs");
    }

    [Fact]
    public void Live_a_change_of_blend_shows_within_a_fifth_of_a_second_and_a_fault_within_two()
    {
        const double FrameS = 0.05;
        var sensor = new LiveSimulator(new SimulatorSettings(10), 4);
        CaptureResult To(double s) => sensor.RunTo(s, 5);
        var t = 0.0;
        for (; t < 2; t += FrameS)
        {
            To(t);
        }

        To(t).Reading.EthanolPct!.Value.Value.ShouldBe(10, 0.2);
        To(t).Excerpt.Count(c => c.TimeS == 0).ShouldBe(1);
        sensor.Settings = sensor.Settings with { EthanolPct = 85 };
        To(t += FrameS);
        To(t += FrameS).Reading.EthanolPct.ShouldNotBeNull().Value.ShouldBeGreaterThan(20);
        To(t += 1.6).Reading.SignalStatus.ShouldBe(SignalStatus.Ok);
        foreach (var fault in Enum.GetValues<SimulatorFault>())
        {
            sensor.Settings = sensor.Settings with { Fault = fault, EthanolPct = 40 };
            CaptureResult result = To(t);
            var named = false;
            for (var until = t + 1.95; t < until && !named; )
            {
                result = To(t += FrameS);
                try
                {
                    ShouldShow(result with { Reading = result.Reading with { EthanolPct = result.Reading.EthanolPct is null ? null : 40 } }, fault, 40);
                    named = true;
                }
                catch (Exception e) when (e is ShouldAssertException or InvalidOperationException or NullReferenceException)
                {
                    // Not yet.
                }
            }

            named.ShouldBeTrue($"{fault}: {result.Reading.SignalStatus} {string.Join(' ', result.Reading.Findings.Select(x => x.Code))}");
            sensor.Settings = sensor.Settings with { Fault = SimulatorFault.None };
            To(t += 1.7);
        }
    }

    /// <summary>
    /// Source: common practice, no source: on DC volts a meter shows about 4.38 V at E0 and 3.15 V at E100 with a pull-up to 5 V at 25 C
    /// (the sensor pulls to about 0.2 V). By hand: the mean of a wave that is low for f times w of the time.
    /// </summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(0, 4.38)]
    [InlineData(100, 3.15)]
    public void What_a_meter_shows_of_the_square_wave(double ethanolPct, double averageV)
    {
        Hazy frequency = SensorLaw.FrequencyHz<Exact>(ethanolPct).Value,
            width = SensorLaw.LowPulseMs<Exact>(25).Value;
        var volts = new AverageVolts(5, 0.2);
        var expected = volts.Expected(frequency, width);
        expected.Value.ShouldBe(averageV, 0.01);
        volts.LowPulseMs(expected, frequency).Value.ShouldBe(width.Value, 1e-9);

        // The mean of the wave itself, level by level.
        double highS = 0,
            lastS = 0;
        var wave = new SimulatedSensor(ethanolPct, 25, 10, 3);
        var level = LogicLevel.Released;
        foreach (var (tick, next) in wave.Changes())
        {
            highS += level == LogicLevel.Released ? (tick * SimulatedSensor.TickS) - lastS : 0;
            (lastS, level) = (tick * SimulatedSensor.TickS, next);
        }

        highS += level == LogicLevel.Released ? 10 - lastS : 0;
        (0.2 + (4.8 * highS / 10)).ShouldBe(expected.Value, 0.01);
    }

    [Fact]
    public void A_meter_alone_gives_a_reading_and_its_volts_are_judged()
    {
        SensorReading Read(Hazy f, Hazy? w, Hazy? average, Hazy? high, out AverageVoltsCheck? volts)
        {
            var reading = new MeterReadings(f, w, average, high).Read(5, new HazeLedger());
            volts = reading.AverageVolts;
            return reading;
        }

        Read(123.4, 2.718, 3.3, 5, out var agrees).EthanolPct!.Value.Value.ShouldBe(73.4, 1e-9);
        agrees!.ExpectedV.Value.ShouldBe(5 - (5 * 0.1234 * 2.718), 1e-9);
        agrees.Agrees.ShouldBe(true);
        Read(123.4, 2.718, 1.7, 5, out var upsideDown).Findings.ShouldContain(f => f.Code == "averageDisagrees" && f.Text.Contains("inverts"));
        upsideDown!.Agrees.ShouldBe(false);
        Read(123.4, 2.718, null, 12, out var only).EthanolPct.ShouldNotBeNull();
        (only!.ReadV, only.Agrees).ShouldBe((null, null));
        Read(123.4, null, 5 - (5 * 0.1234 * 2.718), 5, out _).FuelTempC!.Value.Value.ShouldBe((41.25 * 2.718) - 81.25, 1e-6);
        Read(0, null, 0.02, 5, out var dead).SignalStatus.ShouldBe(SignalStatus.NoSignal);
        dead!.Finding!.Text.ShouldContain("no pull-up");
        Should.Throw<RefusedInputException>(() => Read(100, 2, 3, null, out _)).Errors.ShouldContainKey("highV");
        Should.Throw<RefusedInputException>(() => Read(100, null, 5.4, 5, out _)).Errors.ShouldContainKey("averageV");
    }
}
