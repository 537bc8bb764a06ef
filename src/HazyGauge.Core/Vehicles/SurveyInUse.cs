using HazyGauge.Core.Compensation;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>A survey as everything downstream reads it: what users, controllers and the shop say stands where the single answer was left open.</summary>
public static class SurveyInUse
{
    /// <summary>The survey with those filled in.</summary>
    /// <param name="survey">What was found.</param>
    /// <param name="shop">The shop's instruments; null where nobody said.</param>
    /// <param name="ledger">The ledger; what only a label or a name says is put onto it with its haze.</param>
    public static VehicleSurvey InUse(this VehicleSurvey survey, IReadOnlyList<Instrument>? shop, HazeLedger ledger)
    {
        var control = MapBlend(survey);
        var whole = survey with
        {
            Control = control with { SignalPath = SensorUsers.PathOf(survey) ?? control.SignalPath },
            Engine = survey.Engine with { WantedPowerKw = survey.Engine.WantedPowerKw ?? WishedKw(survey) },
            Goals = survey.Goals with { HighestEthanolPct = survey.Goals.HighestEthanolPct ?? (Wishes(survey, WishKind.HighBlendInSummer).Any() ? UsualHighestPct : null) },
            Instruments = survey.Instruments ?? shop,
        };
        return whole with { Control = whole.Control with { FuelMapEthanolPct = MapFuel.EthanolPct(whole, ledger) }, HasTypicalMapBlend = MapFuel.IsTypical(whole.Control) };
    }

    private static double UsualHighestPct => VehicleFields.Find("goals.highestEthanolPct")!.Usual!.Value;

    /// <summary>The highest blend that must work, % by volume; where nobody said, the usual one.</summary>
    public static Hazy HighestOrUsualPct(this VehicleSurvey survey) => survey.Goals.HighestEthanolPct ?? UsualHighestPct;

    /// <summary>
    /// The blends that may be in the tank, % by volume: down to the lowest ever tanked. Where nothing corrects the blend it is held, and what is in the tank lies near the
    /// highest, by as much as may be off or is not known.
    /// </summary>
    internal static (double LowestPct, double HighestPct) MayBeTanked(this VehicleSurvey survey, Hazy highestPct)
    {
        var off = survey.NumbersSetBy() == NumbersBy.Nobody ? Math.Max(Uncorrected.HeldWithinPct, Interval95.HalfWidth(highestPct)) : (double?)null;
        var highest = Math.Min(100, highestPct.Value + (off ?? 0));
        var lowest = survey.Goals.LowestEthanolPct?.Value ?? (off is { } held ? highestPct.Value - held : 0);
        return (Math.Clamp(lowest, 0, highest), highest);
    }

    /// <summary>The blend the fuel map was made on, % by volume; where nobody said, that of pump gasoline.</summary>
    public static Hazy MapOrUsualPct(this VehicleSurvey survey) => survey.Control.FuelMapEthanolPct ?? PumpBlends.GasolinePct;

    /// <summary>The wishes of a kind.</summary>
    internal static IEnumerable<Wish> Wishes(VehicleSurvey survey, WishKind kind) => (survey.Goals.Wishes ?? []).Where(w => w.Kind == kind);

    private static Hazy? WishedKw(VehicleSurvey survey) =>
        Wishes(survey, WishKind.MorePower).FirstOrDefault(w => w.ExtraKw is not null)?.ExtraKw is { } extra && survey.Engine.PowerKw is { } now ? now + extra : null;

    /// <summary>What there is to check with.</summary>
    public static InstrumentsAtHand AtHand(this VehicleSurvey survey) => survey.Instruments is { } list ? new InstrumentsAtHand(list) : InstrumentsAtHand.NotSaid;

    /// <summary>Dead time of the injectors at running voltage, ms: as surveyed, else what is usual with its haze.</summary>
    public static Hazy DeadTimeMs(this VehicleSurvey survey, HazeLedger ledger)
    {
        var figures = new TypicalFigures(survey, FullLoad.AsSurveyed, ledger);
        return figures.DeadTimeMs(figures.RatedPressureKpa);
    }

    /// <summary>Who sets the numbers that count ethanol: by the controllers of the engine and the way the signal goes.</summary>
    public static NumbersBy NumbersSetBy(this VehicleSurvey survey) => EngineControllers.SetBy(survey.Controllers, survey.Control.SignalPath);

    /// <summary>What is said of the blend the fuel map was made on, the lowest first: by its own answer and by the engine's controllers. A label or a name says nothing
    /// beside them.</summary>
    internal static IReadOnlyList<Hazy> SaidOfMap(VehicleSurvey survey)
    {
        var listed = EngineControllers.Bases(survey.Controllers);
        return survey.Control.FuelMapEthanolPct is { } answered && (listed.Count == 0 || !MapFuel.IsTypical(survey.Control))
            ? [.. listed.Append(answered).OrderBy(b => b.Value).ThenBy(b => b.StandardU)]
            : listed;
    }

    // Answers that cannot all be right leave no blend, and nothing is calculated from one of them.
    private static EngineControl MapBlend(VehicleSurvey survey)
    {
        var (control, said) = (survey.Control, SaidOfMap(survey));
        return said.Count == 0 ? control
            : EngineControllers.Differ(said) ? control with { FuelMapEthanolPct = null, FuelMapKnown = null }
            : EngineControllers.Bases(survey.Controllers).Count == 0 ? control
            : control with { FuelMapEthanolPct = EngineControllers.Best(said), FuelMapKnown = MapFuel.IsTypical(control) ? null : control.FuelMapKnown };
    }
}
