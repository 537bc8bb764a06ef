using System.Globalization;
using System.Text;
using CsCheck;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Simulation;
using HazyGauge.Formats.Csv;

namespace HazyGauge.Formats.Tests;

/// <summary>Recordings as CSV, in the many ways instruments write them, and what is refused with its line.</summary>
public class CsvTests
{
    private enum Rows
    {
        Changes,
        Levels,
        Volts,
    }

    private sealed record Style(Rows Rows, char Delimiter, bool DecimalComma, string? TimeHeading, double TimeUnitS, double StartS, double HighV, double NoiseV, int Idle);

    private static readonly (string? Heading, double UnitS)[] Times = [(null, 1), ("Time [s]", 1), ("time (ms)", 1e-3), ("sample time us", 1e-6), ("Time", 1)];

    private static readonly Gen<Style> Styles = Gen.Select(
            Gen.Enum<Rows>(),
            Gen.Int[0, 3].Select(i => ",;\t|"[i]),
            Gen.Bool,
            Gen.Int[0, 4].Select(i => Times[i]),
            Gen.Double[-3, 3],
            Gen.Int[0, 2].Select(i => new[] { 3.3, 5, 12 }[i]),
            Gen.Double[0, 0.08],
            Gen.Int[0, 2]
        )
        .Select(
            (rows, delimiter, comma, time, start, high, noise, idle) =>
                new Style(rows, delimiter, comma && delimiter != ',', time.Heading, time.UnitS, start, high, noise * high / 3.3, idle)
        );

    private static CsvCapture Read(string text, string? channel = null, double? thresholdV = null) =>
        CsvCapture.Read(() => new MemoryStream(Encoding.UTF8.GetBytes(text)), channel, thresholdV, CancellationToken.None);

    private static CaptureResult Analyse(CsvCapture capture) => CaptureAnalysis.Analyse(capture.Train, 5, new HazeLedger());

    private static CaptureResult Analyse(string text, string? channel = null, double? thresholdV = null) => Analyse(Read(text, channel, thresholdV));

    private static string Write(SimulatedSensor sensor, Style style, double stepS)
    {
        var text = new StringBuilder();
        string Number(double n, string format) => n.ToString(format, CultureInfo.InvariantCulture).Replace('.', style.DecimalComma ? ',' : '.');
        void Row(double timeS, string value)
        {
            text.Append(
                    Number(
                        (timeS + style.StartS) / style.TimeUnitS,
                        style.TimeUnitS < 1e-4 ? "0.0"
                            : style.TimeUnitS < 1 ? "0.0000"
                            : "0.0000000"
                    )
                )
                .Append(style.Delimiter)
                .Append(value);
            for (var i = 0; i < style.Idle; i++)
            {
                text.Append(style.Delimiter).Append('0');
            }

            text.Append("\r\n");
        }

        if (style.TimeHeading is not null)
        {
            text.Append("Recorded with something\r\n\r\n")
                .Append(style.TimeHeading)
                .Append(style.Delimiter)
                .Append("Sensor")
                .Append(string.Concat(Enumerable.Range(0, style.Idle).Select(i => $"{style.Delimiter}D{i}")))
                .Append("\r\n");
        }

        var changes = sensor.Changes().ToList();
        if (style.Rows == Rows.Changes)
        {
            foreach (var (tick, level) in changes)
            {
                Row(tick * SimulatedSensor.TickS, level == LogicLevel.Low ? "0" : "1");
            }

            Row(sensor.DurationS, changes[^1].Level == LogicLevel.Low ? "0" : "1");
            return text.ToString();
        }

        var (random, at) = (new Random(8), 0);
        for (var i = 0; i * stepS < sensor.DurationS; i++)
        {
            while (at + 1 < changes.Count && changes[at + 1].Tick * SimulatedSensor.TickS <= i * stepS)
            {
                at++;
            }

            var low = changes[at].Level == LogicLevel.Low;
            Row(i * stepS, style.Rows == Rows.Levels ? (low ? "0" : "1") : Number((low ? 0.15 : style.HighV) + (style.NoiseV * ((random.NextDouble() * 2) - 1)), "0.0000"));
        }

        return text.ToString();
    }

