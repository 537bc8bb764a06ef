using System.Diagnostics;
using System.Text;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Simulation;
using HazyGauge.Formats.Vcd;

namespace HazyGauge.Formats.Tests;

public class VcdTests
{
    private const string Header = "$timescale 1 us $end\n$scope module top $end\n$var wire 1 ! sensor $end\n$upscope $end\n$enddefinitions $end\n";

    private static VcdCapture Read(string text, string? channel = null) => Read(Encoding.UTF8.GetBytes(text), channel);

    private static VcdCapture Read(byte[] content, string? channel = null) => VcdCapture.Read(() => new MemoryStream(content), channel, CancellationToken.None);

    private static CaptureResult Analyse(VcdCapture capture) => CaptureAnalysis.Analyse(capture.Train, 5, new HazeLedger());

    /// <summary>100 Hz, low for 2 ms, as the value changes of one signal.</summary>
    private static string Wave(string code = "!", string low = "0", string high = "1", int periods = 30, int periodUs = 10_000, int lowUs = 2000)
    {
        var text = new StringBuilder($"#0\n{high}{code}\n");
        for (var n = 0; n < periods; n++)
        {
            text.Append($"#{1000 + (n * periodUs)}\n{low}{code}\n#{1000 + (n * periodUs) + lowUs}\n{high}{code}\n");
        }

        return text.Append($"#{1000 + (periods * periodUs)}\n").ToString();
    }

    [Fact]
    public void Released_level_may_be_one_or_z_or_weak_high_with_any_line_ends()
    {
        foreach (
            var text in new[]
            {
                Header + Wave(),
                Header + Wave(high: "z"),
                Header + Wave(high: "Z"),
                Header + Wave(high: "h", low: "l"),
                (Header + Wave()).ReplaceLineEndings("\r\n"),
                (Header + Wave()).ReplaceLineEndings(" "),
            }
        )
        {
            var result = Analyse(Read(text));
            result.FrequencyHz!.Value.Value.ShouldBe(100, 1e-4);
            result.LowPulseMs!.Value.Value.ShouldBe(2, 1e-4);
        }
    }

    [Theory]
    [InlineData("1 ns", 1e-9)]
    [InlineData("10us", 1e-5)]
    [InlineData("100 ps", 1e-10)]
    public void Time_step_is_read_as_the_header_gives_it(string timescale, double tickS)
    {
        var scale = (int)Math.Round(1e-3 / tickS / 100);
        var text =
            Header.Replace("1 us", timescale, StringComparison.Ordinal)
            + $"#0 1!\n"
            + string.Concat(Enumerable.Range(0, 20).Select(n => $"#{(100 + (n * 1000)) * (long)scale} 0! #{(300 + (n * 1000)) * (long)scale} 1!\n"));
        Analyse(Read(text)).FrequencyHz!.Value.Value.ShouldBe(100, 1e-3);
    }

    [Fact]
    public void Channel_is_found_by_leaf_by_dotted_name_or_by_being_the_only_one_that_fits()
    {
        const string Two =
            "$comment made by hand $end $timescale 1us $end $scope module a $end $var wire 8 # bus [7:0] $end $var wire 1 % clock $end $scope module b $end $var reg 1 ! "
            + "sensor $end $upscope $end $upscope $end $scope module alias $end $var wire 1 ! again $end $upscope $end $enddefinitions $end\n";
        var clock = Enumerable.Range(0, 400).Select(n => (T: n * 700, Text: $"#{n * 700} {n % 2}% b{n % 2}0x1 #\n"));
        var wave = Wave().Split('#', StringSplitOptions.RemoveEmptyEntries).Select(s => (T: int.Parse(s.Split('\n')[0]), Text: $"#{s}"));
        var clean = Two + string.Concat(clock.Concat(wave).OrderBy(c => c.T).Select(c => c.Text));

        Read(clean).Channel.ShouldBe("a.b.sensor");
        Read(clean, "sensor").Channel.ShouldBe("a.b.sensor");
        Read(clean, "alias.again").Channel.ShouldBe("alias.again");
        Read(clean, "clock").Channel.ShouldBe("a.clock");
        Should.Throw<RefusedInputException>(() => Read(clean, "bus")).Errors["channel"][0].ShouldContain("not a single wire");
        Should.Throw<RefusedInputException>(() => Read(clean, "nowhere")).Errors["channel"][0].ShouldContain("a.clock, a.b.sensor");
    }

