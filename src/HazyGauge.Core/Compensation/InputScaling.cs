using HazyGauge.Core.Sensing;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Compensation;

/// <summary>How a controller turns what comes in into ethanol, by its settings as they stand: full scale, and volts at both ends where a converter feeds it.</summary>
/// <param name="FullScalePct">Ethanol at full scale, %: 100 where it is right.</param>
/// <param name="At0V">Volts the controller takes for E0; null where it counts pulses.</param>
/// <param name="At100V">Volts the controller takes for E100; null likewise.</param>
/// <param name="ConverterAt0V">Volts the converter gives at E0; null where they are not known.</param>
/// <param name="ConverterAt100V">Volts the converter gives at E100; null likewise.</param>
public sealed record InputScaling(double FullScalePct, double? At0V, double? At100V, double? ConverterAt0V, double? ConverterAt100V)
{
    /// <summary>The scaling something that shows the reading has; null where no setting of it is known.</summary>
    /// <param name="survey">The survey in use.</param>
    /// <param name="by">What shows it.</param>
    /// <param name="fedBy">How it is fed.</param>
    public static InputScaling? Of(VehicleSurvey survey, string by, FedBy? fedBy)
    {
        var mine = (survey.Settings ?? []).Where(s => IsOf(survey, s, by, fedBy)).ToList();
        var (converter0, converter100) = (survey.Control.ConverterAt0V?.Value, survey.Control.ConverterAt100V?.Value);

        var (full, at0, at100) = (Now(mine, SettingKind.FullScale, 100), Now(mine, SettingKind.VoltsAt0, converter0), Now(mine, SettingKind.VoltsAt100, converter100));
        return full is null && at0 is null && at100 is null ? null : new(full ?? 100, at0 ?? converter0, at100 ?? converter100, converter0, converter100);
    }

    /// <summary>What settings of one kind say now: of several the one furthest off, whichever was written down first; null where none says anything.</summary>
    /// <param name="settings">The settings that may be meant.</param>
    /// <param name="kind">The kind wanted.</param>
    /// <param name="right">What it should say, in the setting's own unit (V or %); null where that is not known.</param>
    internal static double? Now(IEnumerable<ControllerSetting> settings, SettingKind kind, double? right) =>
        settings.Where(s => s.Kind == kind).Select(s => s.Now).OfType<double>().OrderByDescending(n => Off(n, right)).ThenBy(n => n).Cast<double?>().FirstOrDefault();

    /// <summary>The blend the sensor says where the controller shows one, % by volume; null where it shows the same whatever the sensor says.</summary>
    /// <param name="shownPct">What is shown, % by volume.</param>
    public double? MeansPct(double shownPct)
    {
        if (FullScalePct == 0 || (At0V is { } end && end == At100V))
        {
            return null;
        }

        var ofInput = shownPct * 100 / FullScalePct;
        return this is { At0V: { } zero, At100V: { } full, ConverterAt0V: { } gives0, ConverterAt100V: { } gives100 } && gives100 != gives0
            ? 100 * (zero + (ofInput / 100 * (full - zero)) - gives0) / (gives100 - gives0)
            : ofInput;
    }

    // 0.8 and 0.2 are as far from 0.5, whatever is left behind the ninth digit.
    private static double Off(double now, double? right) => Math.Round(Math.Abs(now - (right ?? 0)), 9);

    // A setting whose controller nobody named, or that is none of those on board, may be this one's: better asked once too often.
    private static bool IsOf(VehicleSurvey survey, ControllerSetting setting, string by, FedBy? fedBy)
    {
        bool Is(string? controller) => !string.IsNullOrWhiteSpace(controller) && by.Contains(controller.Trim(), StringComparison.OrdinalIgnoreCase);
        return Is(setting.Controller) || (fedBy == FedBy.Controller && (string.IsNullOrWhiteSpace(setting.Controller) || survey.Controllers?.Any(c => Is(c.Name)) != true));
    }
}
