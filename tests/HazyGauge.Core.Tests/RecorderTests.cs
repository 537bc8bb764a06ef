using CsCheck;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Simulation;

namespace HazyGauge.Core.Tests;

/// <summary>The recorder that cleans a signal as it streams past, and what is kept of a long one.</summary>
public class RecorderTests
{
    /// <summary>
    /// A slow way to the same end: with the whole signal at hand, take out the first level that was held for less than 50 us, join
    /// what it stood between, and begin again.
    /// </summary>
    private static (int Edges, int Glitches) CleanSlowly(List<int> runs)
    {
        var glitches = 0;
        while (true)
        {
            var brief = Enumerable.Range(1, Math.Max(0, runs.Count - 2)).FirstOrDefault(i => runs[i] < 50, -1);
            if (brief < 0)
            {
                return (runs.Count - 1, glitches);
            }

            glitches++;
            runs[brief - 1] += runs[brief] + runs[brief + 1];
            runs.RemoveRange(brief, 2);
        }
    }

    [Fact]
    public void Spikes_are_taken_out_as_the_slow_way_takes_them_out()
    {
        // Lengths in microseconds, many of them round the limit; the first and the last level are as long as the recording makes them.
        Gen.OneOf(Gen.Int[1, 49], Gen.Int[50, 120], Gen.Int[1000, 9000])
            .List[1, 60]
            .Sample(runs =>
            {
                var recorder = new PulseRecorder(0, 1e-6);
                var (tick, level) = (0L, LogicLevel.Released);
                foreach (var run in runs)
                {
                    recorder.Record(tick, level);
                    level = level == LogicLevel.Low ? LogicLevel.Released : LogicLevel.Low;
                    tick += run;
                }

                var train = recorder.Finish(tick);
                var (edges, glitches) = CleanSlowly([.. runs]);
                ((int)train.Edges, (int)train.GlitchesRejected).ShouldBe((edges, glitches));
            });
    }

    [Fact]
    public void Time_does_not_run_backwards_and_the_same_level_again_is_no_change()
    {
        var recorder = new PulseRecorder(100, 1e-6);
        recorder.Record(100, LogicLevel.Low);
        recorder.Record(5000, LogicLevel.Low);
        recorder.Record(9000, LogicLevel.Released);
        Should.Throw<ArgumentOutOfRangeException>(() => recorder.Record(8999, LogicLevel.Low));
        Should.Throw<ArgumentOutOfRangeException>(() => recorder.Finish(8999));
        var train = recorder.Finish(10_100);
        (train.Edges, train.DurationS).ShouldBe((1, 0.01));
        Should.Throw<ArgumentOutOfRangeException>(() => new PulseRecorder(0, 0));
    }

    [Fact]
    public void A_long_recording_keeps_its_course_in_2000_points_and_its_excerpt_in_400()
    {
        // Ten minutes: E20 for the first half, E80 for the second.
        var recorder = new PulseRecorder(0, SimulatedSensor.TickS);
        var (first, second) = (new SimulatedSensor(20, 10, 300, 1), new SimulatedSensor(80, 40, 300, 2));
        foreach (var (tick, level) in first.Changes())
        {
            recorder.Record(tick, level);
        }

        foreach (var (tick, level) in second.Changes())
        {
            recorder.Record(first.EndTick + tick, level);
        }

        var result = CaptureAnalysis.Analyse(recorder.Finish(first.EndTick + second.EndTick), 5, new HazeLedger());
        result.Timeline.Count.ShouldBeInRange(1000, CaptureAnalysis.MaxTimelinePoints);
        result.Timeline.Select(p => p.TimeS).ShouldBeInOrder(SortDirection.Ascending);
        result.Timeline.Where(p => p.TimeS < 299).ShouldAllBe(p => Math.Abs(p.FrequencyHz - 70) < 0.01);
        result.Timeline.Where(p => p.TimeS > 301).ShouldAllBe(p => Math.Abs(p.FrequencyHz - 130) < 0.01 && Math.Abs(p.LowPulseMs - 2.939) < 0.01);
        result.Excerpt.Count.ShouldBeLessThanOrEqualTo(400);
        result.Reading.SignalStatus.ShouldBe(SignalStatus.Unsteady);

        // More than half of the periods are of the second half, so that is what the median says; the step is in u.
        result.FrequencyHz!.Value.Value.ShouldBe(130, 0.01);
        result.FrequencyHz!.Value.StandardU.ShouldBeGreaterThan(25);
    }

    [Theory]
    [InlineData(2e-6)]
    [InlineData(10e-6)]
    [InlineData(20e-6)]
    public void Jitter_of_the_edges_is_noise_whatever_the_blend(double sigmaS) =>
        Gen.Select(Gen.Double[52, 135], Gen.Int[0, 10_000])
            .Sample(
                (hz, seed) =>
                {
                    var random = new Random(seed);
                    double Jitter() => sigmaS * Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
                    var recorder = new PulseRecorder(0, 1e-6);
                    recorder.Record(0, LogicLevel.Released);
                    for (var n = 0; n < 200; n++)
                    {
                        recorder.Record((long)((0.002 + (n / hz) + Jitter()) * 1e6), LogicLevel.Low);
                        recorder.Record((long)((0.0045 + (n / hz) + Jitter()) * 1e6), LogicLevel.Released);
                    }

                    var result = CaptureAnalysis.Analyse(recorder.Finish((long)(((200 / hz) + 0.005) * 1e6)), 5, new HazeLedger());
                    result.Reading.SignalStatus.ShouldBe(SignalStatus.Ok);
                    result.FrequencyHz!.Value.Value.ShouldBe(hz, 0.05);

                    // Five standard errors of the mean of two hundred widths, each of two edges, and the rounding to a tick.
                    result.LowPulseMs!.Value.Value.ShouldBe(2.5, (5 * 1000 * sigmaS * Math.Sqrt(2.0 / 200)) + 0.001);
                },
                iter: 60
            );
}
