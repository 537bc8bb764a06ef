using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Compensation;

/// <summary>What a setting does, as found and as it is now.</summary>
/// <param name="Index">Its place in the survey's list.</param>
/// <param name="Controller">The controller it stands in.</param>
/// <param name="Kind">What it says.</param>
/// <param name="ShouldBe">What it should say; null where that is not known.</param>
/// <param name="AsFound">What it did as it was found; null where that was not written down or cannot be judged.</param>
/// <param name="Now">What it does now; null where nothing was set or read back.</param>
/// <param name="IsWrong">True where what it says now is wrong.</param>
public sealed record SettingVerdict(int Index, string? Controller, SettingKind Kind, double? ShouldBe, Sentence? AsFound, Sentence? Now, bool IsWrong);

/// <summary>Judges the settings of controllers. A wrong value that was found is kept and explained, never refused; one that stands now has to be mended.</summary>
public static class SettingVerdicts
{
    // Off by less than this a setting is right (our own limits): volts, and percent.
    private const double SameV = 0.02;
    private const double SamePct = 0.5;

    // A straight line that is off by less between its ends is as good as a row, % (our own limit).
    private const double StraightWithinPct = 1.5;

    // So much over what is needed is no rough curve but one made for another base (our own limit).
    private const double AnotherBase = 1.10;

    /// <summary>The verdicts, in the order of the list.</summary>
    public static IReadOnlyList<SettingVerdict> Of(VehicleSurvey survey) => [.. (survey.Settings ?? []).Select((s, i) => Judge(survey, s, i))];

    /// <summary>What still has to be mended or read back, as findings; the field is where it stands in the survey.</summary>
    public static IEnumerable<(Finding Finding, string Field)> Findings(VehicleSurvey survey)
    {
        foreach (var verdict in Of(survey))
        {
            var setting = survey.Settings![verdict.Index];
            if (verdict.IsWrong)
            {
                yield return (
                    new("settingWrong", Severity.Caution, (setting.AsSet ?? setting.ReadBack) is null ? verdict.AsFound! : verdict.Now!),
                    $"settings[{verdict.Index}].asFound"
                );
            }
            else if (setting is { AsSet: { } set, ReadBack: { } back } && Math.Abs(set - back) > 1e-6)
            {
                yield return (
                    new(
                        "settingNotTaken",
                        Severity.Caution,
                        Sentence.Of($"{Named(setting)}: {set:0.###} was set and {back:0.###} read back. The controller did not take it: write it again, then read it back.")
                    ),
                    $"settings[{verdict.Index}].readBack"
                );
            }
            else if (setting is { AsSet: not null, ReadBack: null })
            {
                yield return (
                    new("settingNotReadBack", Severity.Info, $"{Named(setting)} was set and not read back: read it back before relying on it."),
                    $"settings[{verdict.Index}].readBack"
                );
            }
        }
    }

    private static SettingVerdict Judge(VehicleSurvey survey, ControllerSetting setting, int index)
    {
        var kind = setting.Kind!.Value;
        var should = ShouldBe(survey, kind);
        Sentence? Said(double? value) => value is { } number ? Says(survey, setting, number, should) : null;
        var isWrong = setting.Now is { } now && should is { } right && !IsRight(survey, kind, now, right);
        return new(index, setting.Controller, kind, should, Said(setting.AsFound), Said(setting.ReadBack ?? setting.AsSet), isWrong);
    }

    private static double? ShouldBe(VehicleSurvey survey, SettingKind kind) =>
        kind switch
        {
            SettingKind.FullScale => 100,
            SettingKind.VoltsAt0 => survey.Control.ConverterAt0V?.Value,
            SettingKind.VoltsAt100 => survey.Control.ConverterAt100V?.Value,
            SettingKind.MultiplierAt0 => Multiplier(survey, 0),
            SettingKind.MultiplierAt100 => Multiplier(survey, 100),
            _ => null,
        };

    // A straight multiplier has to say 100 % at the base map's blend; metering by orifice, as a solenoid injector does. Nothing is judged on a typical blend.
    private static double? Multiplier(VehicleSurvey survey, double atPct) =>
        survey is { HasTypicalMapBlend: false, Control.FuelMapEthanolPct: { } map } ? Math.Round(100 * Uncorrected.LambdaRatio(atPct, new(map.Value)), 1) : null;

