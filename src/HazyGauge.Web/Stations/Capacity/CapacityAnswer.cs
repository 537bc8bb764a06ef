using System.Text.Json.Nodes;
using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Capacity;

/// <summary>A component and its limit.</summary>
/// <param name="Component">The component.</param>
/// <param name="UsePct">Its use, % of its limit.</param>
/// <param name="Ok">True where the best estimate lies within the limit.</param>
/// <param name="Sure">True where all of its haze lies on that side of the limit.</param>
public sealed record LimitAnswer(FuelComponent Component, HazyNumber UsePct, bool Ok, bool Sure);

/// <summary>A way to bring the wanted point inside.</summary>
/// <param name="Code">What kind of remedy it is: capBlend, lowerPower, largerInjectors, raisePressure, secondPump, portInjection, portShare or together.</param>
/// <param name="Text">What to do and what it comes to.</param>
/// <param name="What">What to do.</param>
/// <param name="NewMaxEthanolPct">Most ethanol at the power afterwards; null where not even E0 works.</param>
/// <param name="NewMaxPowerKw">Most power on the blend afterwards.</param>
/// <param name="NewBinding">What sets that afterwards.</param>
/// <param name="Enough">True where the wanted point, or the one to stay at, is then carried with all of its haze.</param>
/// <param name="PowerKw">The power to stay at; null where it stays.</param>
/// <param name="EthanolPct">The blend to stay at; null where it stays.</param>
/// <param name="Change">What is done to the fuel system.</param>
/// <param name="Apply">The same as a merge patch (RFC 7396) for the request, which then gives the new limits; null where there was no such request.</param>
public sealed record RemedyAnswer(
    string Code,
    string Text,
    string What,
    HazyNumber? NewMaxEthanolPct,
    HazyNumber? NewMaxPowerKw,
    FuelComponent? NewBinding,
    bool Enough,
    double? PowerKw,
    double? EthanolPct,
    CapacityChange Change,
    JsonObject? Apply);

