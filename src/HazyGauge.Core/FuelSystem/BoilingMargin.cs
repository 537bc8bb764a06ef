using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;
using HazyGauge.Core.Sentences;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Integration;
using MathNet.Numerics.RootFinding;

namespace HazyGauge.Core.FuelSystem;

/// <summary>How far a fuel is from boiling at one place.</summary>
/// <param name="VapourPressureKpa">Its vapour pressure at its temperature, kPa absolute.</param>
/// <param name="BubblePointC">Temperature at which it begins to boil at the pressure there, C.</param>
/// <param name="MarginK">How much hotter it may get, K; below 0 it boils.</param>
/// <param name="Findings">What that means.</param>
public sealed record BoilingMarginResult(Hazy VapourPressureKpa, Hazy BubblePointC, Hazy MarginK, IReadOnlyList<Finding> Findings)
{
    /// <summary>How likely it boils, %: the margin taken as normally distributed.</summary>
    public double BoilsPct => BoilingMargin.ChancePct(MarginK);
}

/// <summary>
/// How far a fuel is from boiling. It matters where pressure is low: at the pump's inlet and in a return without pressure, not in a rail.
/// </summary>
public static class BoilingMargin
{
    // Less than this is taken up by one hot soak (our own limit).
    private const double NearK = 10;

    /// <summary>Code of the finding where boiling is more likely than not.</summary>
    internal const string Probably = "probablyBoils";

    /// <summary>Code of the finding that it boils.</summary>
    internal const string Boils = "boils";
    private const double LowestC = -90;
    private const double HighestC = 230;

    /// <summary>The margin.</summary>
    /// <param name="ethanolPct">Ethanol, % by volume.</param>
    /// <param name="gasoline">Reid pressure of the gasoline alone.</param>
    /// <param name="fuel">Temperature of the fuel there.</param>
    /// <param name="there">Pressure there.</param>
    /// <param name="ledger">The ledger; what may be wrong with the law of vapour pressure is added to it.</param>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public static BoilingMarginResult Of(Hazy ethanolPct, ReidPressure<Hazy> gasoline, Celsius<Hazy> fuel, AbsolutePressure<Hazy> there, HazeLedger ledger)
    {
        new InputCheck()
            .Within(ethanolPct.Value, 0, 100, "ethanolPct", "Ethanol", Unit.Percent)
            .Within(fuel.C.Value, FuelTemperature.LowestC, FuelTemperature.HighestC, "fuelTempC", "Fuel temperature", Unit.Celsius)
            .Within(there.Kpa.Value, 20, 1000, "absolutePressureKpa", "The absolute pressure", Unit.Kpa)
            .ThrowIfAny();
        var blend = new Blend<Hazy>(ethanolPct, UsualFuels.Traditional<Hazy>());
        var bubble = BubblePointC(blend, gasoline, there, ledger);
        var margin = bubble - fuel.C;
        var pressure = BlendVapourPressure.LawAt(blend, gasoline, fuel, ledger) * BlendVapourPressure.At(blend, gasoline, fuel).Kpa;
        return new BoilingMarginResult(pressure, bubble, margin, Findings(margin));
    }

    /// <summary>How likely a margin is below 0, %.</summary>
    /// <param name="marginK">The margin, K.</param>
    public static double ChancePct(Hazy marginK) =>
        marginK.StandardU > 0 ? 100 * Normal.CDF(0, 1, -marginK.Value / marginK.StandardU)
        : marginK.Value < 0 ? 100
        : 0;

    /// <summary>How likely at least one of two margins is below 0, %. What blurs both counts once: both are normal and go together as far as they share their doubts.</summary>
    /// <param name="one">One margin, K.</param>
    /// <param name="other">The other, K.</param>
    public static double ChanceOfEitherPct(Hazy one, Hazy other)
    {
        var (first, second) = (ChancePct(one), ChancePct(other));
        if (one.StandardU == 0 || other.StandardU == 0)
        {
            return Math.Max(first, second);
        }

        // r from var(a - b) = var(a) + var(b) - 2 r u(a) u(b).
        var (a, b) = (one.StandardU, other.StandardU);
        var apart = (one - other).StandardU;
        var r = Math.Clamp(((a * a) + (b * b) - (apart * apart)) / (2 * a * b), -1, 1);
        return 100 - (100 * BothAbove(-one.Value / a, -other.Value / b, r));
    }

    // P(x > h, y > k) of two standard normals with correlation r, by integrating over x: the bivariate normal reduced to one integral (from memory).
    private static double BothAbove(double h, double k, double r)
    {
        const double Far = 8;
        if (1 - (r * r) < 1e-12)
        {
            return r > 0 ? 1 - Normal.CDF(0, 1, Math.Max(h, k)) : Math.Max(0, Normal.CDF(0, 1, -k) - Normal.CDF(0, 1, h));
        }

        var spread = Math.Sqrt(1 - (r * r));
        return h >= Far ? 0 : GaussLegendreRule.Integrate(x => Normal.PDF(0, 1, x) * Normal.CDF(0, 1, ((r * x) - k) / spread), Math.Max(h, -Far), Far, 64);
    }

