using System.Globalization;
using HazyGauge.Bench;

// Seed DATABASE COUNT: copies the jobs of a database until it holds that many more.
ManyJobs.Add(args[0], int.Parse(args[1], CultureInfo.InvariantCulture), notes: 12, DateOnly.FromDateTime(DateTime.Now));
