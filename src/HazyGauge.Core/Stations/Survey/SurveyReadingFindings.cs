using System.Text.RegularExpressions;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>What sensor, users and controllers show, and what was there before the work began.</summary>
internal static partial class SurveyReadingFindings
{
    /// <summary>Answers to which blend the map was made on that cannot all be right.</summary>
    public const string MapSaidTwice = "mapSaidTwice";

    /// <summary>Two answers to how the signal goes.</summary>
    public const string PathSaidTwice = "pathSaidTwice";

    /// <summary>The blend of the map known from a label or a name alone.</summary>
    public const string MapBlendTypical = "mapBlendTypical";

    // Codes of the circuit of a fuel composition sensor (SAE J2012; from memory).
    private static readonly string[] OfTheSensor = ["P0176", "P0177", "P0178", "P0179"];

    /// <summary>All findings.</summary>
    /// <param name="found">The survey as it was written down.</param>
    /// <param name="survey">The survey as it is in use.</param>
    public static IEnumerable<SurveyFinding> Of(VehicleSurvey found, VehicleSurvey survey) =>
        Arrived(found.Arrival)
            .Concat(Hours(found))
            .Concat(Wished(found))
            .Concat(Sensor(found))
            .Concat(Users(found))
            .Concat(MapBlend(found, survey))
            .Concat(SettingVerdicts.Findings(survey).Select(f => new SurveyFinding(f.Finding.Code, f.Finding.Severity, f.Finding.Sentence, "settings")));

    private static IEnumerable<SurveyFinding> Arrived(Arrival arrival)
    {
        if (!string.IsNullOrWhiteSpace(arrival.Leaks))
        {
            yield return new(
                "leakOnArrival",
                Severity.Caution,
                "It came in with a leak: mend it and see it dry before any other work. It stands here so that it is not blamed on the job.",
                "arrival.leaks"
            );
        }

        if (arrival.Running == RunningState.DoesNotRun)
        {
            yield return new(
                "doesNotRun",
                Severity.Caution,
                "It does not run as it came in: find out why before the fuel system is changed, or nobody can tell later.",
                "arrival.running"
            );
        }

        var (before, after) = (Codes(arrival.FaultCodesBefore), Codes(arrival.FaultCodesAfter));
        if (after.Except(before).ToList() is { Count: > 0 } fresh)
        {
            var sensor = fresh.Intersect(OfTheSensor, StringComparer.Ordinal).Any() ? " The circuit of the ethanol sensor is among them: look at its wires first." : string.Empty;
            yield return new(
                "newFaultCodes",
                Severity.Caution,
                $"New since the work: {string.Join(", ", fresh)}.{sensor} A code from running dry is normal: clear it once, and see whether it comes back.",
                "arrival.faultCodesAfter"
            );
        }

        if (after.Intersect(before).ToList() is { Count: > 0 } old)
        {
            yield return new(
                "oldFaultCodes",
                Severity.Info,
                $"{string.Join(", ", old)} {(old.Count == 1 ? "was" : "were")} there before the work: not from this job.",
                "arrival.faultCodesAfter"
            );
        }
    }

    private static IEnumerable<SurveyFinding> Wished(VehicleSurvey survey)
    {
        bool Is(WishKind kind) => SurveyInUse.Wishes(survey, kind).Any();
        if (
            Is(WishKind.MorePower)
            && survey is { Engine: { PowerKw: { } now, WantedPowerKw: null } }
            && SurveyInUse.Wishes(survey, WishKind.MorePower).FirstOrDefault(w => w.ExtraKw is not null)?.ExtraKw is { } extra
        )
        {
            yield return new(
                "wishedPower",
                Severity.Info,
                Sentence.Of($"Wished: {Say.Kw(extra)} more than the {Say.Kw(now)} it has. Capacity calculates with {Say.Kw(now + extra)}."),
                "goals.wishes"
            );
        }

        if (Is(WishKind.GasolineInWinter))
        {
            yield return new(
                "wishedGasoline",
                Severity.Info,
                "It has to run on plain gasoline as well: boost and spark must fall back with the ethanol, and the first cold start after a change of fuel still finds "
                    + "the old one in the line.",
                "goals.wishes"
            );
        }

        if (Is(WishKind.HighBlendInSummer) && survey.Goals.LocalEthanolPct is null)
        {
            yield return new(
                "wishedHighBlend",
                Severity.Info,
                "The high blend in summer: everything is sized for E85. What the pump sells as that is anything from E60 to E92; test a sample.",
                "goals.wishes"
            );
        }

        if (Is(WishKind.PortInjectionLater))
        {
            yield return new(
                "wishedPorts",
                Severity.Info,
                "Injectors in the ports at a later stage: leave a tee in the feed now, and the line is not opened twice.",
                "goals.wishes"
            );
        }

        if (Is(WishKind.ReaderLater))
        {
            yield return new("wishedReader", Severity.Info, "A reader at a later stage: bring the signal out with a spare, capped lead now.", "goals.wishes");
        }
    }

    private static string HowKnown(PowerKnown? known) =>
        known switch
        {
            PowerKnown.Measured => ", measured",
            PowerKnown.Promised => ", promised and not measured yet",
            _ => string.Empty,
        };