    [Fact]
    public void Two_that_fit_give_the_first_declared_and_the_same_leaf_twice_asks_for_the_dotted_name()
    {
        const string Two =
            "$timescale 1us $end $scope module a $end $var wire 1 % s $end $upscope $end $scope module b $end $var wire 1 ! s $end $upscope $end $enddefinitions $end\n";
        var text = Two + Wave().Replace("0!", "0! 0%", StringComparison.Ordinal).Replace("1!", "1! 1%", StringComparison.Ordinal);
        Read(text).Channel.ShouldBe("a.s");
        Read(text, "b.s").Channel.ShouldBe("b.s");
        Should.Throw<RefusedInputException>(() => Read(text, "s")).Errors["channel"][0].ShouldContain("dotted name");
    }

    [Fact]
    public void A_whole_file_without_edges_has_no_signal()
    {
        foreach (var body in new[] { string.Empty, "#0 1!\n#500000\n", "$dumpvars x! $end\n#500000\n", "#0 $dumpvars 0! $end #100000\n" })
        {
            Analyse(Read(Header + body)).Reading.SignalStatus.ShouldBe(SignalStatus.NoSignal);
        }
    }

    [Theory]
    [InlineData("", "empty")]
    [InlineData("hello there", "does not begin with a VCD header")]
    [InlineData("$timescale 1 us", "cut off")]
    [InlineData("$timescale 1 us $end $scope module top $end $var wire 1 ! sen", "cut off")]
    [InlineData("$timescale 1 us $end $scope module top $end", "cut off")]
    [InlineData("$timescale 3 us $end $var wire 1 ! s $end $enddefinitions $end", "'3us'")]
    [InlineData("$var wire 1 ! s $end $enddefinitions $end", "$timescale is missing")]
    [InlineData("$timescale 1 us $end $enddefinitions $end", "no signal")]
    [InlineData("$timescale 1 us $end $var wire one ! s $end $enddefinitions $end", "type, width, code and name")]
    [InlineData("$timescale 1 us $end $var real 64 ! s $end $enddefinitions $end", "no single wire")]
    [InlineData("$timescale 1 us $end $upscope $end", "without a $scope")]
    public void Broken_headers_are_refused_with_the_reason(string text, string reason) => Should.Throw<RefusedInputException>(() => Read(text)).Message.ShouldContain(reason);

    [Theory]
    [InlineData("#0 1!\n#100 0!\n#50 1!\n", "Line 8: time runs backwards, from 100 to 50.")]
    [InlineData("#0 1!\n#10000 0!\n#200", "cut off")]
    [InlineData("#0 1!\n#100 0", "cut off")]
    [InlineData("#0 1!\n#100 b01", "cut off")]
    [InlineData("#0 $dumpvars 1!", "cut off")]
    [InlineData("#0 1!\n#1x0 0!\n", "not a time stamp")]
    [InlineData("#99999999999999999999 0!\n", "not a time stamp")]
    [InlineData("#0 1?\n", "does not declare")]
    [InlineData("#0 7!\n", "neither a time nor a value")]
    [InlineData("#0 1!\n$frobnicate\n", "does not belong here")]
    [InlineData("#0 1!\n\0\0\0\n", "not text")]
    public void Broken_bodies_are_refused_with_line_and_reason(string body, string reason) =>
        Should.Throw<RefusedInputException>(() => Read(Header + body)).Message.ShouldContain(reason);

    [Fact]
    public void Time_stamps_of_any_length_are_the_numbers_they_spell()
    {
        // The same wave, begun ever later, with all digits in all places; from 16 on a time is as sharp as a double is.
        var random = new Random(8);
        for (var digits = 1; digits <= 18; digits++)
        {
            for (var again = 0; again < 20; again++)
            {
                var start = (long)Math.Pow(10, digits - 1) + random.NextInt64((long)(8.9 * Math.Pow(10, digits - 1)));
                var text = new StringBuilder($"#{start}\n1!\n");
                long tick = start;
                for (var i = 0; i < 12; i++)
                {
                    text.Append($"#{tick += random.Next(9000, 11_000)}\n{i % 2}!\n");
                }

                var train = Read(Header + text + $"#{start + 200_000}\n").Train;
                var sharp = Math.Max(1e-9, start * 1e-6 * 4.5e-16);
                train.DurationS.ShouldBe(0.2, sharp);
                train.Edges.ShouldBe(12);
                train.Excerpt[^1].TimeS.ShouldBe((tick - start) * 1e-6, sharp, text.ToString());
            }
        }
    }