    [Fact]
    public void The_same_wave_in_every_style_is_the_same_reading()
    {
        Gen.Select(Styles, Gen.Double[0, 100], Gen.Double[-40, 100], Gen.Int[0, 1000])
            .Sample(
                (style, ethanol, temp, seed) =>
                {
                    const double StepS = 50e-6;
                    var text = Write(new SimulatedSensor(ethanol, temp, 0.7, seed), style, StepS);
                    var capture = Read(text);
                    var result = Analyse(capture);
                    result.Reading.EthanolPct.ShouldNotBeNull(text[..300]).Value.ShouldBe(ethanol, 0.15);

                    // A width that stands still on the samples is off by up to one of them, and says so.
                    var width = result.LowPulseMs.ShouldNotBeNull();
                    width.Value.ShouldBe(SensorLaw.LowPulseMs<Exact>(temp).Value, 0.051);
                    (style.Rows == Rows.Changes ? 0.001 : 0.02).ShouldBe(width.StandardU, 0.002);
                    result.DurationS.ShouldBe(0.7, 2 * StepS);
                    (capture.Threshold is not null).ShouldBe(style.Rows == Rows.Volts);
                },
                iter: 150
            );
    }

    [Fact]
    public async Task Every_fault_as_volts_is_seen_for_what_it_is()
    {
        foreach (var fault in Enum.GetValues<SimulatorFault>())
        {
            var sensor = new SimulatedSensor(new SimulatorSettings(30, 22, fault), 2, 12);
            using var csv = new MemoryStream();
            await new CsvWaveWriter(StepUs: 10, HighV: 12, NoiseV: 0.05).WriteAsync(sensor, 12, csv, CancellationToken.None);
            var capture = CsvCapture.Read(() => new MemoryStream(csv.ToArray()), null, null, CancellationToken.None);
            var result = Analyse(capture);
            result.Reading.SignalStatus.ShouldBe(
                fault switch
                {
                    SimulatorFault.NoSupply or SimulatorFault.NoPullUp => SignalStatus.NoSignal,
                    SimulatorFault.Dropouts or SimulatorFault.Frozen => SignalStatus.Intermittent,
                    SimulatorFault.Contaminated => SignalStatus.Contaminated,
                    SimulatorFault.Wandering => SignalStatus.Unsteady,
                    _ => SignalStatus.Ok,
                },
                fault.ToString()
            );
            (result.MissingPulses > 0, result.GlitchesRejected > 0, result.Reading.TemperatureStatus == TemperatureStatus.Invalid).ShouldBe(
                (fault == SimulatorFault.MissingPulses, fault == SimulatorFault.Glitches, fault is SimulatorFault.WholePeriodWidth or SimulatorFault.Inverted),
                fault.ToString()
            );
        }
    }

    [Fact]
    public async Task Volts_are_switched_half_way_or_where_it_is_said()
    {
        using var csv = new MemoryStream();
        await new CsvWaveWriter(StepUs: 20, HighV: 5, NoiseV: 0).WriteAsync(new SimulatedSensor(73.4, 25, 1, 1), 1, csv, CancellationToken.None);
        var text = Encoding.UTF8.GetString(csv.ToArray());
        var found = Read(text).Threshold.ShouldNotBeNull();
        (found.Levels.LowV, found.Levels.HighV, found.IsAutomatic).ShouldBe((0.12, 5, true));
        found.Volts.ShouldBe(2.56, 0.001);
        Analyse(text, thresholdV: 1.2).FrequencyHz.ShouldNotBeNull().Value.ShouldBe(123.4, 0.02);
        Read(text, thresholdV: 1.2).Threshold!.Finding.Text.ShouldContain("1.20 V (as given");
        Analyse(text, thresholdV: 6).Reading.SignalStatus.ShouldBe(SignalStatus.NoSignal);
        Should.Throw<RefusedInputException>(() => Read("0,1\n1,0\n2,1\n", thresholdV: 1)).Errors.ShouldContainKey("thresholdV");
    }

