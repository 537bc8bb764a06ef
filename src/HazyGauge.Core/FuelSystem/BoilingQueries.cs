using System.Text.Json.Serialization;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.FuelSystem;

/// <summary>A fuel at one place. How volatile it is, is said in one of three ways.</summary>
/// <param name="EthanolPct">Ethanol, % by volume.</param>
/// <param name="FuelTempC">Temperature of the fuel there, C.</param>
/// <param name="AbsolutePressureKpa">Pressure there, kPa absolute.</param>
/// <param name="GasolineReidKpa">Reid pressure of the gasoline alone, kPa.</param>
/// <param name="FinishedFuelReidKpa">Reid pressure of a finished fuel its gasoline is that of, kPa.</param>
/// <param name="FinishedFuelEthanolPct">Ethanol in that finished fuel, % by volume.</param>
/// <param name="GasolineVapourPressureKpaAt37C8">True vapour pressure (not Reid) of the gasoline alone at 37.8 C, kPa.</param>
public sealed record BoilingMarginQuery(
    Hazy EthanolPct,
    Hazy FuelTempC,
    Hazy AbsolutePressureKpa,
    Hazy? GasolineReidKpa = null,
    Hazy? FinishedFuelReidKpa = null,
    Hazy? FinishedFuelEthanolPct = null,
    [property: JsonPropertyName("gasolineVapourPressureKpaAt37_8C")] Hazy? GasolineVapourPressureKpaAt37C8 = null
)
{
    /// <summary>How far it is from boiling.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public BoilingMarginResult Answer(HazeLedger ledger) => BoilingMargin.Of(EthanolPct, Gasoline(), new(FuelTempC), new(AbsolutePressureKpa), ledger);

    private ReidPressure<Hazy> Gasoline()
    {
        const string Field = "gasolineVapourPressureKpaAt37_8C";
        if (GasolineVapourPressureKpaAt37C8 is not { } known)
        {
            return new FuelVolatility(GasolineReidKpa, FinishedFuelReidKpa, FinishedFuelEthanolPct).Gasoline();
        }

        var check = new InputCheck().Within(known, GasolineVapourPressure.LeastReidKpa, GasolineVapourPressure.MostReidKpa, Field, "The vapor pressure of the gasoline", Unit.Kpa);
        if (GasolineReidKpa is not null || FinishedFuelReidKpa is not null)
        {
            check.Refuse(Field, "Give the true vapor pressure or a Reid pressure, not both.");
        }

        check.ThrowIfAny();
        return GasolineVapourPressure.ReidOf(new AbsolutePressure<Hazy>(known));
    }
}

/// <summary>Whatever blend may be in the tank, at one place.</summary>
/// <param name="HighestEthanolPct">Highest blend that may be in the tank, % by volume.</param>
/// <param name="FuelTempC">Temperature of the fuel there, C.</param>
/// <param name="AbsolutePressureKpa">Pressure there, kPa absolute.</param>
/// <param name="GasolineReidKpa">Reid pressure of the gasoline alone, kPa.</param>
/// <param name="FinishedFuelReidKpa">Reid pressure of a finished fuel its gasoline is that of, kPa.</param>
/// <param name="FinishedFuelEthanolPct">Ethanol in that finished fuel, % by volume.</param>
/// <param name="LowestEthanolPct">Lowest blend that may be in the tank, % by volume; left out, E0.</param>
public sealed record WorstBoilingQuery(
    Hazy HighestEthanolPct,
    Hazy FuelTempC,
    Hazy AbsolutePressureKpa,
    Hazy? GasolineReidKpa = null,
    Hazy? FinishedFuelReidKpa = null,
    Hazy? FinishedFuelEthanolPct = null,
    Hazy? LowestEthanolPct = null
)
{
    /// <summary>The blend that boils first, and how far it is from it.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public WorstBoiling Answer(HazeLedger ledger)
    {
        var check = new InputCheck()
            .Within(HighestEthanolPct, 0, 100, "highestEthanolPct", "The highest blend", Unit.EthanolPct)
            .Within(LowestEthanolPct, 0, 100, "lowestEthanolPct", "The lowest blend", Unit.EthanolPct)
            .Within(AbsolutePressureKpa, 20, 1000, "absolutePressureKpa", "The absolute pressure", Unit.Kpa);
        if (LowestEthanolPct is { } lowest && lowest.Value > HighestEthanolPct.Value)
        {
            check.Refuse("lowestEthanolPct", "The lowest blend lies above the highest.");
        }

        check.ThrowIfAny();
        return WorstBoiling.Of(
            LowestEthanolPct ?? 0,
            HighestEthanolPct,
            new FuelVolatility(GasolineReidKpa, FinishedFuelReidKpa, FinishedFuelEthanolPct).Gasoline(),
            new(FuelTempC),
            new(AbsolutePressureKpa),
            ledger
        );
    }
}