    // Which school a controller meters by is not known here: what is right by one of them is no fault.
    private static bool IsRight(VehicleSurvey survey, SettingKind kind, double now, double right)
    {
        if (kind is not (SettingKind.MultiplierAt0 or SettingKind.MultiplierAt100))
        {
            return Math.Abs(now - right) <= (kind is SettingKind.VoltsAt0 or SettingKind.VoltsAt100 ? SameV : SamePct);
        }

        var map = new Blend<Exact>(survey.Control.FuelMapEthanolPct!.Value.Value, UsualFuels.Traditional<Exact>());
        var bySchool = MeteringSchools
            .All.Select(school => 100 * FuelFactor.CompositionFactor(school, map with { EthanolPct = kind == SettingKind.MultiplierAt0 ? 0 : 100 }, new MapBlend<Exact>(map)).Value)
            .ToList();
        return now >= bySchool.Min() - SamePct && now <= bySchool.Max() + SamePct;
    }

    private static Sentence Says(VehicleSurvey survey, ControllerSetting setting, double value, double? should)
    {
        var (highest, map) = (survey.HighestOrUsualPct().Value, survey.MapOrUsualPct().Value);
        var named = Named(setting);
        switch (setting.Kind)
        {
            case SettingKind.FullScale when Math.Abs(value) < SamePct:
                return Sentence.Of(
                    $"{named} stands at {value:0.###}: whatever the sensor says, the controller reads E0, and on {Say.Ethanol(highest)} it runs at lambda "
                        + $"{Lambda(highest, 0, new(map)):0.00}. It must stand at 100."
                );
            case SettingKind.FullScale when Math.Abs(value - 100) <= SamePct:
                return Sentence.Of($"{named} stands at {value:0.###}:") + FullScaleRight(survey, setting);
            case SettingKind.FullScale:
                return Sentence.Of(
                    $"{named} stands at {value:0.###}: {Say.Ethanol(highest)} is read as "
                        + $"{Say.Ethanol(Math.Clamp(highest * value / 100, 0, 100))}{(highest * value > 1e4 ? " or more" : string.Empty)}, and the engine runs at lambda "
                        + $"{Lambda(highest, Math.Clamp(highest * value / 100, 0, 100), new(map)):0.00}. It must stand at 100."
                );
            case SettingKind.VoltsAt0 or SettingKind.VoltsAt100 when should is { } volts:
                var end = setting.Kind == SettingKind.VoltsAt0 ? 0 : 100;
                return Math.Abs(value - volts) <= SameV
                    ? Sentence.Of($"{named}: {value:0.###} V, as the converter gives.")
                    : Sentence.Of(
                        $"{named} stands at {value:0.###} V and the converter gives {volts:0.###} V there: {Say.Ethanol(end)} is read "
                            + $"{Math.Abs(value - volts) / SpanV(survey, setting, value) * 100:0} points {(value > volts ? "too low" : "too high")}. Set {volts:0.###} V."
                    );
            case SettingKind.MultiplierAt0 or SettingKind.MultiplierAt100 when should is { } right:
                return IsRight(survey, setting.Kind!.Value, value, right)
                    ? Sentence.Of($"{named}: {value:0.###} %, right over a map made on {Say.Ethanol(map)}.") + Between(survey, map)
                    : Sentence.Of(
                        $"{named} stands at {value:0.###} %; over a map made on {Say.Ethanol(map)} it should be near {right:0.#} %: "
                            + $"{Math.Abs((100 * value / right) - 100):0} % {(value > right ? "rich" : "lean")} at that "
                            + $"end.{(value > AnotherBase * right ? " It adds ethanol's share a second time where the map has it already." : string.Empty)}"
                    );
            default:
                return Sentence.Of($"{named}: {value:0.###}.");
        }
    }

