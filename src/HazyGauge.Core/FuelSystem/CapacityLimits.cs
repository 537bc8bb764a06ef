using System.Text.Json.Serialization;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using MathNet.Numerics.RootFinding;

namespace HazyGauge.Core.FuelSystem;

/// <summary>How heavily a component is used.</summary>
/// <param name="Component">The component.</param>
/// <param name="UsePct">Its use, % of its limit; above 100 it is too small.</param>
/// <param name="Limit">Of which limit, behind a percentage: "of their limit, 85 % duty".</param>
public sealed record ComponentUse(FuelComponent Component, Hazy UsePct, Sentence Limit)
{
    /// <summary>True where the best estimate lies within the limit.</summary>
    public bool Ok => UsePct.Value <= 100;

    /// <summary>True where all of its haze lies on that side of the limit.</summary>
    public bool Sure => Ok ? IsSurelyOk : IsSurelyTooSmall;

    /// <summary>True where all of its haze lies within the limit.</summary>
    [JsonIgnore]
    public bool IsSurelyOk => UsePct.Value + Interval95.HalfWidth(UsePct) <= 100;

    /// <summary>True where all of its haze lies beyond the limit.</summary>
    [JsonIgnore]
    public bool IsSurelyTooSmall => UsePct.Value - Interval95.HalfWidth(UsePct) > 100;
}

/// <summary>How far a fuel system reaches at one power and on one blend.</summary>
public sealed class CapacityLimits
{
    // A limit a little beyond neat ethanol still blurs "E100 works"; the formulas go on smoothly that far.
    private const double BeyondNeatPct = 130;

    private readonly DeliverySystem<Hazy> _system;
    private readonly DeliverySystem<Exact> _exact;

    /// <summary>The limits of a system.</summary>
    public CapacityLimits(DeliverySystem<Hazy> system)
    {
        _system = system;
        _exact = ExactSystem.Of(system);
    }

    /// <summary>The use of every known component, the heaviest first.</summary>
    public IReadOnlyList<ComponentUse> Uses(Hazy powerKw, Hazy ethanolPct) =>
        [.. _system.Components.Select(c => UseOf(_system, c, powerKw, ethanolPct)).OrderByDescending(u => u.UsePct.Value)];

    /// <summary>The use of one component of a system.</summary>
    /// <exception cref="InvalidOperationException">The component is not known.</exception>
    public static ComponentUse UseOf(DeliverySystem<Hazy> system, FuelComponent component, Hazy powerKw, Hazy ethanolPct) =>
        new(component, system.Use(component, ethanolPct).At(powerKw), FuelComponentWords.LimitOf(system, component));

    /// <summary>The component that sets the most power on a blend; null where none is known.</summary>
    public FuelComponent? Binding(Hazy ethanolPct) => _system.Components.Count == 0 ? null : _system.Components.MinBy(c => _exact.Use(c, ethanolPct.Value).MaxPowerKw.Value);

    /// <summary>The component that sets the most ethanol at a power; null where none is known.</summary>
    /// <param name="powerKw">The power.</param>
    /// <param name="maxEthanolPct">Most ethanol at it; null where not even E0 works.</param>
    public FuelComponent? EthanolBinding(Hazy powerKw, Hazy? maxEthanolPct) =>
        _system.Components.Count == 0 ? null : _system.Components.MaxBy(c => _exact.Use(c, maxEthanolPct?.Value ?? 0).At(powerKw.Value).Value);

    /// <summary>Most power on a blend, kW, near a tie with the haze of the smaller of both; null where no component is known.</summary>
    public Hazy? MaxPowerKw(Hazy ethanolPct) => _system.Components.Count == 0 ? null : HazyLimit.Least([.. _system.Components.Select(c => _system.Use(c, ethanolPct).MaxPowerKw)]);

    /// <summary>Most ethanol at a power, % by volume, at most 100; null where not even E0 works, or no component is known.</summary>
    public Hazy? MaxEthanolPct(Hazy powerKw)
    {
        var roots = new List<Hazy>();
        foreach (var component in _system.Components)
        {
            double Over(double ethanolPct) => _exact.Use(component, ethanolPct).At(powerKw.Value).Value - 100;
            if (Over(0) > 0 && Over(100) > 0)
            {
                return null;
            }

            if (Over(0) <= 0 && Over(BeyondNeatPct) > 0)
            {
                roots.Add(Root(component, Over, powerKw));
            }
        }

        return roots.Count > 0 ? HazyLimit.AtMost(roots, 100)
            : _system.Components.Count > 0 ? 100.0
            : null;
    }

    // The root is found with exact numbers; its haze is that of the use there, over the slope of the use (implicit differentiation). Where the use bends, the
    // low end is looked for where it is: at the blend that is just surely carried.
    private Hazy Root(FuelComponent component, Func<double, double> over, Hazy powerKw)
    {
        const double Step = 1e-3;
        var root = Brent.FindRoot(over, 0, BeyondNeatPct, 1e-10);
        var slope = (over(root + Step) - over(root - Step)) / (2 * Step);
        var straight = _system.Use(component, root).At(powerKw).Through(root, -1 / slope);
        var half = Interval95.HalfWidth(straight);
        return half > 0 && root > half ? straight.Through(root, Math.Max(1, (root - SurelyCarried(component, powerKw, root, half)) / half)) : straight;
    }

    // A use is multiplied and divided out of its parts, so that what is doubtful of it lies evenly in its logarithm.
    private double SurelyCarried(FuelComponent component, Hazy powerKw, double root, double half)
    {
        const int Steps = 3;
        double Over(double ethanolPct)
        {
            var use = _system.Use(component, ethanolPct).At(powerKw);
            return (use.Value * Math.Exp(Interval95.HalfWidth(use) / use.Value)) - 100;
        }

        var (before, at) = (root, root - half);
        var (overBefore, over) = (Over(before), Over(at));
        for (var i = 0; i < Steps && over != overBefore; i++)
        {
            var next = Math.Clamp(at - (over * (at - before) / (over - overBefore)), 0, root);
            (before, overBefore, at, over) = (at, over, next, Over(next));
        }

        return at;
    }
}
