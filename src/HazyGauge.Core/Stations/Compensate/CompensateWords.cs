using HazyGauge.Core.Compensation;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>Compensate's own sentences.</summary>
internal static class CompensateWords
{
    public static readonly Sentence OnOtherBlends = "At idle and cruise the controller's own trims hide some of it; at full load nothing does.";

    public static readonly Sentence OnShortPulses = "On the highest blend wanted. Short pulses are idle and cruise: that is where plugs foul and trims run out.";

    public static readonly Sentence WhatProvesFueling = "A claim opens nothing: spark stays out until the log itself was read and shows lambda on these blends.";

    /// <summary>What is claimed, by whom.</summary>
    public static Sentence Claimed(FuellingClaim claim) =>
        Sentence.Of($"{claim.Entry.Author.Name} claims that the fueling is right{(claim.Claim.File is null ? ", with no log on the job" : string.Empty)}. {WhatProvesFueling}");

    /// <summary>Asks for the blend of the base map.</summary>
    public static readonly Sentence AskBase = "Which blend was the base map made on?";

    /// <summary>Why that is asked.</summary>
    public static readonly Sentence WhyBase =
        "Factors count from that blend, not from E0. Ask whoever made the map which fuel was in the tank. A wrong guess costs several percent of fuel, and a map made on "
        + "E85 taken for one made on gasoline floods the engine.";

    /// <summary>What to do where the signal reaches a display only.</summary>
    public static Sentence OnDisplay(double basePct) => Sentence.Of($"Type in nothing: nothing counts the ethanol. Hold the blend between {Uncorrected.HeldBetween(basePct)}.");

    /// <summary>Why that is so.</summary>
    public static Sentence WhyDisplay(VehicleSurvey survey) =>
        survey.Control.SignalPath == SignalPath.DisplayOnly
            ? "The survey says that the signal reaches a display only. Choose another signal path there, and the row for the controller stands here."
            : "The survey says that nobody sets numbers in the engine's controller. Say who does, and what they need stands here.";

    /// <summary>What the engine does on another blend.</summary>
    public static Sentence OffTheMap(double basePct, Hazy ethanolPct, double lambda) =>
        Sentence.Of(
            $"The tank holds {Say.Ethanol(ethanolPct)}, the map was made on {Say.Ethanol(basePct)} and nothing corrects it: at full load it runs at {lambda:0.00} times "
                + $"the lambda it should. Do not drive on it."
        );

    /// <summary>What the engine does on a blend near that of the map.</summary>
    public static Sentence NearTheMap(double basePct, Hazy ethanolPct, double lambda) =>
        Sentence.Of(
            $"The tank holds {Say.Ethanol(ethanolPct)}, the map was made on {Say.Ethanol(basePct)}: {lambda:0.00} times the lambda it should be. Drive gently, no "
                + $"full load, and bring the "
                + $"blend between {Uncorrected.HeldBetween(basePct)} with the next fill."
        );

    /// <summary>What to do, by who sets the numbers.</summary>
    public static Sentence Headline(NumbersBy by, Hazy basePct, SensorSays? says, FuelFactorResult? fuel, SparkToSet? spark, IReadOnlyList<StretchedPulse>? stretched) =>
        by switch
        {
            NumbersBy.CalibratorsFile => says?.Reading?.EthanolPct is { } e && fuel is not null
                ? Sentence.Of($"The file decides. On {Say.Ethanol(e)} it must inject {Say.Of(fuel.Factor, Unit.None, 2)} times the base map's open time on {Say.Ethanol(basePct)}.")
                : $"The file decides. What it must do today {Awaited(says)}.",
            NumbersBy.FixedBox when stretched is { Count: > 0 } => Sentence.Of(
                $"The box decides. Stretching whole pulses it is {Say.Of(stretched[0].ErrorPct, Unit.Percent, 0)} rich at {stretched[0].PulseMs:0.0} ms and "
                    + $"{Say.Of(stretched[^1].ErrorPct, Unit.Percent, 0)} at {stretched[^1].PulseMs:0} ms."
            ),
            NumbersBy.FixedBox => "The box decides: its rules are fixed. A log shows what they do.",
            _ => Headline(basePct, says, fuel, spark),
        };

