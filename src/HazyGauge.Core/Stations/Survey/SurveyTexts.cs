using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>What the words and lists of a survey may hold.</summary>
internal static class SurveyTexts
{
    private const int LongestText = 200;
    private const int LongestNotes = 2000;

    /// <summary>Notes every text that no survey can hold.</summary>
    public static InputCheck Check(VehicleSurvey survey)
    {
        var check = new InputCheck();
        Text(check, survey.Notes, "notes", LongestNotes);
        foreach (var (path, _, text) in Field.TextsIn(VehicleFields.All, survey))
        {
            Text(check, text, path);
        }

        var joints = survey.FuelSystem.Joints ?? [];
        for (var i = 0; i < joints.Count; i++)
        {
            Text(check, joints[i].Place, $"fuelSystem.joints[{i}].place");
            Text(check, joints[i].Size, $"fuelSystem.joints[{i}].size");
            Text(check, joints[i].Retainer, $"fuelSystem.joints[{i}].retainer");
        }

        foreach (var path in survey.Unknowns ?? [])
        {
            if (VehicleFields.Find(path) is not { } field)
            {
                check.Refuse("unknowns", $"There is no answer '{(path.Length > 60 ? path[..60] : path)}' in a survey.");
            }
            else if (field.In(survey) is not null)
            {
                check.Refuse(path, "This is answered, and said to be unknown: take one of the two out.");
            }
        }

        return check;
    }

    private static void Text(InputCheck check, string? text, string path, int longest = LongestText)
    {
        if (text?.Length > longest)
        {
            check.Refuse(path, $"This is longer than {longest} characters.");
        }

        if (text?.Any(Letters.AreHiddenInText) == true)
        {
            check.Refuse(path, "This holds characters that cannot be shown.");
        }
    }
}
