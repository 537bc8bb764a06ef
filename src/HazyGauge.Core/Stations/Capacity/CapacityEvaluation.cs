using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing.Placement;
using HazyGauge.Core.Quantities;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Capacity;

/// <summary>Calculates the capacity of a surveyed vehicle.</summary>
public static class CapacityEvaluation
{
    /// <summary>What the plan comes to.</summary>
    /// <param name="survey">What is known of the vehicle; its hazy numbers stand on the ledger.</param>
    /// <param name="plan">What is asked.</param>
    /// <param name="ledger">The ledger; typical figures are added to it.</param>
    /// <param name="fitted">What of the plan was fitted already: the survey counts it in.</param>
    /// <param name="route">The parts a route puts into the line; null where none is planned.</param>
    /// <param name="seenC">Fuel temperature the sensor showed, C; null where it showed none.</param>
    /// <exception cref="RefusedInputException">The plan holds what cannot be on this vehicle.</exception>
    public static CapacityResults Of(
        VehicleSurvey survey,
        CapacityPlan plan,
        HazeLedger ledger,
        IEnumerable<CapacityChange>? fitted = null,
        PlannedLine? route = null,
        Hazy? seenC = null
    )
    {
        var load = plan.FullLoad ?? FullLoad.AsSurveyed;
        var change = (fitted ?? []).Aggregate(plan.Changes ?? new CapacityChange(), (left, done) => left.Without(done));
        var system = SurveyedFuelSystem.Of(survey, load, ledger);
        CheckChange(change, system.Delivery);
        var inLine = RoutedSystem.Of(change.ApplyTo(system.Delivery), FuelPath.Of(survey, ledger, load, change), route, ledger);
        var planned = inLine.Delivery;
        var atPoint = system.PowerKw is { } power ? CapacityAnalysis.Of(planned, power, system.EthanolPct) : null;
        var drive = system.Evaluate(plan.Drive ?? new HotDrive(), planned, seenC);

        // Of a job nobody has said anything about, nothing is said to boil.
        var isNothingKnown = survey.FuelSystem.Kind is null && system.PowerKw is null && plan.Drive is null;
        var findings = Findings(survey, system, isNothingKnown ? null : drive)
            .Concat(OfTheChange(survey, system, change, isNothingKnown ? null : drive))
            .Concat(atPoint?.Findings ?? [])
            .Concat(inLine.Findings())
            .OrderByDescending(f => f.Severity)
            .ToList();
        var guess = CapacityGuess.Of(system);
        var pending =
            atPoint is null || change.IsNothing()
                ? null
                : new PendingChange(
                    change,
                    CapacityAnalysis.Of(RoutedSystem.Of(system.Delivery, FuelPath.Of(survey, ledger, load), route, ledger).Delivery, atPoint.PowerKw, system.EthanolPct)
                );
        var atHand = survey.AtHand();
        var assumed = AssumedFigure.Listed(system.Assumed);
        var progress = CapacityProgress.Of(atPoint, findings, guess, pending, assumed, atHand, drive.Remedies?.FirstOrDefault(r => r.Enough));
        return new CapacityResults(
            atPoint?.PowerKw,
            atPoint?.EthanolPct,
            atPoint is null ? null : atPoint with { Budget = atPoint.Budget.With(atHand) },
            [.. SurveyedFuelSystem.Of(survey, FullLoad.AsSurveyed, ledger).AsFound().Select(use => ComponentLoad.Of(use, atHand))],
            [.. ChangeWords.Lines(change).Select(l => new PlannedChange(l.Key, l.What))],
            isNothingKnown ? null : HotDriveSummary.Of(drive, system.EthanolPct),
            Failsafe(survey, system, planned, new(system.BasePressureKpa + (change.BaseRiseKpa ?? 0)), drive, ledger),
            assumed,
            findings,
            CapacityWords.Headline(atPoint, findings, guess, pending),
            CapacityWords.Lead(atPoint, findings, guess, pending, atHand),
            progress.State,
            progress.NextAction,
            CapacityDrawing.Of(planned, change.IsNothing() ? null : system.Delivery),
            pending?.Found.MaxEthanolPct,
            inLine.DropKpa
        );
    }

    private static void CheckChange(CapacityChange change, DeliverySystem<Hazy> system)
    {
        var check = change.CheckRanges(new InputCheck(), "changes");
        if (change.DirectInjectorGPerS is not null && system.DirectInjectors is null)
        {
            check.Refuse("changes.directInjectorGPerS", "No injectors in the cylinders are known that could be made larger.");
        }

        if (change.HighPressurePumpCcPerCamRev is not null && system.HighPressurePump is null)
        {
            check.Refuse("changes.highPressurePumpCcPerCamRev", "No high-pressure pump is known that could be made larger.");
        }

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

        if (
            change.BaseRiseKpa is { } rise
            && change.PumpFlowLph is null
            && system.LowPressurePump is { Curve: { } curve } pump
            && !curve.Reaches(pump.GaugePressureKpa.Value + rise)
        )
        {
            check.Refuse(
                "changes.baseRiseKpa",
                Sentence.Of($"The pump's curve ends at {Say.Given(curve.ToKpa, Unit.Kpa)}; {Say.Kpa(pump.GaugePressureKpa.Value + rise)} is off it.")
            );
        }

        if (change.BaseRiseKpa is not null && change.PumpFlowLph is null && system.LowPressurePump is { Curve: null })
        {
            check.Refuse("changes.baseRiseKpa", "What the pump delivers against more pressure is not known: give its curve at the survey first.");
        }

        if ((change.PumpCount ?? change.PumpFlowLph) is not null && system.LowPressurePump is null)
        {
            check.Refuse(
                change.PumpCount is null ? "changes.pumpFlowLph" : "changes.pumpCount",
                "What one pump delivers there is not known: give its curve as far as that pressure first."
            );
        }

        check.ThrowIfAny();
    }