    /// <summary>How far off the fuel may be, and what must not be done.</summary>
    public static Sentence Lead(NumbersBy by, FuelFactorResult? fuel, SparkToSet? spark) =>
        by switch
        {
            NumbersBy.CalibratorsFile => "Nothing is typed in here. Send what is listed, ask for what is missing, then verify by reading back and by a log."
                + (fuel is null ? Sentence.Empty : Lead(fuel, spark)),
            NumbersBy.FixedBox =>
                "Dead time does not grow with the blend: what stretches the whole pulse stretches it too, and short pulses come out rich. Only a box that is told the "
                    + "dead time does not.",
            _ => Lead(fuel, spark),
        };

    // What to open by, and what becomes of the spark.
    private static Sentence Headline(Hazy basePct, SensorSays? says, FuelFactorResult? fuel, SparkToSet? spark) =>
        says?.Reading?.EthanolPct is { } e && fuel is not null
            ? Sentence.Of(
                $"At E{e.Value.ToString(Interval95.HalfWidth(e) < 0.95 ? "0.0" : "0", System.Globalization.CultureInfo.InvariantCulture)}, inject "
                    + $"{Say.Of(fuel.Factor, Unit.None, 2)} times the base map's open time on {Say.Ethanol(basePct.Value, 1)}. {SparkSaid(spark)}"
            )
            : Sentence.Of($"The row for a base map on {Say.Ethanol(basePct.Value, 1)} is ready; today's factor {Awaited(says)}.");

    private static string Awaited(SensorSays? says) => says?.Dispute is { } dispute ? $"waits: {dispute.Who}" : "needs a reading";

    /// <summary>How far off the fuel may be, and what must not be done.</summary>
    public static Sentence Lead(FuelFactorResult? fuel, SparkToSet? spark)
    {
        if (fuel is null)
        {
            return Sentence.Empty;
        }

        var haze = 100 * Interval95.HalfWidth(fuel.Factor) / fuel.Factor.Value;
        var lean = 100 * (fuel.LeanRatio.Value - 1);
        var worst =
            haze < 0.05 ? "Every number is taken as exact."
            : lean < 0.05 ? Sentence.Of($"Fuel is uncertain by ± {haze:0.0} %, and at worst no leaner than this.")
            : Sentence.Of($"Fuel is uncertain by ± {haze:0.0} %: at worst {lean:0.0} % lean, which {fuel.CautiousFactor.Value:0.000} covers.");
        var held = spark is { IsHeld: true }
            ? Sentence.Of($"Spark stays out until a log proves the fueling; then {spark.Addition.CautiousAdditionDeg.Value:0.0}° at most, from the cautious end.")
            : Sentence.Empty;
        return worst + "Dead time is added after, never multiplied." + held;
    }

    /// <summary>The plan in one line.</summary>
    public static Sentence Summary(CompensateResults results) =>
        results switch
        {
            { SetBy: NumbersBy.Nobody, BaseEthanolPct: { } held } => Sentence.Of(
                $"Hold the tank at {Say.Ethanol(held)} within {Uncorrected.HeldWithinPct:0} "
                    + $"points{(results.EthanolPct is { } now ? Sentence.Of($"; it reads {Say.Ethanol(now)}") : Sentence.Empty)}"
            ),
            { FuelFactor: { } fuel, EthanolPct: { } ethanol, BaseEthanolPct: { } basePct } => Sentence.Of(
                $"{Say.Of(fuel.Factor, Unit.None, 3)} times the open time of {Say.Ethanol(basePct.Value, 1)} on {Say.Ethanol(ethanol)}{SparkSummary(results.Spark)}"
            ),
            { BaseEthanolPct: { } basePct } => Sentence.Of($"Base map on {Say.Ethanol(basePct.Value, 1)}; no reading yet"),
            _ => "Compensate: base blend not known yet",
        };

    private static Sentence SparkSaid(SparkToSet? spark) =>
        spark switch
        {
            null => "Add no spark.",
            { IsHeld: true } => "Add no spark yet.",
            { ToSetDeg.Value: < 0 } => Sentence.Of($"Take out {-spark.ToSetDeg.Value:0.0}° of spark."),
            _ => "Add no spark.",
        };

    private static string SparkSummary(SparkToSet? spark) =>
        spark is null ? string.Empty
        : spark.IsHeld ? "; spark held"
        : FormattableString.Invariant($"; spark {spark.ToSetDeg.Value:+0.0;-0.0;0.0}°");
}