    [Fact]
    public void What_is_no_digit_is_seen_wherever_in_a_time_stamp_it_stands()
    {
        const string Stamp = "123456789012";
        for (var place = 0; place < Stamp.Length; place++)
        {
            foreach (var wrong in "/:;?@Aaz\u007f")
            {
                var body = $"#0\n1!\n#{Stamp[..place]}{wrong}{Stamp[(place + 1)..]}\n0!\n#{Stamp}9\n1!\n#{Stamp}99\n";
                var refused = Should.Throw<RefusedInputException>(() => Read(Header + body));
                refused.Message.ShouldStartWith("Line 8: ");
                refused.Message.ShouldContain("not a time stamp");
            }
        }
    }

    [Fact]
    public void Endless_lines_and_endless_declarations_are_refused()
    {
        Should.Throw<RefusedInputException>(() => Read(Header + "$comment " + new string('a', 70_000) + " $end\n")).Message.ShouldContain("longer than 64 kB");
        var many =
            "$timescale 1us $end\n" + string.Concat(Enumerable.Range(0, 10_001).Select(n => $"$var wire 1 {(char)('!' + (n % 90))}{n} s{n} $end\n")) + "$enddefinitions $end\n";
        Should.Throw<RefusedInputException>(() => Read(many)).Message.ShouldContain("more than 10000 signals");
    }

    [Fact]
    public void A_long_reading_can_be_given_up()
    {
        using var cancelled = new CancellationTokenSource();
        cancelled.Cancel();
        Should.Throw<OperationCanceledException>(() => VcdCapture.Read(() => new MemoryStream(Encoding.UTF8.GetBytes(Header + Wave())), null, cancelled.Token));
    }

    /// <summary>
    /// Source: sigrok-cli from Debian, an independent VCD decoder. It reads the file we write into one sample per microsecond, from
    /// which period and low time are counted; and it writes a VCD of its own from those samples, which we read back.
    /// </summary>
    [Fact]
    [Trait("Category", "Outside")]
    public async Task An_independent_decoder_sees_the_same_wave_and_we_see_the_same_in_its_file()
    {
        var folder = Directory.CreateTempSubdirectory("hazy-gauge-vcd-");
        try
        {
            var ours = Path.Combine(folder.FullName, "ours.vcd");
            await using (var file = File.Create(ours))
            {
                await VcdWriter.WriteAsync(new SimulatedSensor(73.4, 31, 0.5, 4), file, CancellationToken.None);
            }

            // Samples as the decoder counts them, 10 MHz: the sample rate it derives from our time step of 100 ns.
            var bits = await RunAsync("sigrok-cli", "-I", "vcd", "-i", ours, "-O", "binary", "-o", Path.Combine(folder.FullName, "samples.bin"));
            bits.ShouldBe(0);
            var samples = await WithoutMetaAsync(Path.Combine(folder.FullName, "samples.bin"));
            var falls = Enumerable.Range(1, samples.Length - 1).Where(i => (samples[i - 1] & 1) == 1 && (samples[i] & 1) == 0).ToList();
            var periodS = (falls[^1] - falls[0]) * 1e-7 / (falls.Count - 1);
            var lowS = Enumerable.Range(falls[0], falls[^1] - falls[0]).Count(i => (samples[i] & 1) == 0) * 1e-7 / (falls.Count - 1);

            var read = Analyse(Read(await File.ReadAllBytesAsync(ours)));
            read.FrequencyHz!.Value.Value.ShouldBe(1 / periodS, 0.001);
            read.LowPulseMs!.Value.Value.ShouldBe(1000 * lowS, 0.0005);

            var theirs = Path.Combine(folder.FullName, "theirs.vcd");
            (await RunAsync("sigrok-cli", "-I", "vcd", "-i", ours, "-O", "vcd", "-o", theirs)).ShouldBe(0);
            var again = Analyse(Read(await WithoutMetaAsync(theirs)));
            again.FrequencyHz!.Value.Value.ShouldBe(123.4, 0.01);
            again.LowPulseMs!.Value.Value.ShouldBe((31 + 81.25) / 41.25, 0.002);
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    /// <summary>The decoder puts one line of its own, the sample rate, before whatever it writes.</summary>
    private static async Task<byte[]> WithoutMetaAsync(string path)
    {
        var output = await File.ReadAllBytesAsync(path);
        Encoding.ASCII.GetString(output, 0, 26).ShouldBe("META samplerate: 10000000\n");
        return output[26..];
    }

    private static async Task<int> RunAsync(string program, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardError = true, UseShellExecute = false })!;
        var said = await process.StandardError.ReadToEndAsync();
        await process.WaitForExitAsync();
        return process.ExitCode == 0 ? 0 : throw new InvalidOperationException(said);
    }
}
