using HazyGauge.Core.Parts;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>What a survey puts on the buying list: the sensor, who uses its reading, what is not rated for ethanol, what was missing on arrival.</summary>
internal static class SurveyParts
{
    private const string Route = "route";
    private const string Harness = "harness";
    private const string Fit = "fit";

    private static readonly (string Path, string Item, string Name)[] Rated =
    [
        ("hoses", "hoses-rated", "Fuel hoses rated for ethanol"),
        ("tank", "tank-rated", "Tank or lining rated for ethanol"),
        ("sender", "sender-rated", "Level sender rated for ethanol"),
        ("pump", "pump-rated", "Fuel pump rated for ethanol"),
        ("seals", "seals-rated", "Seals rated for ethanol"),
        ("regulator", "regulator-rated", "Pressure regulator rated for ethanol"),
    ];

    /// <summary>The lines.</summary>
    public static IEnumerable<NeededPart> Of(VehicleSurvey survey)
    {
        if (survey.Control.SignalPath is null && survey.Users is not { Count: > 0 })
        {
            yield break;
        }

        yield return new(
            "sensor",
            string.IsNullOrWhiteSpace(survey.Sensor.PartNumber) ? "Ethanol content sensor" : $"Ethanol content sensor {survey.Sensor.PartNumber.Trim()}",
            PartKind.Part,
            "It reads ethanol and fuel temperature.",
            HoldsUp: [Route, Fit]
        );
        yield return new("sensor-plug", "Plug for the sensor, with terminals and seals", PartKind.Wiring, "The sensor's three wires.", HoldsUp: [Harness]);
        yield return new(CommonParts.FuseHolder, CommonParts.FuseHolderName, PartKind.Wiring, "The sensor's supply, unless the controller feeds it.", HoldsUp: [Harness]);
        foreach (var (user, number) in (survey.Users ?? []).Select((u, i) => (u, i + 1)))
        {
            if (OfUser(user) is { } name)
            {
                yield return new(
                    $"user-{user.Id ?? user.Key}",
                    string.IsNullOrWhiteSpace(user.Name) ? name : $"{name}: {user.Name.Trim()}",
                    PartKind.Part,
                    "It uses the reading.",
                    HoldsUp: [Harness]
                )
                {
                    FormerItem = FormattableString.Invariant($"user-{number}-{user.Kind.ToString()!.ToLowerInvariant()}"),
                };
            }
        }

        foreach (var (path, item, name) in Rated)
        {
            if (Equals(VehicleFields.Find($"fuelSystem.materials.{path}")!.In(survey), MaterialRating.NotRated))
            {
                yield return new(item, name, PartKind.Part, "What is on the vehicle is not rated for ethanol.", HoldsUp: [Fit]);
            }
        }

        if (!string.IsNullOrWhiteSpace(survey.Arrival.Missing))
        {
            yield return new(
                "missing-on-arrival",
                $"Missing on arrival: {survey.Arrival.Missing.Trim()}",
                PartKind.Part,
                "It was missing when the vehicle came in.",
                HoldsUp: [Fit]
            );
        }
    }

    // A controller is on the vehicle; the rest is bought.
    private static string? OfUser(SensorUser user) =>
        user.Kind switch
        {
            SensorUserKind.Reader => "Reader",
            SensorUserKind.Gauge => "Gauge",
            SensorUserKind.Extender => "Injector extender",
            SensorUserKind.Analyser => "Signal converter",
            SensorUserKind.Gateway => "Gateway",
            _ => null,
        };
}
