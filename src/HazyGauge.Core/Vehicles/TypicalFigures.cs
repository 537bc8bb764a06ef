using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>
/// The figures of a survey, and what is typical for the kind of vehicle where one is open, with the haze such a guess has. All are from
/// memory and common practice; none has a source, which is why each is listed as to be measured.
/// </summary>
internal sealed class TypicalFigures(VehicleSurvey survey, HazeLedger ledger)
{
    // Pressure drop injectors are usually rated at, kPa (common practice, no source).
    private const double UsualRatedPressureKpa = 300;
    private const double SmallEngineUpToKw = 75;
    private const double UsualHighestEthanolPct = 85;

    private readonly Dictionary<string, Assumption> _assumed = new(StringComparer.Ordinal);

    /// <summary>What was assumed, by the answer it stands for.</summary>
    public IReadOnlyDictionary<string, Assumption> Assumed => _assumed;

    /// <summary>Power wanted, else power now, else what the displacement usually gives, kW; null where none is known.</summary>
    public Hazy? PowerKw => survey.Engine switch
    {
        { WantedPowerKw: { } wanted } => wanted,
        { PowerKw: { } now } => Noted("engine.wantedPowerKw", now, new Assumption("the power it has now")),
        { DisplacementCc: { } cc } => Guess("engine.powerKw", cc * (IsBoosted ? 0.085 : 0.055), 25, "kw"),
        _ => null,
    };

    /// <summary>Highest blend that must work, % by volume.</summary>
    public Hazy HighestEthanolPct => survey.Goals.HighestEthanolPct ?? Noted<Hazy>("goals.highestEthanolPct", UsualHighestEthanolPct, new Assumption("E85"));

    /// <summary>Fuel taken per kilowatt hour at full load on gasoline, g/kWh.</summary>
    public Hazy BsfcGPerKwh => survey.Engine.Aspiration switch
    {
        Aspiration.Natural => Bsfc(290, 8),
        Aspiration.Boosted => Bsfc(350, 10),
        _ => Guess("engine.aspiration", 320, 15, "gPerKwh"),
    };

    /// <summary>Pressure of the low side at ambient manifold pressure, kPa gauge.</summary>
    public Hazy BasePressureKpa => survey.FuelSystem.BasePressureKpa
        ?? (survey.FuelSystem.IsDirect ? Guess("fuelSystem.basePressureKpa", 500, 20, "kpa") : Guess("fuelSystem.basePressureKpa", 300, 15, "kpa"));

    /// <summary>Manifold pressure above ambient at full load, kPa.</summary>
    public Hazy BoostKpa => survey.Engine switch
    {
        { BoostKpa: { } boost } => boost,
        { Aspiration: Aspiration.Boosted } => Guess("engine.boostKpa", 80, 40, "kpa"),
        _ => 0.0,
    };

    /// <summary>By how much the low side's pressure rises with boost, kPa.</summary>
    public Hazy BoostOnTheRailKpa => BoostKpa.Value <= 0 ? 0.0 : survey.FuelSystem.FollowsManifold switch
    {
        true => BoostKpa,
        false => 0.0,

        // Either none or all of it: the middle, and half of it to both sides.
        null => Noted("fuelSystem.followsManifold", BoostKpa * Quantity("fuelSystem.followsManifold", 0.5, 0.5), new Assumption("half the boost, give or take the other half")),
    };

    /// <summary>Flow of one pump at the pressure it works against, L/h.</summary>
    public Hazy PumpFlowLph => survey.Pump.FlowLph
        ?? ((PowerKw?.Value ?? 0) <= SmallEngineUpToKw ? Guess("pump.flowLph", 100, 20, "lph") : Guess("pump.flowLph", 255, 15, "lph"));

    /// <summary>Pumps side by side.</summary>
    public int PumpCount => survey.Pump.Count ?? Noted("pump.count", 1, new Assumption("one pump"));

    /// <summary>Injectors in the ports; null where neither they nor the cylinders were counted.</summary>
    public int? InjectorCount => survey.Injectors.Count
        ?? (survey.Engine.Cylinders is { } cylinders ? Noted("injectors.count", cylinders, new Assumption("one for every cylinder")) : null);

    /// <summary>Pressure drop the injectors are rated at, kPa.</summary>
    public Hazy RatedPressureKpa => survey.Injectors.RatedPressureKpa ?? Noted<Hazy>("injectors.ratedPressureKpa", UsualRatedPressureKpa, new Assumption(null, UsualRatedPressureKpa, "kpa"));

    private bool IsBoosted => survey.Engine.Aspiration == Aspiration.Boosted;

    /// <summary>Rated flow of one injector, cm3/min: where it is open, what a maker fits for the present power at eight tenths of duty.</summary>
    /// <param name="count">Injectors.</param>
    /// <param name="powerNowKw">Power they were fitted for.</param>
    /// <param name="gasoline">The blend they were fitted for.</param>
    public Hazy RatedFlowCcMin(int count, Hazy powerNowKw, Blend<Hazy> gasoline)
    {
        if (survey.Injectors.RatedFlowCcMin is { } known)
        {
            return known;
        }

        // Reckoned from the same consumption as the demand, so that what is not known of it cancels between the two.
        var lph = FuelDemand.VolumeLph(powerNowKw, BsfcGPerKwh, gasoline, gasoline);
        return Guess("injectors.ratedFlowCcMin", lph * 1000 / 60 / (0.8 * count), 15, "ccPerMin");
    }

    private Hazy Bsfc(double value, double plusMinusPct) => ledger.Quantity(
        value, HazeSource.RectangularU(value * plusMinusPct / 100), new HazeSource("bsfcGPerKwh", "Fuel taken per kilowatt hour", HazeShape.Rectangular));

    private Hazy Guess(string field, Hazy value, double plusMinusPct, string unit) => Noted(
        field,
        value * Quantity(field, 1, plusMinusPct / 100),
        new Assumption(null, Rounded(value.Value), unit, plusMinusPct));

    private Hazy Quantity(string field, double value, double halfWidth) =>
        ledger.Quantity(value, HazeSource.RectangularU(halfWidth), new HazeSource(field, SurveyQuestions.LabelOf(field), HazeShape.Rectangular, SurveyQuestions.CheckOf(field)));

    private T Noted<T>(string field, T value, Assumption assumption)
    {
        _assumed[field] = assumption;
        return value;
    }

    // Three digits say enough about a guess, and leave 255 what it is.
    private static double Rounded(double value)
    {
        var step = Math.Pow(10, Math.Floor(Math.Log10(value)) - 2);
        return Math.Round(value / step) * step;
    }
}
