using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>What cannot be on any vehicle, alone or together.</summary>
internal static class SurveyRules
{
    /// <summary>Refuses a survey that cannot be.</summary>
    /// <exception cref="RefusedInputException">Something cannot be; every field that is wrong is named.</exception>
    public static void Check(VehicleSurvey survey)
    {
        var check = new InputCheck();
        Ranges(check, survey);
        Combinations(check, survey);
        if (survey.Pump.Curve is { } curve)
        {
            PumpCurveRules.Check(curve, check, "pump.curve");
        }

        DeadTimes(check, survey.Injectors.DeadTimes);
        Lists(check, survey);
        check.ThrowIfAny();
    }

    private static void Ranges(InputCheck check, VehicleSurvey survey)
    {
        Field.Check(VehicleFields.All, survey, check);
        var joints = survey.FuelSystem.Joints ?? [];
        for (var i = 0; i < joints.Count; i++)
        {
            check.Within(joints[i].AngleDeg, 0, 180, $"fuelSystem.joints[{i}].angleDeg", "The angle of an end", Unit.Degrees);
        }
    }

    private static void Combinations(InputCheck check, VehicleSurvey survey)
    {
        var fuel = survey.FuelSystem;
        if (survey.Engine is { Aspiration: Aspiration.Natural, BoostKpa: not null })
        {
            check.Refuse("engine.boostKpa", "A naturally aspirated engine has no boost: take the boost out, or say that it is boosted.");
        }

        if (fuel.Line is FuelLine.Returnless or FuelLine.ControlledReturnless)
        {
            for (var i = 0; i < (fuel.Joints?.Count ?? 0); i++)
            {
                if (fuel.Joints![i].Line == LineName.Return)
                {
                    check.Refuse(
                        $"fuelSystem.joints[{i}].line",
                        "A returnless system has no return line: name a connection in the feed line, or check the rail for a second line."
                    );
                }
            }
        }

        if (fuel.Kind == FuelSystemKind.Port && !survey.DirectInjection.IsEmpty)
        {
            check.Refuse("directInjection", "There is no high-pressure side on port injection: take it out, or say that it injects into the cylinders.");
        }

        if (fuel.Kind == FuelSystemKind.Direct && survey.Injectors != new PortInjectors())
        {
            check.Refuse("injectors", "There are no injectors in the ports on direct injection alone: take them out, or say that it has both.");
        }
    }

    private static void Lists(InputCheck check, VehicleSurvey survey)
    {
        var names = (survey.Controllers ?? []).Select(c => c.Name?.Trim() ?? string.Empty).ToList();
        for (var i = 0; i < names.Count; i++)
        {
            if (names[i].Length > 0 && names.Take(i).Contains(names[i], StringComparer.OrdinalIgnoreCase))
            {
                check.Refuse($"controllers[{i}].name", $"{names[i]} stands twice: give each controller a name of its own.");
            }
        }

        for (var i = 0; i < (survey.Settings?.Count ?? 0); i++)
        {
            var setting = survey.Settings![i];
            if (setting.Kind == SettingKind.Other && string.IsNullOrWhiteSpace(setting.What))
            {
                check.Refuse($"settings[{i}].what", "Say what it is called in the controller.");
            }

            Known(check, names, setting.Controller, $"settings[{i}].controller");
        }

        for (var i = 0; i < (survey.Users?.Count ?? 0); i++)
        {
            var user = survey.Users![i];
            Known(check, names, user.Controller, $"users[{i}].controller");
            if (
                user.PartOf?.Trim() is { Length: > 0 } box
                && !names.Concat(survey.Users.Where(u => u != user).Select(u => u.Called)).Contains(box, StringComparer.OrdinalIgnoreCase)
            )
            {
                check.Refuse($"users[{i}].partOf", $"No box and no controller is called {box}. List it first, under that name.");
            }
        }
    }

    // Where controllers are listed, a name has to be one of theirs.
    private static void Known(InputCheck check, List<string> names, string? name, string path)
    {
        if (!string.IsNullOrWhiteSpace(name) && names.Count > 0 && !names.Contains(name.Trim(), StringComparer.OrdinalIgnoreCase))
        {
            check.Refuse(path, $"No controller is called {name.Trim()}. There is {string.Join(", ", names.Where(n => n.Length > 0))}.");
        }
    }

    private static void DeadTimes(InputCheck check, IReadOnlyList<DeadTimePoint>? points)
    {
        for (var i = 0; i < (points?.Count ?? 0); i++)
        {
            check.Within(points![i].BatteryV, 6, 18, $"injectors.deadTimes[{i}].batteryV", "A battery voltage", Unit.Volt);
            check.Within(points[i].DeadTimeMs, 0.05, 5, $"injectors.deadTimes[{i}].deadTimeMs", "A dead time", Unit.Milliseconds);
            if (i > 0 && !(points[i].BatteryV > points[i - 1].BatteryV))
            {
                check.Refuse($"injectors.deadTimes[{i}].batteryV", Sentence.Of($"Voltages must rise; {points[i].BatteryV} stands after {points[i - 1].BatteryV}."));
            }
        }
    }
}