    [Fact]
    public void Noise_about_one_level_is_no_signal_and_a_wave_rounded_by_a_weak_pull_up_is_one() =>
        Gen.Select(Gen.Double[0, 14], Gen.Double[0.01, 1.5], Gen.Double[0, 100], Gen.Double[0.05, 2], Gen.Int[0, 1000])
            .Sample(
                (levelV, noiseV, ethanol, riseMs, seed) =>
                {
                    const double StepS = 1e-4;
                    var random = new Random(seed);
                    double Noise() => noiseV * MathNet.Numerics.Distributions.Normal.Sample(random, 0, 1);
                    string Volts(int i, double volts) => string.Create(CultureInfo.InvariantCulture, $"{i * StepS:0.0000};{volts:0.000}");

                    var flat = Read(Sampled(8000, i => Volts(i, levelV + Noise())));
                    var reading = Analyse(flat).Reading;
                    reading.SignalStatus.ShouldBe(SignalStatus.NoSignal);
                    flat.Notes.First().Finding.Text.ShouldContain("stay between");

                    var (volts, frequency) = (0.0, 50 + ethanol);
                    var rounded = Sampled(8000, i => Volts(i, volts = i * StepS * frequency % 1 < 0.3 ? 0.1 : volts + ((12 - volts) * (1 - Math.Exp(-StepS * 1000 / riseMs)))));
                    Analyse(rounded).FrequencyHz.ShouldNotBeNull($"{ethanol} {riseMs}").Value.ShouldBe(frequency, 0.2);
                },
                iter: 100
            );

    [Fact]
    public void The_column_that_lies_within_the_sensors_frequencies_is_taken_unless_one_is_named()
    {
        var text = new StringBuilder("time,crank,sensor\n");
        for (var i = 0; i < 10_000; i++)
        {
            text.Append(CultureInfo.InvariantCulture, $"{i * 1e-4:0.0000},{i / 3 % 2},{(i % 100 < 30 ? 0 : 1)}\n");
        }

        Read(text.ToString()).Channel.ShouldBe("sensor");
        Analyse(text.ToString()).FrequencyHz!.Value.Value.ShouldBe(100, 0.01);
        Read(text.ToString(), "crank").Channel.ShouldBe("crank");
        Read(text.ToString(), "3").Channel.ShouldBe("sensor");
        Should.Throw<RefusedInputException>(() => Read(text.ToString(), "D7")).Errors["channel"][0].ShouldContain("crank, sensor");
    }

    [Theory]
    [InlineData("time (ms)", 1e3)]
    [InlineData("Time[us]", 1e6)]
    [InlineData("t_ns", 1e9)]
    [InlineData("timeMs", 1e3)]
    [InlineData("milliseconds", 1e3)]
    [InlineData("Time microsec", 1e6)]
    [InlineData("elapsed minutes", 1 / 60.0)]
    [InlineData("X / s", 1)]
    [InlineData("Time", 1)]
    [InlineData("axis", 1)]
    public void Time_is_in_the_unit_its_heading_names(string heading, double perSecond)
    {
        var text = heading + ";level\n" + Sampled(6000, i => string.Create(CultureInfo.InvariantCulture, $"{i * 1e-4 * perSecond:0.#########};{(i % 100 < 30 ? 0 : 1)}"));
        Analyse(text).FrequencyHz!.Value.Value.ShouldBe(100, 0.05);
    }

    [Fact]
    public void Milliseconds_that_nobody_named_are_guessed_at_in_words_only()
    {
        var capture = Read(Sampled(6000, i => string.Create(CultureInfo.InvariantCulture, $"{i * 0.1:0.0};{(i % 100 < 30 ? 0 : 1)}")));
        var reading = Analyse(capture).Reading;
        reading.SignalStatus.ShouldBe(SignalStatus.OutOfRange);
        capture.Notes.Single().ShouldSatisfyAllConditions(n => n.OnlyIfOdd.ShouldBeTrue(), n => n.Finding.Text.ShouldContain("time (ms)"));
    }

    private static string Sampled(int rows, Func<int, string> row) => string.Concat(Enumerable.Range(0, rows).Select(i => row(i) + "\n"));

