using System.Diagnostics;
using System.Globalization;

namespace HazyGauge.Mutate;

/// <summary>Builds the copy once, learns which tests pass by which mistake, and lets those tests look for it.</summary>
internal static class Runs
{
    // A mistake that makes a search endless is seen as well.
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(3);

    // The rules by themselves, and what comes of the demo jobs and of every example.
    private static readonly string[] Projects = ["HazyGauge.Core.Tests", "HazyGauge.Web.Tests"];
    private const string Whole = "GoldenTests";

    public static bool Build(string work)
    {
        foreach (var project in Projects)
        {
            string[] quietly =
            [
                "-c",
                "Release",
                "--nologo",
                "-v",
                "quiet",
                "-p:TreatWarningsAsErrors=false",
                "-p:EnforceCodeStyleInBuild=false",
                "-p:RunAnalyzers=false",
                "-p:GenerateDocumentationFile=false",
                "-p:OpenApiGenerateDocuments=false",
            ];
            var built = Run("dotnet", ["build", Path.Combine(work, "tests", project), .. quietly], []);
            if (built.Code != 0)
            {
                Console.Error.WriteLine(built.Output);
                return false;
            }
        }

        return true;
    }

    public static IReadOnlyList<Mutant> Survivors(string work, IReadOnlyList<Mutant> mutants)
    {
        var classes = Directory
            .EnumerateFiles(Path.Combine(work, "tests", Projects[0]), "*Tests.cs")
            .Select(f => new TestClass(Projects[0], Path.GetFileNameWithoutExtension(f)!))
            .OrderBy(c => c.Name, StringComparer.Ordinal)
            .Append(new TestClass(Projects[1], Whole))
            .ToList();
        var passes = new Dictionary<int, List<(TestClass Class, TimeSpan Took)>>();
        foreach (var tests in classes)
        {
            var trace = Path.Combine(work, $"{tests.Name}.passed");
            var began = Stopwatch.GetTimestamp();
            var run = Tests(work, tests, [("HAZY_MUTANT_TRACE", trace)]);
            if (run.Code != 0)
            {
                throw new InvalidOperationException($"Without any mistake {tests.Name} fails:\n{run.Output}");
            }

            foreach (var id in File.Exists(trace) ? File.ReadAllLines(trace).Select(l => int.Parse(l, CultureInfo.InvariantCulture)) : [])
            {
                (passes.TryGetValue(id, out var list) ? list : passes[id] = []).Add((tests, Stopwatch.GetElapsedTime(began)));
            }
        }

        Console.WriteLine($"{mutants.Count(m => !passes.ContainsKey(m.Id))} of them no test passes by. Trying the others.");
        var survivors = new List<Mutant>();
        var done = 0;
        Parallel.ForEach(mutants, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount }, mutant =>
        {
            // The quickest first: most mistakes are seen by the nearest tests.
            var isSeen =
                passes.TryGetValue(mutant.Id, out var those)
                && those.OrderBy(t => t.Took).Any(t => Tests(work, t.Class, [("HAZY_MUTANT", mutant.Id.ToString(CultureInfo.InvariantCulture))]).Code != 0);
            lock (survivors)
            {
                if (!isSeen)
                {
                    survivors.Add(mutant);
                    Console.WriteLine($"  {mutant.Place}: {mutant.What}");
                }

                if (++done % 20 == 0)
                {
                    Console.WriteLine($"{done} tried, {survivors.Count} survived");
                }
            }
        });
        return [.. survivors.OrderBy(m => m.Id)];
    }

    private static (int Code, string Output) Tests(string work, TestClass tests, (string, string)[] surroundings)
    {
        var program = Directory.EnumerateFiles(Path.Combine(work, "tests", tests.Project, "bin"), $"{tests.Project}.dll", SearchOption.AllDirectories).First();
        return Run("dotnet", ["exec", program, "-class", $"{tests.Project}.{tests.Name}"], [.. surroundings, ("HAZY_TEST_SEED", "1"), ("DOTNET_TieredPGO", "0")]);
    }

    private static (int Code, string Output) Run(string program, IEnumerable<string> args, IEnumerable<(string Name, string Value)> surroundings)
    {
        var start = new ProcessStartInfo(program, args)
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            UseShellExecute = false,
        };
        foreach (var (name, value) in surroundings)
        {
            start.Environment[name] = value;
        }

        using var process = Process.Start(start)!;
        var (output, errors) = (process.StandardOutput.ReadToEndAsync(), process.StandardError.ReadToEndAsync());
        if (!process.WaitForExit(Longest))
        {
            process.Kill(entireProcessTree: true);
            return (-1, "It did not end.");
        }

        return (process.ExitCode, output.Result + errors.Result);
    }

    private sealed record TestClass(string Project, string Name);
}
