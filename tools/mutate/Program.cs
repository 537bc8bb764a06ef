using System.Globalization;
using HazyGauge.Mutate;

// ./hazy mutate FOLDER [SEED]: puts small mistakes into a folder of Core, all in one build, and tells which of them no test sees.
if (args is not [var root, var folder, ..])
{
    Console.Error.WriteLine("Usage: mutate ROOT FOLDER [SEED]");
    return 2;
}

var seed = args.Length > 2 ? int.Parse(args[2], CultureInfo.InvariantCulture) : 1;
var work = Path.Combine(root, "artifacts", "mutate");
var written = MutatedSource.Write(root, folder, work, seed);
Console.WriteLine($"{written.Count} mistakes of {written.Possible} that could be made in {folder}, seed {seed}. Building once.");
if (!Runs.Build(work))
{
    return 1;
}

var survivors = Runs.Survivors(work, written.Mutants);
Console.WriteLine(FormattableString.Invariant($"{survivors.Count} of {written.Count} survived: {100.0 * survivors.Count / Math.Max(1, written.Count):0.0} %"));
return 0;
