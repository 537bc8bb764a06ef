using HazyGauge.Core.Haze;

namespace HazyGauge.Core.FuelSystem;

/// <summary>Use of one component over a grid of blends and powers.</summary>
/// <param name="Component">The component.</param>
/// <param name="UsePct">Use, % of its limit, first by blend, then by power.</param>
/// <param name="U">Its standard uncertainty, likewise.</param>
public sealed record UseGrid(FuelComponent Component, IReadOnlyList<double[]> UsePct, IReadOnlyList<double[]> U);

/// <summary>Most power over all blends.</summary>
/// <param name="Component">The component that limits it.</param>
/// <param name="MaxPowerKw">Most power at each blend, kW.</param>
public sealed record LimitLine(FuelComponent Component, IReadOnlyList<Hazy> MaxPowerKw);

/// <summary>Where power and ethanol meet the limits of a fuel system.</summary>
/// <param name="EthanolPcts">The blends.</param>
/// <param name="PowersKw">The powers.</param>
/// <param name="Uses">Use of every component on the grid.</param>
/// <param name="Lines">The limiting line of every component over the blends.</param>
/// <param name="MaxPowerKw">The lowest of them at every blend; empty where no component is known.</param>
/// <param name="MaxEthanolPct">Most ethanol at each power; null where not even E0 works.</param>
public sealed record CapacityEnvelope(
    IReadOnlyList<double> EthanolPcts,
    IReadOnlyList<double> PowersKw,
    IReadOnlyList<UseGrid> Uses,
    IReadOnlyList<LimitLine> Lines,
    IReadOnlyList<Hazy> MaxPowerKw,
    IReadOnlyList<Hazy?> MaxEthanolPct
)
{
    // Digits beyond these say nothing, and make the answer half again as long.
    private const int Digits = 5;

    /// <summary>The envelope of a system over a grid; a blend costs the formulas once, a power on it two operations.</summary>
    public static CapacityEnvelope Of(DeliverySystem<Hazy> system, IReadOnlyList<double> ethanolPcts, IReadOnlyList<double> powersKw)
    {
        var limits = new CapacityLimits(system);
        var grids = new List<UseGrid>();
        var lines = new List<LimitLine>();
        foreach (var component in system.Components)
        {
            var uses = ethanolPcts.Select(e => system.Use(component, e)).ToList();
            grids.Add(Grid(component, uses, powersKw));
            lines.Add(new LimitLine(component, [.. uses.Select(u => u.MaxPowerKw)]));
        }

        IReadOnlyList<Hazy> together = lines.Count == 0 ? [] : [.. ethanolPcts.Select((_, i) => HazyLimit.Least([.. lines.Select(l => l.MaxPowerKw[i])]))];
        return new CapacityEnvelope(ethanolPcts, powersKw, grids, lines, together, [.. powersKw.Select(p => limits.MaxEthanolPct(p))]);
    }

    private static UseGrid Grid(FuelComponent component, List<UseLine<Hazy>> uses, IReadOnlyList<double> powersKw)
    {
        var at = uses.Select(line => powersKw.Select(p => line.At(p)).ToArray()).ToList();
        return new UseGrid(component, Rounded(at, u => u.Value), Rounded(at, u => u.StandardU));
    }

    private static List<double[]> Rounded(List<Hazy[]> rows, Func<Hazy, double> of) => [.. rows.Select(row => Array.ConvertAll(row, u => Math.Round(of(u), Digits)))];
}