    /// <summary>The blend that begins to boil first among those that may be in the tank, % by volume.</summary>
    /// <param name="lowestEthanolPct">The lowest blend, % by volume.</param>
    /// <param name="highestEthanolPct">The highest blend, % by volume.</param>
    /// <param name="gasoline">Reid pressure of the gasoline alone.</param>
    /// <param name="there">Pressure it boils against.</param>
    public static double WorstEthanolPct(double lowestEthanolPct, double highestEthanolPct, ReidPressure<Exact> gasoline, AbsolutePressure<Exact> there) =>
        Enumerable
            .Range(0, (int)Math.Ceiling(highestEthanolPct - lowestEthanolPct) + 1)
            .Select(step => Math.Min(lowestEthanolPct + step, highestEthanolPct))
            .MinBy(pct => BubblePointC(new Blend<Exact>(pct, UsualFuels.Traditional<Exact>()), gasoline, there));

    // Found with exact numbers; the haze is that of the pressure there, over its slope (implicit differentiation).
    private static Hazy BubblePointC(Blend<Hazy> blend, ReidPressure<Hazy> gasoline, AbsolutePressure<Hazy> there, HazeLedger ledger)
    {
        const double Step = 1e-3;
        var exact = new Blend<Exact>(blend.EthanolPct.Value, UsualFuels.Traditional<Exact>());
        var exactGasoline = new ReidPressure<Exact>(gasoline.Kpa.Value);
        double Kpa(double tempC) => BlendVapourPressure.At(exact, exactGasoline, new Celsius<Exact>(tempC)).Kpa.Value;
        var root = BubblePointC(exact, exactGasoline, new AbsolutePressure<Exact>(there.Kpa.Value));
        var slope = (Kpa(root + Step) - Kpa(root - Step)) / (2 * Step);
        var boiling = new Celsius<Hazy>(root);
        var over = (BlendVapourPressure.LawAt(blend, gasoline, boiling, ledger) * BlendVapourPressure.At(blend, gasoline, boiling).Kpa) - there.Kpa;
        return over.Through(root, -1 / slope);
    }

    private static double BubblePointC(Blend<Exact> blend, ReidPressure<Exact> gasoline, AbsolutePressure<Exact> there)
    {
        double Over(double tempC) => (BlendVapourPressure.At(blend, gasoline, new Celsius<Exact>(tempC)).Kpa - there.Kpa).Value;
        return Over(HighestC) < 0
            ? throw new RefusedInputException(
                "absolutePressureKpa",
                Sentence.Of($"At this pressure the fuel stays liquid beyond {Say.Given(HighestC, Unit.Celsius)}, beyond what the vapor pressure formula covers.")
            )
            : Brent.FindRoot(Over, LowestC, HighestC, 1e-9);
    }

    /// <summary>Code of the finding that it may boil.</summary>
    internal const string MayBoil = "mayBoil";

    /// <summary>True for a finding that leaves it open or says that it boils.</summary>
    internal static bool LeavesOpen(Finding finding) => finding.Code is Boils or Probably or MayBoil;

    /// <summary>A chance as it is said: never none and never sure.</summary>
    public static string ChanceInWords(double pct) =>
        pct < 1 ? "under 1 %"
        : pct > 99 ? "over 99 %"
        : FormattableString.Invariant($"{pct:0} %");

    private static List<Finding> Findings(Hazy marginK)
    {
        var chance = Sentence.Of($"{ChanceInWords(ChancePct(marginK))} chance of boiling here.");
        var half = Interval95.HalfWidth(marginK);
        if (marginK.Value + half < 0)
        {
            return
            [
                new(
                    Boils,
                    Severity.Stop,
                    "The fuel boils here. The pump then draws vapor and the pressure falls. Cool the fuel, keep more of it in the tank, or burn less volatile gasoline."
                ),
            ];
        }

        if (marginK.Value < 0)
        {
            return [new(Probably, Severity.Caution, chance + "Cool it, keep more of it in the tank, or measure its temperature on a hot day before relying on anything.")];
        }

        if (marginK.Value - half < 0)
        {
            return [new(MayBoil, Severity.Caution, chance + "Measure its temperature on a hot day before relying on it.")];
        }

        return marginK.Value < NearK
            ? [new("nearBoiling", Severity.Caution, "The fuel is close to boiling. One hot soak or a mountain pass can take up the margin.")]
            : [new("farFromBoiling", Severity.Info, "The fuel does not boil here.")];
    }
}
