using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;

using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>What a survey shows, in words: what rules the conversion out, what it opens, what to mind.</summary>
internal static class SurveyFindings
{
    // A map made on this much ethanol is one for ethanol (our own limit).
    private const double EthanolMapFromPct = 40;

    /// <summary>All findings, the gravest first.</summary>
    public static IReadOnlyList<SurveyFinding> Of(VehicleSurvey survey, SurveyedFuelSystem system, IReadOnlyList<ComponentUse> loads) =>
        [.. Control(survey).Concat(Maps(survey.Control)).Concat(Fuel(survey)).Concat(system.WhatIsMissing().Select(m => new SurveyFinding(m.Finding.Code, m.Finding.Severity, m.Finding.Sentence, m.Path))).Concat(Loads(system, loads)).Concat(Goals(survey)).OrderByDescending(f => f.Severity)];

    private static IEnumerable<SurveyFinding> Control(VehicleSurvey survey)
    {
        var control = survey.Control;
        if (control.RevisionListed == false && control.SignalPath != SignalPath.DisplayOnly)
        {
            yield return Stop("revisionNotListed", "control.revisionListed", "This controller's revision is not listed by whoever makes the tune or the box: it cannot be programmed. Choose another signal path or controller before you buy parts.");
        }

        if (control.PlugPresent == false && control.SignalPath != SignalPath.DisplayOnly)
        {
            yield return Stop("plugMissing", "control.plugPresent", "The plug this kit needs is not on this version of the vehicle. Choose another signal path, or a kit made for this version.");
        }

        if (control is { FreeInput: false, SignalPath: SignalPath.DirectFrequency or SignalPath.AnalyserVoltage })
        {
            yield return string.IsNullOrWhiteSpace(control.Displaces)
                ? Stop("noInput", "control.freeInput", "No input is free for the signal. Say which one it displaces, or choose a box with its own input.")
                : new("inputDisplaced", Severity.Caution, "The signal takes an input that serves something else. Note what it did, what is lost with it, and how to put it back.", "control.displaces");
        }

        switch (control.SignalPath)
        {
            case SignalPath.InjectorExtender when survey.FuelSystem.Injection == InjectionKind.Direct:
                yield return Stop("extenderOnDirect", "control.signalPath", "An injector extender lengthens the pulses of injectors in the ports; these are in the cylinders. Choose another signal path.");
                break;
            case SignalPath.AnalyserVoltage:
                yield return new("liveZero", Severity.Caution, "A broken 0 to 5 V wire reads E0 (lean), or E100 with full spark where the input has its own pull-up. Set the converter to 0.5 to 4.5 V where it can, so that a broken wire is seen.", "control.signalPath");
                break;
            case SignalPath.DisplayOnly:
                yield return new("displayOnly", Severity.Caution, "A display controls nothing: the blend in the tank must be held to what the map was made on.", "control.signalPath");
                break;
        }

        if (control.HasFailsafe == false && control.SignalPath != SignalPath.DisplayOnly)
        {
            yield return new("noFailsafe", Severity.Caution, "The controller has no failsafe for a lost signal: it goes on with whatever the input reads. Plan for a warning the driver sees.", "control.hasFailsafe");
        }
    }

    private static IEnumerable<SurveyFinding> Maps(EngineControl control)
    {
        if (control.FuelMapEthanolPct is { Value: >= EthanolMapFromPct } fuel)
        {
            yield return new("fuelMapOnEthanol", Severity.Caution, Sentence.Of($"The fuel map was made on {Say.Ethanol(fuel)}. Every factor counts from there: a curve that starts at gasoline adds the ethanol a second time."), "control.fuelMapEthanolPct");
        }

        if (control.SparkMapEthanolPct is { Value: >= EthanolMapFromPct } spark)
        {
            yield return new("sparkMapOnEthanol", Severity.Caution, Sentence.Of($"The spark map was made on {Say.Ethanol(spark)}: it knocks on gasoline. A map for gasoline is needed before any is in the tank."), "control.sparkMapEthanolPct");
        }
    }

    private static IEnumerable<SurveyFinding> Fuel(VehicleSurvey survey)
    {
        var fuel = survey.FuelSystem;
        if (fuel.IsDirect)
        {
            yield return new("lowSideUnseen", Severity.Caution, "Many older controllers of direct injection cannot see the low-side pressure, the first thing to fall when the pump runs out. Plan a pressure sensor there. The high-pressure side is never opened for this work.", "fuelSystem.injection");
        }

        if (fuel.Line == FuelLine.Return)
        {
            yield return new("returnLineOpen", Severity.Info, "The sensor can go into the return, after the regulator: no pressure there, but it may see bubbles, and it lags.", "fuelSystem.line");
        }
        else if (fuel.Line is not null)
        {
            yield return new("feedOnly", Severity.Info, "Without a return line the sensor goes into the feed: every connection is under pressure, and its bore must pass the full flow.", "fuelSystem.line");
        }

        if (survey is { Injectors.Count: { } injectors, Engine.Cylinders: { } cylinders } && injectors % cylinders != 0)
        {
            yield return new("injectorCount", Severity.Caution, Sentence.Of($"{injectors} injectors for {cylinders} cylinders is unusual: count again, or note why."), "injectors.count");
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
                    Sentence.Of($"{load.Component.Begins()} at {Say.Percent(load.UsePct)} of what may be used at that power on {Say.Ethanol(system.EthanolPct.Value)}: {(load.IsSurelyTooSmall ? "too small. Capacity shows what would do" : "maybe too small. Measure before you buy")}."),
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
            yield return new("localAboveHighest", Severity.Caution, Sentence.Of($"The local pump may sell {Say.Ethanol(local)}, more than the E{highest.Value:0} that must work. Size for the pump, or see that it is never filled up with it."), "goals.localEthanolPct");
        }

        if (goals.RoadUse == true)
        {
            yield return new("roadUse", Severity.Info, "On public roads, emissions law and type approval apply: ask the local authority before work begins.", "goals.roadUse");
        }
    }

    private static SurveyFinding Stop(string code, string field, string text) => new(code, Severity.Stop, text, field);
}