    // What is needed bends, and a straight multiplier does not: right at its ends it is rich between them.
    private static Sentence Between(VehicleSurvey survey, double map)
    {
        double Needed(double pct) => Uncorrected.LambdaRatio(pct, new(map));
        var highest = survey.HighestOrUsualPct().Value;
        var (at, off) = Enumerable
            .Range(0, (int)highest + 1)
            .Select(pct => (Pct: (double)pct, Off: ((Needed(0) + ((Needed(100) - Needed(0)) * pct / 100)) / Needed(pct)) - 1))
            .MaxBy(p => Math.Abs(p.Off));
        return Math.Abs(off) * 100 < StraightWithinPct
            ? Sentence.Empty
            : Sentence.Of(
                $"A straight line cannot fit: on {Say.Ethanol(at)} it is {Math.Abs(100 * off):0.0} % {(off > 0 ? "rich" : "lean")} even so. Where the controller "
                    + $"takes a row, type in the row of Compensate. Where it counts from E0 and not from the map's blend, the ends are 100 and "
                    + $"{100 * Needed(100) / Needed(0):0.0} %."
            );
    }

    // Lambda where one blend is in the line and the controller takes it for another.
    private static double Lambda(double inLinePct, double takenForPct, MapEthanol map) => Uncorrected.LambdaRatio(inLinePct, map) / Uncorrected.LambdaRatio(takenForPct, map);

    // Behind a converter full scale alone does not say what the input takes for E0: an input takes 0 to 5 V where nobody set its two points.
    private static Sentence FullScaleRight(VehicleSurvey survey, ControllerSetting setting)
    {
        if (survey.Control.SignalPath != SignalPath.AnalyserVoltage)
        {
            return "the controller reads what the sensor says.";
        }

        if (survey.Control is not { ConverterAt0V.Value: var gives0, ConverterAt100V.Value: var gives100 })
        {
            return "right, as far as the converter's two points are; nobody read them yet.";
        }

        var (at0, at100) = (
            At(survey, setting, SettingKind.VoltsAt0, gives0) ?? ConverterVolts.UsualAt0V,
            At(survey, setting, SettingKind.VoltsAt100, gives100) ?? ConverterVolts.UsualAt100V
        );
        if (at0 == at100)
        {
            return Sentence.Of(
                $"right, but both ends of the input stand at {at0:0.##} V: no blend can be told from another. Set the input's two volts to the converter's, "
                    + $"{gives0:0.##} and {gives100:0.##} V."
            );
        }

        double Reads(double volts) => Math.Clamp(100 * (volts - at0) / (at100 - at0), 0, 100);
        return Math.Abs(at0 - gives0) <= SameV && Math.Abs(at100 - gives100) <= SameV
            ? "the controller reads what the sensor says."
            : Sentence.Of(
                $"right, but with {at0:0.##} to {at100:0.##} V at the input and {gives0:0.##} to {gives100:0.##} V from the converter E0 is read as "
                    + $"{Say.Ethanol(Reads(gives0))} and E100 as "
                    + $"{Say.Ethanol(Reads(gives100))}. Set the input's two volts to the converter's."
            );
    }

    // What the same controller takes for one of its ends now.
    private static double? At(VehicleSurvey survey, ControllerSetting of, SettingKind kind, double? right) =>
        InputScaling.Now((survey.Settings ?? []).Where(s => string.Equals(s.Controller?.Trim(), of.Controller?.Trim(), StringComparison.OrdinalIgnoreCase)), kind, right);

    // A volt is worth what the controller's own two points make of it.
    private static double SpanV(VehicleSurvey survey, ControllerSetting setting, double value)
    {
        double End(SettingKind kind, double? gives, double usual) => setting.Kind == kind ? value : At(survey, setting, kind, gives) ?? gives ?? usual;
        var at100 = End(SettingKind.VoltsAt100, survey.Control.ConverterAt100V?.Value, ConverterVolts.UsualAt100V);
        return Math.Max(0.1, Math.Abs(at100 - End(SettingKind.VoltsAt0, survey.Control.ConverterAt0V?.Value, ConverterVolts.UsualAt0V)));
    }

    /// <summary>A setting by its name, to begin a sentence.</summary>
    public static string Named(ControllerSetting setting)
    {
        var what = !string.IsNullOrWhiteSpace(setting.What)
            ? setting.What.Trim()
            : VehicleItems
                .OfSettings.First(f => f.Path == "kind")
                .Choices.First(c => string.Equals(c.Name, setting.Kind.ToString(), StringComparison.OrdinalIgnoreCase))
                .Label.Replace(", %", string.Empty, StringComparison.Ordinal);
        return string.IsNullOrWhiteSpace(setting.Controller) ? what : $"{setting.Controller.Trim()}, {char.ToLowerInvariant(what[0])}{what[1..]}";
    }
}
