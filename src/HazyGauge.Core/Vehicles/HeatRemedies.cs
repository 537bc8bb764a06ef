using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Vehicles;

/// <summary>Something that keeps fuel from boiling on the hottest drive, with its result.</summary>
/// <param name="Code">Stable name for programs: stagePumps, keepFuel, coolReturn or together.</param>
/// <param name="What">What to do.</param>
/// <param name="Reach">What it comes to.</param>
/// <param name="Needs">What else that takes; null for nothing.</param>
/// <param name="BoilsPct">How likely the fuel boils afterwards, %.</param>
/// <param name="Enough">True where it surely does not boil then.</param>
public sealed record HeatRemedy(string Code, Sentence What, Sentence Reach, Sentence? Needs, double BoilsPct, bool Enough);

/// <summary>How likely the fuel boils at the end of a drive.</summary>
/// <param name="Pct">At the inlet or in the return, %.</param>
/// <param name="IsLeftOpen">True where it boils or may boil at either.</param>
internal readonly record struct HeatChance(double Pct, bool IsLeftOpen)
{
    /// <summary>Of two places.</summary>
    public static HeatChance Of(BoilingMarginResult atInlet, BoilingMarginResult? inReturn) =>
        new(
            inReturn is null ? atInlet.BoilsPct : BoilingMargin.ChanceOfEitherPct(atInlet.MarginK, inReturn.MarginK),
            atInlet.Findings.Concat(inReturn?.Findings ?? []).Any(BoilingMargin.LeavesOpen)
        );
}

/// <summary>
/// Finds what keeps the fuel from boiling, in the order a fitter would try: what costs a switch, then what costs a habit, then what costs parts (common
/// practice, no source).
/// </summary>
/// <param name="litres">Fuel in the tank now, L.</param>
/// <param name="tankLitres">What the tank holds, L; null where nobody knows.</param>
/// <param name="pumps">Pumps side by side.</param>
/// <param name="canCool">True where fuel comes back from the engine through a return that a cooler can be put into.</param>
/// <param name="chance">How likely it boils with so much fuel, with so much of the pumps running, 0 to 1, and with a cooler of so many W/K.</param>
/// <param name="nowPct">How likely it boils as it is, %.</param>
internal sealed class HeatRemedies(Hazy litres, double? tankLitres, int pumps, bool canCool, Func<Hazy, double, double, HeatChance> chance, double nowPct)
{
    // A tank is never quite full; fuel is thought of in jerrycans and coolers come in sizes (our own).
    private const double FullShare = 0.95;
    private const double FuelStepLitres = 5;
    private const double CoolerStepWPerK = 5;

    /// <summary>The largest cooler that is thought of, W/K.</summary>
    internal const double LargestCoolerWPerK = 60;

    // Less than this is not worth saying (our own).
    private const double LeastGainPct = 1;

    private readonly double _staged = 1.0 / pumps;

    private readonly IReadOnlyList<double> _fills =
    [
        .. CapacityRemedies.Steps((Math.Floor(litres.Value / FuelStepLitres) + 1) * FuelStepLitres, (tankLitres ?? 0) * FullShare, FuelStepLitres),
    ];

    private readonly IReadOnlyList<double> _coolers = canCool ? [.. CapacityRemedies.Steps(CoolerStepWPerK, LargestCoolerWPerK, CoolerStepWPerK)] : [];

    /// <summary>What helps; what is enough by itself first.</summary>
    public IReadOnlyList<HeatRemedy> Find()
    {
        // Of a tank that starts hotter than the air, more fuel is no help: only what helps is named, and joined.
        var helps = new[] { Stage(), Keep(), Cool() }.OfType<HeatRemedy>().Where(r => r.Enough || r.BoilsPct < nowPct - LeastGainPct).ToList();
        if (!helps.Exists(r => r.Enough) && helps.Count > 1)
        {
            helps.Add(Together(helps));
        }

        return [.. helps.OrderByDescending(r => r.Enough)];
    }

    private HeatRemedy? Stage() =>
        pumps < 2
            ? null
            : Of(
                "stagePumps",
                "Stage the pumps: one runs until the load needs the others",
                "Needs a switch by load or pressure, relay and fuse for each pump, and a check valve behind each.",
                chance(litres, _staged, 0)
            );

    private HeatRemedy? Keep() =>
        FirstEnough(_fills, l => chance(l, 1, 0)) is not var (kept, then)
            ? null
            : Of("keepFuel", Sentence.Of($"Keep at least {Say.Of(kept, Unit.Litres, 0)} in the tank"), "Needs a mark at the gauge, and an owner who keeps to it.", then);

    private HeatRemedy? Cool() =>
        FirstEnough(_coolers, w => chance(litres, 1, w)) is not var (cooler, then)
            ? null
            : Of(
                "coolReturn",
                Sentence.Of($"Put a fuel cooler of {Say.Of(cooler, Unit.WattPerK, 0)} into the return"),
                "Needs a place where air flows, hose and joints rated for fuel, and two more joints on the leak list.",
                then
            );

    // All that helps, each as far as it goes: that is where each of them stands where none is enough.
    private HeatRemedy Together(IReadOnlyList<HeatRemedy> alone)
    {
        bool Has(string code) => alone.Any(r => r.Code == code);
        return Of(
            "together",
            Sentence.Join(", and ", alone.Select((r, i) => i == 0 ? r.What : r.What.Inside())),
            null,
            chance(Has("keepFuel") ? _fills[^1] : litres, Has("stagePumps") ? _staged : 1, Has("coolReturn") ? _coolers[^1] : 0)
        );
    }

    private static HeatRemedy Of(string code, Sentence what, Sentence? needs, HeatChance then) =>
        new(code, Sentence.Of($"{what}."), $"Then the chance of boiling on that drive is {BoilingMargin.ChanceInWords(then.Pct)}.", needs, then.Pct, !then.IsLeftOpen);

    // The first that is enough, or the last where none is: halved towards, for more of it helps more or does not help at all.
    private static (double Step, HeatChance Then)? FirstEnough(IReadOnlyList<double> steps, Func<double, HeatChance> then)
    {
        if (steps.Count == 0)
        {
            return null;
        }

        var (from, to) = (0, steps.Count - 1);
        while (from < to)
        {
            var half = (from + to) / 2;
            (from, to) = then(steps[half]).IsLeftOpen ? (half + 1, to) : (from, half);
        }

        return (steps[to], then(steps[to]));
    }
}