/// <summary>Which of the blends that may be in the tank boils first.</summary>
/// <param name="WorstEthanolPct">That blend, % by volume.</param>
/// <param name="BubblePointC">Temperature at which it begins to boil there, C.</param>
/// <param name="MarginK">How much hotter it may get, K; below 0 it boils.</param>
/// <param name="Findings">What that means.</param>
public sealed record WorstBoiling(double WorstEthanolPct, Hazy BubblePointC, Hazy MarginK, IReadOnlyList<Finding> Findings)
{
    /// <summary>How likely it boils, %.</summary>
    public double BoilsPct => BoilingMargin.ChancePct(MarginK);

    /// <summary>The blend that boils first at one place, from the lowest to the highest.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public static WorstBoiling Of(Hazy lowestEthanolPct, Hazy highestEthanolPct, ReidPressure<Hazy> gasoline, Celsius<Hazy> fuel, AbsolutePressure<Hazy> there, HazeLedger ledger)
    {
        var worst = BoilingMargin.WorstEthanolPct(lowestEthanolPct.Value, highestEthanolPct.Value, new(gasoline.Kpa.Value), new(there.Kpa.Value));
        var margin = BoilingMargin.Of(worst, gasoline, fuel, there, ledger);
        return new WorstBoiling(worst, margin.BubblePointC, margin.MarginK, margin.Findings);
    }
}

/// <summary>A blend over temperature. How volatile it is, is said of its gasoline alone or of the blend itself.</summary>
/// <param name="EthanolPct">Ethanol, % by volume.</param>
/// <param name="TempsC">The temperatures, C, 1 to 501.</param>
/// <param name="GasolineReidKpa">Reid pressure of the gasoline alone, kPa.</param>
/// <param name="FinishedFuelReidKpa">Reid pressure of the finished fuel, kPa.</param>
/// <param name="FinishedFuelEthanolPct">Ethanol in the finished fuel, % by volume; left out, it is this blend.</param>
public sealed record VapourPressureQuery(
    Hazy EthanolPct,
    [MostItems(VapourPressureQuery.MostTemperatures)] IReadOnlyList<double>? TempsC,
    Hazy? GasolineReidKpa = null,
    Hazy? FinishedFuelReidKpa = null,
    Hazy? FinishedFuelEthanolPct = null
)
{
    internal const int MostTemperatures = 501;

    /// <summary>Its vapour pressure at each temperature.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public VapourPressureResult Answer(HazeLedger ledger)
    {
        var check = new InputCheck().Within(EthanolPct, 0, 100, "ethanolPct", "Ethanol", Unit.Percent);
        if (TempsC is not { Count: >= 1 and <= MostTemperatures })
        {
            check.Refuse("tempsC", $"Give between 1 and {MostTemperatures} temperatures.");
        }

        for (var i = 0; i < Math.Min(TempsC?.Count ?? 0, MostTemperatures); i++)
        {
            check.Within(TempsC![i], FuelTemperature.LowestC, FuelTemperature.HighestC, $"tempsC[{i}]", "Fuel temperature", Unit.Celsius);
        }

        if (FinishedFuelReidKpa is not null && FinishedFuelEthanolPct is null && EthanolPct.Value > FuelVolatility.MostEthanolPct)
        {
            check.Refuse("ethanolPct", "With so little gasoline in it, its own pressure does not tell that of the gasoline: give the Reid pressure of the gasoline alone.");
        }

        check.ThrowIfAny();
        var finishedPct = FinishedFuelEthanolPct ?? (FinishedFuelReidKpa is null ? null : EthanolPct);
        var gasoline = new FuelVolatility(GasolineReidKpa, FinishedFuelReidKpa, finishedPct).Gasoline();
        var blend = new Blend<Hazy>(EthanolPct, UsualFuels.Traditional<Hazy>());
        return new VapourPressureResult(
            gasoline.Kpa,
            BlendVapourPressure.ReidOf(blend, gasoline).Kpa,
            [.. TempsC!.Select(t => new VapourPressurePoint(t, BlendVapourPressure.LawAt(blend, gasoline, new(t), ledger) * BlendVapourPressure.At(blend, gasoline, new(t)).Kpa))]
        );
    }
}

/// <summary>True vapour pressure of a fuel at a temperature.</summary>
/// <param name="TempC">The temperature, C.</param>
/// <param name="Kpa">The pressure, kPa absolute.</param>
public sealed record VapourPressurePoint(double TempC, Hazy Kpa);

/// <summary>How volatile a blend is.</summary>
/// <param name="GasolineReidKpa">Reid pressure of its gasoline alone, kPa.</param>
/// <param name="BlendReidKpa">Reid pressure of the blend, kPa.</param>
/// <param name="Points">Its true vapour pressure over temperature.</param>
public sealed record VapourPressureResult(Hazy GasolineReidKpa, Hazy BlendReidKpa, IReadOnlyList<VapourPressurePoint> Points);
