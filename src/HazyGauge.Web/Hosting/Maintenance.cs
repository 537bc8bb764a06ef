using System.Globalization;
using HazyGauge.Data;

namespace HazyGauge.Web.Hosting;

/// <summary>What the program does when it is not started as a server: backup and restore.</summary>
internal static class Maintenance
{
    private const int Done = 0;
    private const int Refused = 1;
    private const int Misused = 2;

    /// <summary>True where the arguments ask for maintenance.</summary>
    public static bool Asked(string[] args) => args is ["backup" or "restore", ..];

    /// <summary>Does it and returns the exit code.</summary>
    public static int Run(string[] args, string folder, TimeProvider clock, TextWriter output, TextWriter errors)
    {
        var names = args.Skip(1).Where(a => !a.StartsWith('-')).ToList();
        var force = args.Contains("--force");
        var usual = Path.Combine("backups", $"hazy-gauge-{clock.GetLocalNow().ToString("yyyyMMdd-HHmmss", CultureInfo.InvariantCulture)}.db");
        if (args.Any(a => a.StartsWith('-') && a != "--force") || names.Count > 1 || (args[0] == "restore" && names.Count == 0) || (args[0] == "backup" && force))
        {
            errors.WriteLine("Usage: backup [FILE] | restore FILE [--force]");
            return Misused;
        }

        try
        {
            if (args[0] == "backup")
            {
                var file = names.FirstOrDefault() ?? usual;
                Backup.Save(folder, file);
                output.WriteLine($"Saved to {file}");
                return Done;
            }

            if (Backup.Restore(folder, names[0], force, clock) is { } aside)
            {
                output.WriteLine($"What was there is kept in {aside}");
            }

            output.WriteLine($"Restored from {names[0]}");
            return Done;
        }
        catch (Exception refused) when (refused is BackupRefusedException or IOException or UnauthorizedAccessException or Microsoft.Data.Sqlite.SqliteException)
        {
            errors.WriteLine($"hazy {args[0]}: {refused.Message}");
            return Refused;
        }
    }
}
