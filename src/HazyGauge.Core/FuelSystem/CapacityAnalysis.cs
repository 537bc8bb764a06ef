using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.FuelSystem;

/// <summary>Whether the wanted point lies inside the envelope.</summary>
public enum CapacityVerdict
{
    /// <summary>No component is known.</summary>
    NotKnown,

    /// <summary>All of its haze lies inside.</summary>
    Carried,

    /// <summary>It lies near the limit, inside or outside as far as is known.</summary>
    Doubtful,

    /// <summary>It surely is not carried; a lower blend at this power is, or may be.</summary>
    Capped,

    /// <summary>Surely not even E0 is carried at this power.</summary>
    TooSmall,
}

/// <summary>A number of the answer.</summary>
public enum CapacityNumber
{
    /// <summary>Most ethanol at the power.</summary>
    MaxEthanolPct,

    /// <summary>Most power on the blend.</summary>
    MaxPowerKw,

    /// <summary>Fuel the engine takes.</summary>
    FuelMassFlowKgH,
}

/// <summary>What a fuel system carries at one point.</summary>
/// <param name="PowerKw">The power, kW.</param>
/// <param name="EthanolPct">The blend, % by volume.</param>
/// <param name="FuelMassFlowKgH">Fuel the engine takes, kg/h.</param>
/// <param name="FuelVolumeFlowLph">The same at fuel temperature, L/h.</param>
/// <param name="InjectorDutyPct">Duty of the injectors in the ports, dead time included, %; null where there are none.</param>
/// <param name="WindowUsePct">Pulse needed over the window, direct injectors, %; null where there are none.</param>
/// <param name="HighPressurePumpUsePct">Demand over delivery of the high-pressure pump, %; null where it is not known.</param>
/// <param name="PumpAvailableLph">What all low-pressure pumps deliver there, before margin, L/h; null where they are not known.</param>
/// <param name="PumpUsePct">Demand over what they deliver, before margin, %; the margin counts in limits.</param>
/// <param name="Limits">The use of every component, the heaviest first.</param>
/// <param name="Binding">What sets the most power on this blend; null where nothing is known.</param>
/// <param name="EthanolBinding">What sets the most ethanol at this power; null where nothing is known.</param>
/// <param name="MaxEthanolPct">Most ethanol at this power, at most 100; null where not even E0 works, or nothing is known.</param>
/// <param name="MaxPowerKw">Most power on this blend, kW; null where nothing is known.</param>
/// <param name="Verdict">Whether the point lies inside.</param>
/// <param name="Remedies">What would bring it inside; none where it surely is.</param>
/// <param name="BudgetOf">Which number the budget is of: most ethanol at this power; where that is without doubt, most power on this blend, else the fuel taken.</param>
/// <param name="Budget">Where its doubt comes from.</param>
/// <param name="Findings">What to mind, the gravest first.</param>
public sealed record CapacityResult(
    Hazy PowerKw,
    Hazy EthanolPct,
    Hazy FuelMassFlowKgH,
    Hazy FuelVolumeFlowLph,
    Hazy? InjectorDutyPct,
    Hazy? WindowUsePct,
    Hazy? HighPressurePumpUsePct,
    Hazy? PumpAvailableLph,
    Hazy? PumpUsePct,
    IReadOnlyList<ComponentUse> Limits,
    FuelComponent? Binding,
    FuelComponent? EthanolBinding,
    Hazy? MaxEthanolPct,
    Hazy? MaxPowerKw,
    CapacityVerdict Verdict,
    IReadOnlyList<CapacityRemedy> Remedies,
    CapacityNumber BudgetOf,
    IReadOnlyList<BudgetLine> Budget,
    IReadOnlyList<Finding> Findings
);

/// <summary>Analyses one point of a fuel system.</summary>
public static class CapacityAnalysis
{
    // Where every blend is carried by far, what is left of the doubt about that says nothing.
    private const double NoDoubtPct = 0.05;

    /// <summary>What the system carries there.</summary>
    public static CapacityResult Of(DeliverySystem<Hazy> system, Hazy powerKw, Hazy ethanolPct)
    {
        var limits = new CapacityLimits(system);
        var uses = limits.Uses(powerKw, ethanolPct);
        var (maxEthanol, maxPower, mass) = (limits.MaxEthanolPct(powerKw), limits.MaxPowerKw(ethanolPct), system.Demand.MassKgH(powerKw, ethanolPct));
        var (budgetOf, number) =
            maxEthanol is { StandardU: > NoDoubtPct } ? (CapacityNumber.MaxEthanolPct, maxEthanol.Value)
            : maxPower is { StandardU: > 0 } ? (CapacityNumber.MaxPowerKw, maxPower.Value)
            : (CapacityNumber.FuelMassFlowKgH, mass);
        Hazy? Use(FuelComponent component) => uses.FirstOrDefault(u => u.Component == component)?.UsePct;
        return new CapacityResult(
            powerKw,
            ethanolPct,
            mass,
            system.Demand.VolumeLph(powerKw, ethanolPct),
            system.InjectorDutyPct(powerKw, ethanolPct),
            Use(FuelComponent.DirectInjection),
            Use(FuelComponent.HighPressurePump),
            system.LowPressurePump?.AvailableLph,
            system.PumpUsePct(powerKw, ethanolPct),
            uses,
            limits.Binding(ethanolPct),
            limits.EthanolBinding(powerKw, maxEthanol),
            maxEthanol,
            maxPower,
            Verdict(uses, limits.Uses(powerKw, 0)),
            CapacityRemedies.Of(system, powerKw, ethanolPct),
            budgetOf,
            HazeBudget.Of(number),
            [.. Findings(system).OrderByDescending(f => f.Severity)]
        );
    }

    private static CapacityVerdict Verdict(IReadOnlyList<ComponentUse> uses, IReadOnlyList<ComponentUse> onGasoline) =>
        uses.Count == 0 ? CapacityVerdict.NotKnown
        : uses.All(u => u.IsSurelyOk) ? CapacityVerdict.Carried
        : !uses.Any(u => u.IsSurelyTooSmall) ? CapacityVerdict.Doubtful
        : onGasoline.Any(u => u.IsSurelyTooSmall) ? CapacityVerdict.TooSmall
        : CapacityVerdict.Capped;

    private static IEnumerable<Finding> Findings(DeliverySystem<Hazy> system)
    {
        if (system.Components.Count == 0)
        {
            yield return new Finding(
                "noComponents",
                Severity.Caution,
                "Nothing is known about pump or injectors yet, so there is no limit to show. Give the injectors, the pump or the high-pressure side."
            );
        }

        if (system is { HasBothSets: true, PortSharePct: null })
        {
            yield return new Finding(
                "shareNotKnown",
                Severity.Caution,
                "Fuel goes into ports and cylinders; each set is calculated as if it fed all of it. Log which share the ports take at full load and give it."
            );
        }

        if (system.Injectors is { } ports)
        {
            var dead = ports.DeadDutyPct(system.Demand.EngineRpm);
            if (dead.Value >= ports.DutyLimitPct.Value)
            {
                yield return new Finding(
                    "deadTimeOnly",
                    Severity.Stop,
                    "At this engine speed the dead time alone uses up the duty limit: no fuel is left to give. Look at dead time and engine speed again."
                );
            }
            else if (dead.Value > ports.DutyLimitPct.Value / 4)
            {
                yield return new Finding(
                    "deadTimeLarge",
                    Severity.Caution,
                    Sentence.Of($"Dead time alone takes {dead.Value:0} % of duty at this engine speed. Check it before anything is bought.")
                );
            }
        }
    }
}
