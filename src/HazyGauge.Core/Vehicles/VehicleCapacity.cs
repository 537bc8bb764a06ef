using System.Globalization;
using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>What is asked of a vehicle's fuel system: full load, what is done to it, and the hottest drive.</summary>
/// <param name="Load">Full load.</param>
/// <param name="Change">What is planned to be done to the fuel system.</param>
/// <param name="Drive">The hottest drive.</param>
public sealed record CapacityPlan(FullLoad Load, CapacityChange Change, HotDrive Drive);

/// <summary>What a vehicle's fuel system comes to.</summary>
/// <param name="AsFound">The system as it is.</param>
/// <param name="Planned">The system with what is planned.</param>
/// <param name="AtPoint">What the planned system carries at the wanted point; null where no power is known.</param>
/// <param name="Drive">What the hottest drive comes to.</param>
/// <param name="Failsafe">A failsafe on the low side's pressure; null where the pressure leaves nothing to guard.</param>
/// <param name="Assumed">The figures that had to be assumed, by the answer they stand for.</param>
/// <param name="Findings">What to mind, the gravest first.</param>
public sealed record VehicleCapacityResult(
    DeliverySystem<Hazy> AsFound,
    DeliverySystem<Hazy> Planned,
    CapacityResult? AtPoint,
    HotDriveResult Drive,
    LowSideFailsafe? Failsafe,
    IReadOnlyDictionary<string, Assumption> Assumed,
    IReadOnlyList<Finding> Findings);

/// <summary>Reckons the capacity of a surveyed vehicle.</summary>
public static class VehicleCapacity
{
    /// <summary>What the plan comes to.</summary>
    /// <param name="survey">What was found; its hazy numbers stand on the ledger.</param>
    /// <param name="plan">What is asked.</param>
    /// <param name="ledger">The ledger; typical figures are added to it.</param>
    /// <exception cref="RefusedInputException">Survey or plan hold what cannot be.</exception>
    public static VehicleCapacityResult Of(VehicleSurvey survey, CapacityPlan plan, HazeLedger ledger)
    {
        SurveyRules.Check(survey);
        plan.Drive.Check(plan.Load.Check(new InputCheck())).ThrowIfAny();
        var system = SurveyedFuelSystem.Of(survey, plan.Load, ledger);
        CheckChange(plan.Change, system.Delivery);
        var planned = plan.Change.ApplyTo(system.Delivery);
        var atPoint = system.PowerKw is { } power ? CapacityAnalysis.Of(planned, power, system.EthanolPct) : null;
        var drive = system.Reckon(plan.Drive, planned);
        var basePressure = system.BasePressureKpa + (plan.Change.BaseRiseKpa ?? 0);
        return new VehicleCapacityResult(
            system.Delivery,
            planned,
            atPoint,
            drive,
            Failsafe(survey, system, planned, basePressure, drive),
            system.Assumed,
            [.. Findings(survey, system, plan, drive).Concat(atPoint?.Findings ?? []).OrderByDescending(f => f.Severity)]);
    }

    private static void CheckChange(CapacityChange change, DeliverySystem<Hazy> system)
    {
        var check = new InputCheck()
            .Within(change.BaseRiseKpa, 1, 1000, "changes.baseRiseKpa", "The rise of the base pressure", " kPa")
            .Within(change.RatedFlowCcMin, 20, 5000, "changes.ratedFlowCcMin", "The rated flow", " cm³/min")
            .Within(change.PumpCount, 1, 6, "changes.pumpCount", "The number of pumps", string.Empty)
            .Within(change.AddedPorts?.Count, 1, 32, "changes.addedPorts", "The number of injectors", string.Empty)
            .Within(change.AddedPorts?.RatedFlowCcMin, 20, 5000, "changes.addedPorts", "The rated flow", " cm³/min")
            .Within(change.PortSharePct, 1, 99, "changes.portSharePct", "The share of the ports", " %");
        if (change.AddedPorts is not null && system.Injectors is not null)
        {
            check.Refuse("changes.addedPorts", "There are injectors in the ports already: make those larger instead.");
        }

        if (change.RatedFlowCcMin is not null && system.Injectors is null)
        {
            check.Refuse("changes.ratedFlowCcMin", "No injectors in the ports are known that could be made larger.");
        }

        if (change.PortSharePct is not null && !change.ApplyTo(system).HasBothSets)
        {
            check.Refuse("changes.portSharePct", "A share of the ports needs injectors in the ports and in the cylinders.");
        }

        if (change.BaseRiseKpa is { } rise && system.LowPressurePump is { Curve: { } curve } pump && !curve.Reaches(pump.GaugePressureKpa.Value + rise))
        {
            check.Refuse("changes.baseRiseKpa", string.Create(CultureInfo.InvariantCulture, $"The pump's curve ends at {curve.ToKpa} kPa; {pump.GaugePressureKpa.Value + rise:0} kPa is off it."));
        }

        if (change.BaseRiseKpa is not null && system.LowPressurePump is { Curve: null })
        {
            check.Refuse("changes.baseRiseKpa", "What the pump delivers against more pressure is not known: give its curve at the survey first.");
        }

        if (change.PumpCount is not null && system.LowPressurePump is null)
        {
            check.Refuse("changes.pumpCount", "What one pump delivers there is not known: give its curve as far as that pressure first.");
        }

        check.ThrowIfAny();
    }

    private static LowSideFailsafe? Failsafe(VehicleSurvey survey, SurveyedFuelSystem system, DeliverySystem<Hazy> planned, Hazy basePressureKpa, HotDriveResult drive)
    {
        if (survey.FuelSystem.IsDirect)
        {
            return LowSideFailsafe.ForDirect(basePressureKpa, new Blend<Hazy>(system.EthanolPct, UsualFuels.Traditional<Hazy>()), drive.GasolineVapourPressureKpa, drive.FinalC, drive.AirKpa);
        }

        return planned.Injectors is { } ports ? LowSideFailsafe.ForPorts(basePressureKpa, ports.PressureDropKpa, survey.FuelSystem.FollowsManifold == true) : null;
    }

    private static IEnumerable<Finding> Findings(VehicleSurvey survey, SurveyedFuelSystem system, CapacityPlan plan, HotDriveResult drive)
    {
        foreach (var finding in SurveyFindings.WhatIsMissing(system))
        {
            yield return new Finding(finding.Code, finding.Severity, finding.Text);
        }

        foreach (var (place, margin) in new[] { ("At the pump's inlet", drive.AtInlet), ("In the return", drive.InReturn) })
        {
            foreach (var finding in margin?.Findings.Where(f => f.Severity > Severity.Info) ?? [])
            {
                yield return finding with { Text = $"{place}, at the end of the hottest drive: {char.ToLowerInvariant(finding.Text[0])}{finding.Text[1..]}" };
            }
        }

        if (plan.Change.BaseRiseKpa is not null)
        {
            yield return new Finding("raisedPressure", Severity.Caution, "More base pressure loads pump, hoses and regulator, and changes every pulse the controller reckons: see that all of them are rated for it, and set the injector data anew.");
        }

        if (plan.Change.AddedPorts is not null)
        {
            yield return new Finding("addedPorts", Severity.Caution, "Injectors in the ports need a driver, a rail and fuel from the low side; their dead time here is a usual one. The high-pressure side stays closed for this work.");
        }

        if (plan.Change.PumpCount is { } count && count > (survey.Pump.Count ?? 1))
        {
            yield return new Finding("moreHeat", Severity.Caution, "Every pump heats the fuel too; the hottest drive below is reckoned with all of them. Switch the added one on with load where the controller can.");
        }
    }
}