/// <summary>What a fuel system carries at one point.</summary>
/// <param name="FuelMassFlowKgH">Fuel the engine takes, kg/h.</param>
/// <param name="FuelVolumeFlowLph">The same at fuel temperature, L/h.</param>
/// <param name="InjectorDutyPct">Duty of the injectors in the ports, dead time included; null where there are none.</param>
/// <param name="WindowUsePct">Pulse needed over the window, cylinders' injectors; null where there are none.</param>
/// <param name="HighPressurePumpUsePct">Demand over delivery of the high-pressure pump; null where it is not known.</param>
/// <param name="PumpAvailableLph">What all low-pressure pumps deliver there, before margin; null where they are not known.</param>
/// <param name="PumpUsePct">Demand over what they deliver, before margin; the margin counts in limits.</param>
/// <param name="Limits">The components, the heaviest used first.</param>
/// <param name="Binding">What sets the most power on this blend; null where nothing is known.</param>
/// <param name="EthanolBinding">What sets the most ethanol at this power; null where nothing is known.</param>
/// <param name="MaxEthanolPct">Most ethanol at this power, at most 100; null where not even E0 works, or nothing is known.</param>
/// <param name="MaxPowerKw">Most power on this blend; null where nothing is known.</param>
/// <param name="Verdict">Whether the point lies inside.</param>
/// <param name="Remedies">What would bring it inside, with all of its haze.</param>
/// <param name="BudgetOf">Which number the budget is of: maxEthanolPct; maxPowerKw where that is without doubt; else fuelMassFlowKgH.</param>
/// <param name="Budget">Where its doubt comes from.</param>
/// <param name="Findings">What to mind.</param>
public sealed record CapacityAnswer(
    HazyNumber FuelMassFlowKgH,
    HazyNumber FuelVolumeFlowLph,
    HazyNumber? InjectorDutyPct,
    HazyNumber? WindowUsePct,
    HazyNumber? HighPressurePumpUsePct,
    HazyNumber? PumpAvailableLph,
    HazyNumber? PumpUsePct,
    IReadOnlyList<LimitAnswer> Limits,
    FuelComponent? Binding,
    FuelComponent? EthanolBinding,
    HazyNumber? MaxEthanolPct,
    HazyNumber? MaxPowerKw,
    CapacityVerdict Verdict,
    IReadOnlyList<RemedyAnswer> Remedies,
    CapacityNumber BudgetOf,
    IReadOnlyList<BudgetLine> Budget,
    IReadOnlyList<Finding> Findings)
{
    /// <summary>The answer for a result of Core.</summary>
    /// <param name="result">The result.</param>
    /// <param name="system">The system it was reckoned for.</param>
    /// <param name="withPatches">True where a request of this kind was asked, so that a remedy can be said as a patch of it.</param>
    public static CapacityAnswer From(CapacityResult result, DeliverySystem<Hazy> system, bool withPatches)
    {
        Hazy? Use(FuelComponent component) => result.Uses.FirstOrDefault(u => u.Component == component)?.UsePct;
        return new CapacityAnswer(
            HazyNumber.From(result.FuelMassFlowKgH),
            HazyNumber.From(result.FuelVolumeFlowLph),
            HazyNumber.From(result.InjectorDutyPct),
            HazyNumber.From(Use(FuelComponent.DirectInjection)),
            HazyNumber.From(Use(FuelComponent.HighPressurePump)),
            HazyNumber.From(system.LowPressurePump?.AvailableLph),
            HazyNumber.From(system.PumpUsePct(result.PowerKw, result.EthanolPct)),
            [.. result.Uses.Select(u => new LimitAnswer(u.Component, HazyNumber.From(u.UsePct), u.IsOk, u.IsSurelyOk || u.IsSurelyTooSmall))],
            result.Binding,
            result.EthanolBinding,
            HazyNumber.From(result.MaxEthanolPct),
            HazyNumber.From(result.MaxPowerKw),
            result.Verdict,
            [.. result.Remedies.Select(r => new RemedyAnswer(
                r.Code, r.Text, r.What, HazyNumber.From(r.NewMaxEthanolPct), HazyNumber.From(r.NewMaxPowerKw), r.NewBinding, r.IsEnough, r.PowerKw, r.EthanolPct, r.Change, withPatches ? RemedyPatch.Of(r, system) : null))],
            result.AnswerIs,
            BudgetLine.From(HazeBudget.Of(result.Answer)),
            result.Findings);
    }
}

/// <summary>A remedy as a merge patch of the request.</summary>
internal static class RemedyPatch
{
    /// <summary>What to set in the request so that it describes the system afterwards.</summary>
    public static JsonObject Of(CapacityRemedy remedy, DeliverySystem<Hazy> system)
    {
        var patch = new JsonObject();
        void Set(string name, double? value)
        {
            if (value is { } number)
            {
                patch[name] = number;
            }
        }

        Set("powerKw", remedy.PowerKw);
        Set("ethanolPct", remedy.EthanolPct);
        Set("portSharePct", remedy.Change.PortSharePct);
        var changed = remedy.Change.ApplyTo(system);
        if (remedy.Change.AddedPorts is not null && changed.Injectors is { } added)
        {
            patch["injectors"] = new JsonObject
            {
                ["count"] = added.Count,
                ["ratedFlowCcMin"] = added.RatedFlowCcMin.Value,
                ["ratedPressureKpa"] = added.RatedPressureKpa.Value,
                ["pressureDropKpa"] = added.PressureDropKpa.Value,
                ["deadTimeMs"] = added.DeadTimeMs.Value,
            };
        }
        else if (remedy.Change is { RatedFlowCcMin: not null } or { BaseRiseKpa: not null } && changed.Injectors is { } ports)
        {
            var injectors = new JsonObject();
            if (remedy.Change.RatedFlowCcMin is { } flow)
            {
                injectors["ratedFlowCcMin"] = flow;
            }

            if (remedy.Change.BaseRiseKpa is not null)
            {
                injectors["pressureDropKpa"] = Hazy(ports.PressureDropKpa);
            }

            patch["injectors"] = injectors;
        }

        if (remedy.Change is { PumpCount: not null } or { BaseRiseKpa: not null } && changed.LowPressurePump is { } pump)
        {
            var low = new JsonObject();
            if (remedy.Change.PumpCount is { } count)
            {
                low["count"] = count;
            }

            if (remedy.Change.BaseRiseKpa is not null)
            {
                low["gaugePressureKpa"] = Hazy(pump.GaugePressureKpa);
            }

            patch["lowPressurePump"] = low;
        }

        return patch;
    }