    private static string Point(int i) => string.Create(CultureInfo.InvariantCulture, $"{i * 1e-4:0.0000};{(i % 100 < 30 ? 0.1 : 4.9):0.0}");

    [Theory]
    [InlineData("text", "Line 501: 'off' is not a number.")]
    [InlineData("gap", "Line 501: 10")]
    [InlineData("one sample", "Line 501: 0.2 ms have passed")]
    [InlineData("backwards", "Line 502: time runs backwards")]
    [InlineData("mixed", "Line 501: '4,9' uses a decimal comma where earlier numbers use a point.")]
    [InlineData("column", "Line 501: 3 columns where the lines before have 2.")]
    [InlineData("missing", "Line 501: a number is missing.")]
    [InlineData("infinite", "Line 501: 'Infinity' is not a number.")]
    [InlineData("long", "Line 501: longer than 64 kB")]
    [InlineData("binary", "Line 501: this is not plain text")]
    public void A_damaged_recording_is_refused_with_its_line(string damage, string message)
    {
        string Row(int i) =>
            damage switch
            {
                "text" when i == 500 => "0.05;off",
                "gap" when i >= 500 => Point(i + 100),
                "one sample" when i >= 500 => Point(i + 1),
                "backwards" when i == 501 => Point(499),
                "mixed" when i == 500 => "0.05;4,9",
                "column" when i == 500 => "0.05;4.9;1",
                "missing" when i == 500 => "0.05; ",
                "infinite" when i == 500 => "0.05;Infinity",
                "long" when i == 500 => new string('1', 70_000),
                "binary" when i == 500 => "0.05;\0",
                _ => Point(i),
            };
        Should.Throw<RefusedInputException>(() => Read(Sampled(2000, Row))).Errors["file"][0].ShouldStartWith(message);
    }

    [Theory]
    [InlineData("", "no rows")]
    [InlineData("time;volts\n", "no row of numbers")]
    [InlineData("0.1;4\n", "fewer than two rows")]
    [InlineData("1;4\n1;0\n", "Time stands still")]
    [InlineData("hello\nworld\n", "no row of numbers")]
    [InlineData("time;volts\n0,1;5.0\n", "Line 2: '5.0' uses a decimal point")]
    public void A_file_without_a_recording_is_refused(string text, string message) =>
        Should.Throw<RefusedInputException>(() => Read(text)).Errors["file"][0].ShouldContain(message);

    [Fact]
    public void A_line_without_end_is_given_up_early()
    {
        // Ten gigabytes would come; far less may be read.
        using var endless = new EndlessLine();
        Should.Throw<RefusedInputException>(() => CsvCapture.Read(() => endless, null, null, CancellationToken.None)).Errors["file"][0].ShouldContain("longer than 64 kB");
        endless.Given.ShouldBeLessThan(10_000_000);
    }

    [Fact]
    public void Whatever_is_thrown_at_it_is_read_or_refused()
    {
        var sound = Sampled(300, Point);
        Gen.Select(Gen.Int[0, sound.Length - 1], Gen.Int[0, 30], Gen.Char[' ', '~'].Array[0, 8])
            .Sample(
                (at, cut, put) =>
                {
                    try
                    {
                        Analyse(sound[..at] + new string(put) + sound[Math.Min(sound.Length, at + cut)..]).DurationS.ShouldBeGreaterThan(0);
                    }
                    catch (RefusedInputException refused)
                    {
                        refused.Message.ShouldNotBeEmpty();
                    }
                }
            );
    }

    private sealed class EndlessLine : Stream
    {
        public long Given { get; private set; }

        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => 10_000_000_000;

        public override long Position { get; set; }

        public override int Read(byte[] buffer, int offset, int count)
        {
            Array.Fill(buffer, (byte)'1', offset, count);
            Given += count;
            return count;
        }

        public override void Flush() { }

        public override long Seek(long offset, SeekOrigin origin) => 0;

        public override void SetLength(long value) { }

        public override void Write(byte[] buffer, int offset, int count) { }
    }
}
