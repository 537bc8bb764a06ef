using System.Globalization;
using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>What a survey shows, in words: what rules the conversion out, what it opens, what to mind.</summary>
internal static class SurveyFindings
{
    // A map made on this much ethanol is one for ethanol (our own limit).
    private const double EthanolMapFromPct = 40;

    /// <summary>All findings, the gravest first.</summary>
    public static IReadOnlyList<SurveyFinding> Of(VehicleSurvey survey, SurveyedFuelSystem system, IReadOnlyList<ComponentUse> loads) =>
        [.. Control(survey).Concat(Maps(survey.Control)).Concat(Fuel(survey)).Concat(WhatIsMissing(system)).Concat(Loads(system, loads)).Concat(Goals(survey)).OrderByDescending(f => f.Severity)];

    private static IEnumerable<SurveyFinding> Control(VehicleSurvey survey)
    {
        var control = survey.Control;
        if (control.RevisionListed == false && control.SignalPath != SignalPath.DisplayOnly)
        {
            yield return Stop("revisionNotListed", "control.revisionListed", "This controller's revision is not listed by whoever makes the tune or the box: it cannot be programmed. Change the way of the signal or the controller before buying a part.");
        }

        if (control.PlugPresent == false && control.SignalPath != SignalPath.DisplayOnly)
        {
            yield return Stop("plugMissing", "control.plugPresent", "The plug this way needs is not on this version of the vehicle. Choose another way for the signal, or a kit made for this version.");
        }

        if (control is { FreeInput: false, SignalPath: SignalPath.DirectFrequency or SignalPath.AnalyserVoltage })
        {
            yield return string.IsNullOrWhiteSpace(control.Displaces)
                ? Stop("noInput", "control.freeInput", "No input is free for the signal. Say which one gives way, or choose a box that brings its own.")
                : new("inputDisplaced", Severity.Caution, "The signal takes an input that serves something else. Write down what it did, what is lost with it, and how to put it back.", "control.displaces");
        }

        switch (control.SignalPath)
        {
            case SignalPath.InjectorExtender when survey.FuelSystem.Injection == InjectionKind.Direct:
                yield return Stop("extenderOnDirect", "control.signalPath", "An injector extender lengthens the pulses of injectors in the ports; these are in the cylinders. Choose another way for the signal.");
                break;
            case SignalPath.AnalyserVoltage:
                yield return new("liveZero", Severity.Caution, "A box that gives 0 to 5 V shows a broken wire as E0: full lean on ethanol. Set it to 0.5 to 4.5 V where it can, so that a broken wire is seen.", "control.signalPath");
                break;
            case SignalPath.DisplayOnly:
                yield return new("displayOnly", Severity.Caution, "A display controls nothing: the blend in the tank must be held to what the map was made on.", "control.signalPath");
                break;
        }

        if (control.HasFailsafe == false && control.SignalPath != SignalPath.DisplayOnly)
        {
            yield return new("noFailsafe", Severity.Caution, "The controller has no failsafe for a lost signal: it will go on with whatever the input reads. Plan for a warning the driver sees.", "control.hasFailsafe");
        }
    }

    private static IEnumerable<SurveyFinding> Maps(EngineControl control)
    {
        if (control.FuelMapEthanolPct is { Value: >= EthanolMapFromPct } fuel)
        {
            yield return new("fuelMapOnEthanol", Severity.Caution, Text($"The fuel map was made on {HazyText.Ethanol(fuel.Value, Interval95.HalfWidth(fuel))}. Every factor counts from there: a curve that starts at gasoline adds the ethanol a second time."), "control.fuelMapEthanolPct");
        }

        if (control.SparkMapEthanolPct is { Value: >= EthanolMapFromPct } spark)
        {
            yield return new("sparkMapOnEthanol", Severity.Caution, Text($"The spark map was made on {HazyText.Ethanol(spark.Value, Interval95.HalfWidth(spark))}: it knocks on gasoline. A map for gasoline is needed before any is in the tank."), "control.sparkMapEthanolPct");
        }
    }

