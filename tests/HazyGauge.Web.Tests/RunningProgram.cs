using System.Diagnostics;

namespace HazyGauge.Web.Tests;

/// <summary>The program in a process of its own, as a user runs it.</summary>
internal sealed class RunningProgram : IDisposable
{
    /// <summary>As it is published, where HAZY_PROGRAM says it is: that one is compiled ahead, and starts in half the time.</summary>
    private static readonly string Program = Path.GetFullPath(Path.Combine(Environment.GetEnvironmentVariable("HAZY_PROGRAM") ?? AppContext.BaseDirectory, "HazyGauge.Web.dll"));

    private readonly Process _process;

    private RunningProgram(Process process, string address)
    {
        _process = process;
        Http = new HttpClient { BaseAddress = new Uri(address) };
    }

    public HttpClient Http { get; }

    public static async Task<RunningProgram> StartAsync(string folder, bool demo, string bind = "", IReadOnlyDictionary<string, string>? surroundings = null, params string[] args)
    {
        var start = new ProcessStartInfo("dotnet", [Program, .. args])
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            UseShellExecute = false,
        };
        start.Environment["HAZY_DATA"] = folder;
        start.Environment["HAZY_PORT"] = "0";
        start.Environment["HAZY_DEMO"] = demo ? "1" : "0";
        start.Environment["HAZY_BIND"] = bind;
        foreach (var (name, value) in surroundings ?? new Dictionary<string, string>())
        {
            start.Environment[name] = value;
        }

        var process = Process.Start(start)!;
        process.ErrorDataReceived += (_, _) => { };
        process.BeginErrorReadLine();
        while (await process.StandardOutput.ReadLineAsync() is { } line)
        {
            if (line.StartsWith("Hazy Gauge is at ", StringComparison.Ordinal))
            {
                return new RunningProgram(process, line["Hazy Gauge is at ".Length..]);
            }
        }

        await process.WaitForExitAsync();
        throw new InvalidOperationException($"The program ended with {process.ExitCode} before it was up.");
    }

    /// <summary>Starts it where it cannot start, and returns what it says: one line.</summary>
    public static async Task<string> RefusedAsync(string folder)
    {
        var start = new ProcessStartInfo("dotnet", [Program])
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
            UseShellExecute = false,
        };
        start.Environment["HAZY_DATA"] = folder;
        start.Environment["HAZY_PORT"] = "0";
        using var process = Process.Start(start)!;
        var output = process.StandardOutput.ReadToEndAsync();
        var errors = await process.StandardError.ReadToEndAsync();
        await process.WaitForExitAsync();
        process.ExitCode.ShouldBe(1);
        (await output).ShouldNotContain("   at ");
        return errors.Trim().Split('\n').ShouldHaveSingleItem();
    }

    /// <summary>Runs backup or restore to its end.</summary>
    public static async Task<(int Code, string Errors)> MaintainAsync(string folder, params string[] args)
    {
        var start = new ProcessStartInfo("dotnet", [Program, .. args])
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
            UseShellExecute = false,
        };
        start.Environment["HAZY_DATA"] = folder;
        using var process = Process.Start(start)!;
        var output = process.StandardOutput.ReadToEndAsync();
        var errors = await process.StandardError.ReadToEndAsync();
        await output;
        await process.WaitForExitAsync();
        return (process.ExitCode, errors);
    }

    /// <summary>SIGKILL: no chance to finish anything.</summary>
    public void Kill()
    {
        _process.Kill();
        _process.WaitForExit();
    }

    /// <summary>Leaves no process behind, however the test went.</summary>
    public void Dispose()
    {
        if (!_process.HasExited)
        {
            Kill();
        }

        Http.Dispose();
        _process.Dispose();
    }

    /// <summary>SIGTERM, and the exit code.</summary>
    public async Task<int> TerminateAsync()
    {
        using var kill = Process.Start("kill", ["-TERM", $"{_process.Id}"]);
        await _process.WaitForExitAsync();
        return _process.ExitCode;
    }
}