    private static JsonNode Hazy(Hazy number)
    {
        var parts = number.Parts.ToList();
        return parts.Count == 0 ? JsonValue.Create(number.Value) : new JsonObject
        {
            ["value"] = number.Value,
            ["u"] = number.StandardU,
            ["plusMinus"] = null,
            ["parts"] = new JsonArray([.. parts.Select(p => new JsonObject { ["source"] = p.Source.Id, ["u"] = p.U })]),
        };
    }
}

/// <summary>Use of one component over the grid.</summary>
/// <param name="Component">The component.</param>
/// <param name="UsePct">Use, % of its limit, first by blend, then by power.</param>
/// <param name="U">Its standard uncertainty, likewise.</param>
public sealed record UseGridAnswer(FuelComponent Component, IReadOnlyList<IReadOnlyList<double>> UsePct, IReadOnlyList<IReadOnlyList<double>> U)
{
    // Digits beyond these say nothing, and make the answer half again as long.
    private const int Digits = 5;

    /// <summary>The answer for a grid of Core.</summary>
    public static UseGridAnswer From(UseGrid grid) => new(grid.Component, Rounded(grid.UsePct), Rounded(grid.U));

    private static List<double[]> Rounded(IReadOnlyList<double[]> rows) => [.. rows.Select(row => Array.ConvertAll(row, n => Math.Round(n, Digits)))];
}

/// <summary>The limiting line of one component.</summary>
/// <param name="Component">The component.</param>
/// <param name="MaxPowerKw">Most power at each blend.</param>
public sealed record LimitLineAnswer(FuelComponent Component, IReadOnlyList<HazyNumber> MaxPowerKw);

/// <summary>Where power and ethanol meet the limits of a fuel system.</summary>
/// <param name="EthanolPcts">The blends.</param>
/// <param name="PowersKw">The powers.</param>
/// <param name="Uses">Use of every component on the grid.</param>
/// <param name="Lines">The limiting line of every component over the blends.</param>
/// <param name="MaxPowerKw">The lowest of them at every blend; empty where no component is known.</param>
/// <param name="MaxEthanolPct">Most ethanol at each power; null where not even E0 works.</param>
public sealed record CapacityEnvelopeAnswer(
    IReadOnlyList<double> EthanolPcts,
    IReadOnlyList<double> PowersKw,
    IReadOnlyList<UseGridAnswer> Uses,
    IReadOnlyList<LimitLineAnswer> Lines,
    IReadOnlyList<HazyNumber> MaxPowerKw,
    IReadOnlyList<HazyNumber?> MaxEthanolPct)
{
    /// <summary>The answer for an envelope of Core.</summary>
    public static CapacityEnvelopeAnswer From(CapacityEnvelope envelope) => new(
        envelope.EthanolPcts,
        envelope.PowersKw,
        [.. envelope.Grids.Select(UseGridAnswer.From)],
        [.. envelope.Lines.Select(l => new LimitLineAnswer(l.Component!.Value, [.. l.MaxPowerKw.Select(HazyNumber.From)]))],
        [.. (envelope.Together?.MaxPowerKw ?? []).Select(HazyNumber.From)],
        [.. envelope.MaxEthanolPct.Select(HazyNumber.From)]);
}