    private static IEnumerable<SurveyFinding> Hours(VehicleSurvey survey)
    {
        var work = survey.Work;
        if (work is { PowerAfterKw: { } after } && survey.Engine.PowerKw is { } before)
        {
            yield return new(
                "powerBeforeAfter",
                Severity.Info,
                Sentence.Of($"Power before {Say.Kw(before)}, afterwards {Say.Kw(after)}" + $"{HowKnown(work.PowerAfterKnown)}."),
                "work.powerAfterKw"
            );
        }

        if (!string.IsNullOrWhiteSpace(work.EmissionParts))
        {
            yield return new(
                "emissionParts",
                Severity.Caution,
                $"Emission parts are touched: {Wording.Quoted(work.EmissionParts)}. Whether they may be is for local law, and whoever approves the vehicle will ask. "
                    + $"It stands on the papers.",
                "work.emissionParts"
            );
        }

        foreach (var act in (work.NoWayBack ?? []).Where(a => a.Kind is not null))
        {
            var what = NoWayBackWords.Of(act);
            yield return act.OwnerAgrees == true
                ? new("noWayBack", Severity.Info, $"Cannot be undone: {what}. The owner said yes.", "work.noWayBack")
                : new("noWayBack", Severity.Caution, $"Cannot be undone: {what}. Look for a way round it first, and ask the owner before it is done.", "work.noWayBack");
        }

        if (work is { HoursPlanned: { } planned, HoursTaken: { } taken })
        {
            yield return new("hours", Severity.Info, Sentence.Of($"It took {taken:0.#} hours; {planned:0.#} were planned."), "work.hoursTaken");
        }
    }

    private static List<string> Codes(string? text) => [.. FaultCode().Matches(text ?? string.Empty).Select(m => m.Value.ToUpperInvariant()).Distinct()];

    private static IEnumerable<SurveyFinding> Sensor(VehicleSurvey survey)
    {
        if (survey.Sensor.IsDoubtful)
        {
            yield return new(
                "sensorDoubtful",
                Severity.Caution,
                Sentence.Of(
                    $"Nobody can say what this sensor was through: it counts as good to {Say.Percent(survey.Sensor.ToleranceEthanolPct)} ethanol until it has read a fuel "
                        + $"of known blend right."
                ),
                "sensor.isChecked"
            );
        }
    }

    private static IEnumerable<SurveyFinding> Users(VehicleSurvey survey)
    {
        var users = survey.Users ?? [];
        bool Is(SensorUserKind kind) => users.Any(u => u.Kind == kind);
        if (users.Count > 1)
        {
            yield return new(
                "sharedSignal",
                Severity.Info,
                Sentence.Of(
                    $"{users.Count} users share the one signal: one pull-up is enough for all, and a second one in parallel loads the sensor. Prove each with its own reading."
                ),
                "users"
            );
        }

        if (
            (Is(SensorUserKind.Extender) && (Is(SensorUserKind.Controller) || Is(SensorUserKind.Analyser) || Is(SensorUserKind.Gateway)))
            || EngineControllers.CorrectTwice(survey.Controllers, SensorUsers.PathOf(survey) ?? survey.Control.SignalPath)
        )
        {
            yield return new(
                "correctedTwice",
                Severity.Caution,
                "Two that meter the fuel both act on the reading: if both count ethanol, the fuel is added twice. Only one of them may.",
                "users"
            );
        }

        if (SensorUsers.PathOf(survey) is { } path && survey.Control.SignalPath is { } said && said != path)
        {
            yield return new(PathSaidTwice, Severity.Caution, "The signal path once answered is not what the users of the reading come to. The users count.", "users");
        }

        if (users.Any(u => u.OnlyShows && !string.IsNullOrWhiteSpace(u.App) && string.IsNullOrWhiteSpace(u.Pairing)))
        {
            yield return new(
                "pairingOpen",
                Severity.Info,
                "Note the identity the reader is paired under: where several are in range, only an unplugged sensor shows which one is read.",
                "users"
            );
        }
    }

    private static IEnumerable<SurveyFinding> MapBlend(VehicleSurvey found, VehicleSurvey survey)
    {
        if (MapFuel.IsTypical(found.Control) && survey.Control.FuelMapEthanolPct is { } typical)
        {
            yield return new(
                MapBlendTypical,
                Severity.Caution,
                found.Control.FuelMapKnown == MapFuelKnown.OctaneName
                    ? Sentence.Of(
                        $"Names like 91, 93 or pump gas say octane, not ethanol. {Say.Ethanol(typical)} is usual there; it proves nothing. Read the sensor while the tank "
                            + $"still holds that fuel."
                    )
                    : Sentence.Of($"A pump's label is not its blend: {Say.Ethanol(typical)} is what that label may be. Read the sensor while the tank still holds that fuel."),
                MapFuel.KnownPath
            );
        }

        if (SurveyInUse.SaidOfMap(found) is { } said && EngineControllers.Differ(said))
        {
            yield return new(
                MapSaidTwice,
                Severity.Caution,
                Sentence.Of(
                    $"The fuel map was made on {Say.Ethanol(said[0].Value, 1)} by one answer and on {Say.Ethanol(said[^1].Value, 1)} by another. One of the two is wrong, so "
                        + $"neither counts. Ask whoever made the map."
                ),
                "controllers"
            );
        }
    }

    [GeneratedRegex("[PBCU][0-3][0-9A-F]{3}", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant, matchTimeoutMilliseconds: PatternLimit.Milliseconds)]
    private static partial Regex FaultCode();
}
