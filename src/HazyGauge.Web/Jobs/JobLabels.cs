using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;
using HazyGauge.Data;

namespace HazyGauge.Web.Jobs;

/// <summary>Checks what a job is told apart by.</summary>
internal static class JobLabels
{
    /// <summary>Longest name, characters.</summary>
    public const int LongestName = 80;

    private const int LongestVehicle = 200;
    private const int LongestPlate = 40;
    private const int LongestReference = 60;

    /// <summary>The label that was asked for.</summary>
    /// <param name="asked">What is asked for; what is left out stays.</param>
    /// <param name="before">The label the job has; null for a new job.</param>
    /// <exception cref="RefusedInputException">There is no name, or a part cannot be shown or is too long.</exception>
    public static JobLabel Check(JobLabelRequest asked, JobLabel? before = null)
    {
        var check = new InputCheck();
        var name = Text(check, asked.Name ?? before?.Name, "name", "The name", LongestName);
        var label = new JobLabel(
            name,
            Text(check, asked.Vehicle ?? before?.Vehicle, "vehicle", "The vehicle", LongestVehicle),
            Text(check, asked.Plate ?? before?.Plate, "plate", "The plate or serial number", LongestPlate),
            Text(check, asked.Reference ?? before?.Reference, "reference", "The customer's reference", LongestReference)
        );
        if (name.Length == 0)
        {
            check.Refuse("name", "A job needs a name, such as the vehicle's.");
        }

        check.ThrowIfAny();
        return label;
    }

    private static string Text(InputCheck check, string? text, string field, string what, int longest)
    {
        var plain = text?.Trim() ?? string.Empty;
        if (plain.Length > longest)
        {
            check.Refuse(field, $"{what} is longer than {longest} characters.");
        }

        if (plain.Any(Letters.AreHidden))
        {
            check.Refuse(field, $"{what} holds characters that cannot be shown.");
        }

        return plain;
    }
}
