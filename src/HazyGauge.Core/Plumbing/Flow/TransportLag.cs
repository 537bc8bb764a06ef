using System.Numerics;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using MathNet.Numerics.RootFinding;

namespace HazyGauge.Core.Plumbing.Flow;

/// <summary>A volume between two places of the line.</summary>
/// <param name="Name">What it is.</param>
/// <param name="Ml">What it holds, mL.</param>
/// <param name="Mixes">True where new fuel mixes with the old one in it, as in a filter; false where it pushes the old one out, as in a hose. Left out, it mixes.</param>
public sealed record LagVolume(string Name, Hazy Ml, bool? Mixes = null);

/// <summary>How late a change of the fuel arrives.</summary>
/// <param name="VolumesMl">The volumes on the way.</param>
/// <param name="FlowsLph">The flows it is asked for, L/h.</param>
/// <param name="StepPct">The change, ethanol points. Default 75: from E10 to E85.</param>
public sealed record TransportLagQuery(IReadOnlyList<LagVolume>? VolumesMl, [MostItems(TransportLagQuery.MostFlows)] IReadOnlyList<Hazy>? FlowsLph, double? StepPct = null)
{
    private const int MostVolumes = 20;
    internal const int MostFlows = 50;

    /// <summary>The lag at every flow.</summary>
    /// <exception cref="RefusedInputException">Something cannot be.</exception>
    public TransportLagResult Answer()
    {
        var check = new InputCheck().Within(StepPct, TransportLag.WithinPct, 100, "stepPct", "The change, ethanol points,");
        if (VolumesMl is not { Count: >= 1 and <= MostVolumes })
        {
            check.Refuse("volumesMl", $"Name 1 to {MostVolumes} volumes on the way.");
        }

        if (FlowsLph is not { Count: >= 1 and <= MostFlows })
        {
            check.Refuse("flowsLph", $"Name 1 to {MostFlows} flows.");
        }

        check.ThrowIfAny();
        for (var i = 0; i < VolumesMl!.Count; i++)
        {
            check.Within(VolumesMl[i].Ml, 0, 1_000_000, $"volumesMl[{i}].ml", "A volume, mL,");
        }

        for (var i = 0; i < FlowsLph!.Count; i++)
        {
            check.Within(FlowsLph[i], 0.001, 10_000, $"flowsLph[{i}]", "A flow", Unit.Lph);
        }

        check.ThrowIfAny();
        return new([.. FlowsLph.Select(f => new FlowLag(f, TransportLag.PlugS(VolumesMl, f), TransportLag.MixedS(VolumesMl, f, StepPct ?? TransportLag.UsualStepPct)))]);
    }
}

/// <summary>How late it arrives at one flow.</summary>
/// <param name="FlowLph">The flow, L/h.</param>
/// <param name="PlugFlowS">Where nothing mixes, s: the first of it, and all of it.</param>
/// <param name="Within2PointsS">Where it mixes, until no more than two points are missing, s.</param>
public sealed record FlowLag(Hazy FlowLph, Hazy PlugFlowS, Hazy Within2PointsS);

/// <summary>How late it arrives.</summary>
/// <param name="Flows">At every flow.</param>
public sealed record TransportLagResult(IReadOnlyList<FlowLag> Flows);

/// <summary>
/// Time fuel takes through volumes. Where nothing mixes it is volume over flow. A volume that mixes is a stirred vessel: its outflow follows its inflow with the
/// time constant volume over flow, and several in a row answer a step with the sum of exponential delays (Levenspiel, Chemical Reaction Engineering, tanks in series).
/// </summary>
public static class TransportLag
{
    /// <summary>What may be missing where it counts as arrived, ethanol points.</summary>
    public const double WithinPct = 2;

    /// <summary>The change that is usual, ethanol points: from E10 to E85.</summary>
    public const double UsualStepPct = 75;

    /// <summary>Time without mixing, s.</summary>
    public static Hazy PlugS(IEnumerable<LagVolume> volumes, Hazy flowLph) => volumes.Aggregate((Hazy)0.0, (sum, v) => sum + v.Ml) * 3.6 / flowLph;

    /// <summary>Time until no more than two points of a change are missing, s.</summary>
    /// <param name="volumes">The volumes.</param>
    /// <param name="flowLph">The flow, L/h, above 0.</param>
    /// <param name="stepPct">The change, ethanol points.</param>
    public static Hazy MixedS(IReadOnlyCollection<LagVolume> volumes, Hazy flowLph, double stepPct)
    {
        var stirred = volumes.Where(v => v.Mixes != false && v.Ml.Value > 0).Select(v => v.Ml).ToList();
        var pushed = volumes.Where(v => v.Mixes == false).Aggregate((Hazy)0.0, (sum, v) => sum + v.Ml);
        return (pushed + UntilMl(stirred, WithinPct / stepPct)) * 3.6 / flowLph;
    }

    // Fuel that has to run through, mL, until the share that is missing is down to so much.
    private static Hazy UntilMl(List<Hazy> stirred, double share) =>
        stirred.Count == 0 || share >= 1 ? 0.0 : HazyFunction.Of([.. stirred.Select(ml => new LimitedNumber(ml, 0, double.MaxValue))], ml => Until(ml, share));

    // No sum of such delays is later than the same with all of its volume ten times over.
    private static double Until(IReadOnlyList<double> ml, double share)
    {
        var all = ml.Sum();
        return Brent.FindRoot(v => Missing(ml, v) - share, all * 1e-6, 20 * all, 1e-10 * all);
    }

    // What is missing behind the vessels after so many mL: its Laplace transform is (1 - product of 1/(1 + s size)) / s, turned back by the fixed Talbot method (Abate and
    // Valko, 2004).
    private static double Missing(IReadOnlyList<double> ml, double ran)
    {
        const int Nodes = 32;
        var r = 2.0 * Nodes / (5 * ran);
        Complex Transform(Complex s) => (1 - ml.Aggregate(Complex.One, (product, size) => product / (1 + (s * size)))) / s;
        var sum = 0.5 * (Transform(r) * Math.Exp(r * ran)).Real;
        for (var k = 1; k < Nodes; k++)
        {
            var theta = k * Math.PI / Nodes;
            var cot = 1 / Math.Tan(theta);
            var s = new Complex(r * theta * cot, r * theta);
            var sigma = theta + (((theta * cot) - 1) * cot);
            sum += (Complex.Exp(s * ran) * Transform(s) * new Complex(1, sigma)).Real;
        }

        return r / Nodes * sum;
    }
}