    private static IEnumerable<SurveyFinding> Fuel(VehicleSurvey survey)
    {
        var fuel = survey.FuelSystem;
        if (fuel.IsDirect)
        {
            yield return new("lowSideUnseen", Severity.Caution, "Most controllers of direct injection cannot see the low-side pressure, the first thing to fall when the pump runs out. Plan a pressure sensor there. The high-pressure side is never opened for this work.", "fuelSystem.injection");
        }

        if (fuel.Line == FuelLine.Return)
        {
            yield return new("returnLineOpen", Severity.Info, "The return line is there: the sensor can go where no pressure stands, before or after the engine.", "fuelSystem.line");
        }
        else if (fuel.Line is not null)
        {
            yield return new("feedOnly", Severity.Info, "Without a return line the sensor goes into the feed: every joint is under pressure, and its bore must pass the full flow.", "fuelSystem.line");
        }

        if (survey is { Injectors.Count: { } injectors, Engine.Cylinders: { } cylinders } && injectors % cylinders != 0)
        {
            yield return new("injectorCount", Severity.Caution, Text($"{injectors} injectors for {cylinders} cylinders is unusual: count again, or write down why."), "injectors.count");
        }
    }

    /// <summary>Why a component could not be reckoned.</summary>
    public static IEnumerable<SurveyFinding> WhatIsMissing(SurveyedFuelSystem system)
    {
        if (system.IsOffTheCurve)
        {
            yield return new("offTheCurve", Severity.Caution, "The pump's curve does not reach the pressure it works against; nothing can be read off it there. Find the rest of the curve.", "pump.curve");
        }

        if (system.HasNoPressureDrop)
        {
            yield return new("noPressureDrop", system.IsSureOfNoPressureDrop ? Severity.Stop : Severity.Caution, "Boost eats up the pressure across the injectors. The regulator must follow the manifold, or the base pressure must rise.", "fuelSystem.followsManifold");
        }

        if (system.IsStarved)
        {
            yield return new("pumpStarved", Severity.Caution, "At the voltage it has, the pump delivers nothing against that pressure, as far as its curve says. Look at the voltage of the curve again.", "pump.curveV");
        }
    }

    private static IEnumerable<SurveyFinding> Loads(SurveyedFuelSystem system, IReadOnlyList<ComponentUse> loads)
    {
        foreach (var load in loads)
        {
            if (!load.IsSurelyOk)
            {
                yield return new(
                    load.IsSurelyTooSmall ? "tooSmall" : "mayBeTooSmall",
                    Severity.Caution,
                    Text($"{load.Component.Named()} would be used to {HazyText.Number(load.UsePct.Value, Interval95.HalfWidth(load.UsePct), 0)} % at that power on E{system.EthanolPct.Value:0}: {(load.IsSurelyTooSmall ? "too small for it. Capacity reckons what would do" : "it may be too small. Measure before buying")}."),
                    FieldOf(load.Component));
            }
        }
    }

    private static string FieldOf(FuelComponent component) => component switch
    {
        FuelComponent.Injectors => "injectors.ratedFlowCcMin",
        FuelComponent.DirectInjection => "directInjection.windowDeg",
        FuelComponent.HighPressurePump => "directInjection.pumpDisplacementCcPerCamRev",
        _ => "pump.flowLph",
    };

    private static IEnumerable<SurveyFinding> Goals(VehicleSurvey survey)
    {
        var goals = survey.Goals;
        if (goals is { LocalEthanolPct: { } local, HighestEthanolPct: { } highest } && local.Value + Interval95.HalfWidth(local) > highest.Value)
        {
            yield return new("localAboveHighest", Severity.Caution, Text($"The local pump may sell {HazyText.Ethanol(local.Value, Interval95.HalfWidth(local))}, more than the E{highest.Value:0} that must work. Size for the pump, or see that it is never filled up with it."), "goals.localEthanolPct");
        }

        if (goals.RoadUse == true)
        {
            yield return new("roadUse", Severity.Info, "On public roads, emissions law and type approval apply: ask the local authority before work begins.", "goals.roadUse");
        }
    }

    private static SurveyFinding Stop(string code, string field, string text) => new(code, Severity.Stop, text, field);

    private static string Text(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