    private static LowSideFailsafe? Failsafe(
        VehicleSurvey survey,
        SurveyedFuelSystem system,
        DeliverySystem<Hazy> planned,
        GaugePressure<Hazy> basePressure,
        HotDriveResult drive,
        HazeLedger ledger
    )
    {
        if (survey.FuelSystem.IsDirect)
        {
            return LowSideFailsafe.ForDirect(basePressure, system.EthanolPct.Value, drive.Gasoline, drive.Final, drive.Air, ledger);
        }

        // Whether the trip has to rise with boost decides what it means: where that is not known there is none.
        return planned.Injectors is { } ports && HasMeaning(survey)
            ? LowSideFailsafe.ForPorts(basePressure, new(ports.PressureDropKpa), survey.FuelSystem.FollowsManifold == true)
            : null;
    }

    private static bool HasMeaning(VehicleSurvey survey) =>
        // A regulator with a hose to the manifold lowers the pressure at idle, boost or none.
        (survey.FuelSystem.FollowsManifold is not null || survey.FuelSystem.Line is FuelLine.Returnless)
        && (survey.FuelSystem.Line != FuelLine.ControlledReturnless || survey.FuelSystem.BasePressureKpa is not null);

    private static IEnumerable<Finding> Findings(VehicleSurvey survey, SurveyedFuelSystem system, HotDriveResult? drive)
    {
        foreach (var (finding, _) in system.WhatIsMissing())
        {
            yield return finding;
        }

        foreach (var (isInlet, worstPct, margin) in drive is null ? [] : new[] { (true, drive.WorstAtInletPct, drive.AtInlet), (false, drive.WorstInReturnPct, drive.InReturn) })
        {
            foreach (var finding in margin?.Findings.Where(f => f.Severity > Severity.Info) ?? [])
            {
                var when =
                    isInlet && finding.Code == BoilingMargin.Boils && drive!.BoilsAfterMin is { } after
                        ? FormattableString.Invariant($"after {Math.Floor(after):0} min")
                        : "at the end";
                yield return finding.Saying(
                    Sentence.Of(
                        $"{(isInlet ? "At the pump's inlet" : "In the return")}, {when} of the hottest drive, on {Say.Ethanol(worstPct)}, which boils first: "
                            + $"{finding.Sentence.Inside()}"
                    )
                );
            }
        }

        if (drive?.SeenC is { } seen)
        {
            yield return new Finding(
                "fuelSeenHotter",
                Severity.Caution,
                Sentence.Of(
                    $"The sensor showed fuel at {Say.Of(seen, Unit.Celsius, 0)}, and the hottest drive comes to {Say.Of(drive.Heating.FinalC, Unit.Celsius, 0)} only. What was "
                        + $"seen counts; see whether the drive is hard enough."
                )
            );
        }

        if (!survey.FuelSystem.IsDirect && system.PowerKw is not null && !HasMeaning(survey))
        {
            yield return new Finding(
                "failsafeNotKnown",
                Severity.Caution,
                survey.FuelSystem.Line == FuelLine.ControlledReturnless
                    ? "There is no pressure trip yet: a driven pump varies the pressure. Log the commanded pressure at full load, and whether it rises with boost, and "
                        + "give both at the survey."
                    : "There is no pressure trip yet: it means something only where it is known whether the regulator is boost-referenced. Look for its hose to the manifold first."
            );
        }
    }

    private static IEnumerable<Finding> OfTheChange(VehicleSurvey survey, SurveyedFuelSystem system, CapacityChange change, HotDriveResult? drive)
    {
        if (change.BaseRiseKpa is not null)
        {
            yield return new Finding(
                "raisedPressure",
                Severity.Caution,
                "More base pressure loads pump, hoses and regulator, and changes every pulse the controller computes: see that all of them are rated for it, and enter "
                    + "the injector data again."
            );
        }

        if (change.AddedPorts is not null)
        {
            yield return new Finding(
                "addedPorts",
                Severity.Caution,
                "Injectors in the ports need a driver, a rail and fuel from the low side; their dead time here is a usual one. The high-pressure side stays closed for this work."
            );
        }

        if (change.DirectInjectorGPerS is not null || change.HighPressurePumpCcPerCamRev is not null)
        {
            yield return new Finding(
                "highSide",
                Severity.Caution,
                "The high-pressure side holds 50 to 200 bar and more, also after the engine stops: it is never opened under the procedure for the low side. Have this "
                    + "done by the maker's manual, by whoever is licensed for it."
            );
        }

        if (survey.Pump.DriverLimitA is { } limit && drive is not null && drive.PumpW / system.SupplyV is var drawn && drawn.Value > limit.Value)
        {
            yield return new Finding(
                "driverTooSmall",
                Severity.Caution,
                Sentence.Of(
                    $"The pumps draw {Say.Of(drawn, Unit.None, 0)} A, their driver carries {limit.Value:0.#} A. Fit a larger driver, or feed the added pump by a relay "
                        + $"and fuse of its own."
                )
            );
        }

        if (change.PumpCount is { } count && count > (survey.Pump.Count ?? 1))
        {
            yield return new Finding(
                "moreHeat",
                Severity.Caution,
                "Every pump heats the fuel too; the hottest drive below counts all of them. Switch the added one on with load where the controller can."
            );
        }
    }
}
