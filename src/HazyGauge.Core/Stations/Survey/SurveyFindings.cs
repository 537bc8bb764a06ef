using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>What a survey shows, in words: what rules the conversion out, what it opens, what to mind.</summary>
internal static class SurveyFindings
{
    // A map made on this much ethanol is one for ethanol (our own limit).
    private const double EthanolMapFromPct = 40;

    // What a running battery reaches, V.
    private const double BatteryV = 15;

    // A converter that gives more than this at E0 shows a broken wire, V (our own limit).
    private const double NoLiveZeroV = 0.2;

    // Below this an injector draws more than a plain driver bears (common practice, no source).
    private const double LowOhm = 6;

    /// <summary>All findings, the gravest first.</summary>
    public static IReadOnlyList<SurveyFinding> Of(VehicleSurvey found, VehicleSurvey survey, SurveyedFuelSystem system, IReadOnlyList<ComponentUse> loads, HazeLedger ledger) =>
        [
            .. Served(survey)
                .Concat(SurveyReadingFindings.Of(found, survey))
                .Concat(SurveyMaterials.Of(survey))
                .Concat(Control(survey))
                .Concat(Maps(survey.Control))
                .Concat(Fuel(survey))
                .Concat(Injection(survey))
                .Concat(system.WhatIsMissing().Select(m => new SurveyFinding(m.Finding.Code, m.Finding.Severity, m.Finding.Sentence, m.Path)))
                .Concat(Loads(system, loads))
                .Concat(Goals(survey))
                .Concat(Cold(survey, system, ledger))
                .OrderByDescending(f => f.Severity),
        ];

    /// <summary>True for what a part that is bought and fitted settles.</summary>
    public static bool IsMended(SurveyFinding finding) =>
        finding.Code is "tooSmall" or SurveyCorrectionFindings.OffCode || finding.Code.StartsWith(SurveyMaterials.NotRated, StringComparison.Ordinal);

    private static IEnumerable<SurveyFinding> Served(VehicleSurvey survey)
    {
        const string Kind = "fuelSystem.kind";
        switch (survey.FuelSystem.Kind)
        {
            case FuelSystemKind.Carburettor:
                yield return Stop("notServed", Kind, "A carburetor has no controller to tell the blend: other jets suit one blend, that is not flex fuel.");
                break;
            case FuelSystemKind.Mechanical:
                yield return Stop("notServed", Kind, "Mechanical injection has no controller to tell the blend: its metering can be set for one blend, that is not flex fuel.");
                break;
            case FuelSystemKind.Diesel:
                yield return Stop("notServed", Kind, "A diesel cannot run on these blends: ethanol hardly ignites by compression and does not lubricate its pump.");
                break;
            case FuelSystemKind.Gas:
                yield return Stop(
                    "notServed",
                    Kind,
                    "Gas is metered as gas: there is no liquid for the sensor to read. Survey the gasoline side of the vehicle instead, if it has one."
                );
                break;
            case FuelSystemKind.TwoStrokeOil:
                yield return Stop(
                    "notServed",
                    Kind,
                    "Oil mixed into the fuel comes out of solution with ethanol, and the engine loses its lubrication. Not while the oil is in the fuel."
                );
                break;
        }

        if (survey is { FuelSystem.Kind: FuelSystemKind.SinglePoint, Injectors.OpeningsPerCycle: null })
        {
            yield return new(
                "openingsAssumed",
                Severity.Caution,
                "How often each injector opens is not known; once for every cylinder it feeds is assumed. Dead time counts each time, and it is most of a short pulse.",
                "injectors.openingsPerCycle"
            );
        }
    }

    private static IEnumerable<SurveyFinding> Control(VehicleSurvey survey)
    {
        var control = survey.Control;
        if (control.RevisionListed == false && control.StandAlone != true && control.SignalPath != SignalPath.DisplayOnly)
        {
            yield return Stop(
                "revisionNotListed",
                "control.revisionListed",
                "This controller's revision is not listed by whoever makes the tune or the box: it cannot be programmed. Choose another signal path or controller before "
                    + "you buy parts."
            );
        }

        if (control.PlugPresent == false && control.SignalPath != SignalPath.DisplayOnly)
        {
            yield return Stop(
                "plugMissing",
                "control.plugPresent",
                "The plug this kit needs is not on this version of the vehicle. Choose another signal path, or a kit made for this version."
            );
        }

        if (control is { FreeInput: false, SignalPath: SignalPath.DirectFrequency or SignalPath.AnalyserVoltage })
        {
            yield return string.IsNullOrWhiteSpace(control.Displaces)
                ? Stop("noInput", "control.freeInput", "No input is free for the signal. Say which one it displaces, or choose a box with its own input.")
                : new(
                    "inputDisplaced",
                    Severity.Caution,
                    "The signal takes an input that serves something else. Note what it did, what is lost with it, and how to put it back.",
                    "control.displaces"
                );
        }

        if (control is { SignalPath: SignalPath.DirectFrequency, InputLimitV: { } limit } && limit.Value < BatteryV)
        {
            yield return new(
                "inputLimit",
                Severity.Caution,
                Sentence.Of($"This input bears {Say.Given(limit.Value, Unit.Volt)}: pull the signal up to 5 V or less, never to the battery."),
                "control.inputLimitV"
            );
        }

        foreach (var finding in Path(survey).Concat(SurveyCorrectionFindings.Of(survey)))
        {
            yield return finding;
        }

        if (control.HasFailsafe == false && control.SignalPath != SignalPath.DisplayOnly)
        {
            yield return new(
                "noFailsafe",
                Severity.Caution,
                "The controller has no failsafe for a lost signal: it goes on with whatever the input reads. Plan for a warning the driver sees.",
                "control.hasFailsafe"
            );
        }
    }

    private static IEnumerable<SurveyFinding> Path(VehicleSurvey survey)
    {
        var control = survey.Control;
        switch (control.SignalPath)
        {
            case SignalPath.InjectorExtender when survey.FuelSystem.Kind == FuelSystemKind.Both:
                yield return Stop(
                    "extenderOnBoth",
                    "control.signalPath",
                    "An injector extender lengthens the pulses in the ports only; what goes into the cylinders stays lean. Choose another signal path."
                );
                break;
            case SignalPath.InjectorExtender when survey.FuelSystem.Kind == FuelSystemKind.Direct:
                yield return Stop(
                    "extenderOnDirect",
                    "control.signalPath",
                    "An injector extender lengthens the pulses of injectors in the ports; these are in the cylinders. Choose another signal path."
                );
                break;
            case SignalPath.AnalyserVoltage when control is { ConverterAt0V.Value: > NoLiveZeroV }:
                break;
            case SignalPath.AnalyserVoltage:
                yield return new(
                    "liveZero",
                    Severity.Caution,
                    "A broken 0 to 5 V wire reads E0 (lean), or E100 with full spark where the input has its own pull-up. Set the converter to 0.5 to 4.5 V where it "
                        + "can, so that a broken wire is seen.",
                    "control.signalPath"
                );
                break;
            case SignalPath.InjectorExtender:
                yield return WholePulses(survey);
                break;
            case SignalPath.DisplayOnly:
                yield return DisplayOnly(survey);
                break;
        }
    }

    // A display changes nothing: what is filled has to be what the map was made on.
    private static SurveyFinding DisplayOnly(VehicleSurvey survey)
    {
        if (survey is { Control.FuelMapEthanolPct: { } map, Goals.HighestEthanolPct: { } highest } && Math.Abs(highest.Value - map.Value) > Uncorrected.HeldWithinPct)
        {
            var lambda = Uncorrected.LambdaRatio(highest.Value, new(map.Value));
            return Stop(
                "displayControlsNothing",
                "control.signalPath",
                Sentence.Of(
                    $"A display controls nothing: with a map made on {Say.Ethanol(map.Value)} the engine runs at lambda {lambda:0.00} on {Say.Ethanol(highest.Value)}. "
                        + $"Hold the blend within {Uncorrected.HeldWithinPct:0} points of the map's, or choose a signal path that reaches the controller."
                )
            );
        }

        return new(
            "displayOnly",
            Severity.Caution,
            Sentence.Of($"A display controls nothing: the blend in the tank must be held within {Uncorrected.HeldWithinPct:0} points of what the map was made on."),
            "control.signalPath"
        );
    }

    // By how much a whole pulse that is stretched is too rich, on a short pulse.
    private static SurveyFinding WholePulses(VehicleSurvey survey)
    {
        const double PulseMs = 2.0,
            DeadMs = 0.9;
        var (highest, map) = (survey.HighestOrUsualPct().Value, survey.MapOrUsualPct().Value);
        var richPct = InjectorPulse.Lengthen(PulseMs, DeadMs, Uncorrected.LambdaRatio(highest, new(map))).WholePulseErrorPct.Value;
        return new(
            "extenderWholePulses",
            Severity.Caution,
            Sentence.Of(
                $"An extender that stretches whole pulses stretches the dead time too: a pulse of {PulseMs:0.0} ms with {DeadMs:0.0} ms of dead time comes out "
                    + $"{richPct:0} % rich on {Say.Ethanol(highest)}. Use one that is told the dead time, or set its curve by lambda at idle and at full load."
            ),
            "control.signalPath"
        );
    }

    private static IEnumerable<SurveyFinding> Maps(EngineControl control)
    {
        if (control.FuelMapEthanolPct is { Value: >= EthanolMapFromPct } fuel)
        {
            yield return new(
                "fuelMapOnEthanol",
                Severity.Caution,
                Sentence.Of($"The fuel map was made on {Say.Ethanol(fuel)}. Every factor counts from there: a curve that starts at gasoline adds the ethanol a second time."),
                "control.fuelMapEthanolPct"
            );
        }

        if (control is { FuelMapEthanolPct: { } ofFuel, SparkMapEthanolPct: { } ofSpark } && Math.Abs(ofFuel.Value - ofSpark.Value) > Uncorrected.HeldWithinPct)
        {
            yield return new(
                "mapsOfTwoBlends",
                Severity.Caution,
                Sentence.Of(
                    $"The fuel map was made on {Say.Ethanol(ofFuel.Value)}, the spark map on {Say.Ethanol(ofSpark.Value)}. Fuel counts from the one and spark from the "
                        + $"other: keep both figures beside the file."
                ),
                "control.sparkMapEthanolPct"
            );
        }

        if (control.SparkMapEthanolPct is { Value: >= EthanolMapFromPct } spark)
        {
            yield return new(
                "sparkMapOnEthanol",
                Severity.Caution,
                Sentence.Of($"The spark map was made on {Say.Ethanol(spark)}: it knocks on gasoline. A map for gasoline is needed before any is in the tank."),
                "control.sparkMapEthanolPct"
            );
        }
    }

    private static IEnumerable<SurveyFinding> Fuel(VehicleSurvey survey)
    {
        var fuel = survey.FuelSystem;
        if (fuel.IsDirect && string.IsNullOrWhiteSpace(fuel.PressureSensors))
        {
            yield return new(
                "lowSideUnseen",
                Severity.Caution,
                "Many older controllers of direct injection cannot see the low-side pressure, the first thing to fall when the pump runs out. Plan a pressure sensor "
                    + "there. The high-pressure side is never opened for this work.",
                "fuelSystem.injection"
            );
        }

        if (fuel.Line == FuelLine.Return)
        {
            yield return new(
                "returnLineOpen",
                Severity.Info,
                "The sensor can go into the return, after the regulator: no pressure there, but it may see bubbles, and it lags.",
                "fuelSystem.line"
            );
        }
        else if (fuel.Line is not null)
        {
            yield return new(
                "feedOnly",
                Severity.Info,
                "Without a return line the sensor goes into the feed: every connection is under pressure, and its bore must pass the full flow.",
                "fuelSystem.line"
            );
        }
    }

    private static IEnumerable<SurveyFinding> Injection(VehicleSurvey survey)
    {
        if (survey.Injectors.ImpedanceOhm is { } ohm && ohm.Value < LowOhm)
        {
            yield return new(
                "lowImpedance",
                Severity.Caution,
                Sentence.Of(
                    $"Injectors of {Say.Given(ohm.Value, Unit.Ohm)} need a driver that holds their current down, or resistors: see that the controller and every box "
                        + $"between has one."
                ),
                "injectors.impedanceOhm"
            );
        }

        if (survey.FuelSystem.SecondHalf == true)
        {
            yield return new(
                "secondHalf",
                Severity.Caution,
                "A jet pump draws the second half of the tank over, and only while fuel comes back to it: after a fill the two halves mix late. Read the sensor again "
                    + "after a drive, and keep the jet pump fed where the return changes.",
                "fuelSystem.secondHalf"
            );
        }

        if (survey.Engine.AuxiliaryInjection == true)
        {
            yield return new(
                "auxiliaryInjection",
                Severity.Caution,
                "What is injected beside passes no sensor: it enriches or cools on top of the blend. Switch it off until the fueling is proven, then prove it again with it on.",
                "engine.auxiliaryInjection"
            );
        }

        // One or two before the throttle feed all cylinders.
        if (
            survey is { Injectors.Count: { } injectors, Engine.Cylinders: { } cylinders, FuelSystem.Kind: var kind }
            && injectors % cylinders != 0
            && !(kind == FuelSystemKind.SinglePoint && injectors <= 2)
        )
        {
            yield return new(
                "injectorCount",
                Severity.Caution,
                Sentence.Of($"{injectors} injectors for {cylinders} cylinders is unusual: count again, or note why."),
                "injectors.count"
            );
        }
    }

    private static IEnumerable<SurveyFinding> Loads(SurveyedFuelSystem system, IReadOnlyList<ComponentUse> loads)
    {
        foreach (var load in loads)
        {
            if (!load.IsSurelyOk)
            {
                // A guess rules nothing out.
                var tooSmall = load.IsSurelyTooSmall && !system.Assumed.ContainsKey(FieldOf(load.Component));
                yield return new(
                    tooSmall ? "tooSmall" : "mayBeTooSmall",
                    Severity.Caution,
                    Sentence.Of(
                        $"{load.Component.Begins()} at {Say.Percent(load.UsePct)} {load.Limit} at that power on {Say.Ethanol(system.EthanolPct.Value)}: "
                            + $"{(tooSmall ? "too small. Capacity shows what would do" : "maybe too small. Measure before you buy")}."
                    ),
                    FieldOf(load.Component)
                );
            }
        }
    }

    private static string FieldOf(FuelComponent component) =>
        component switch
        {
            FuelComponent.Injectors => "injectors.ratedFlowCcMin",
            FuelComponent.DirectInjection => "directInjection.windowDeg",
            FuelComponent.HighPressurePump => "directInjection.pumpDisplacementCcPerCamRev",
            _ => "pump.flowLph",
        };

    private static IEnumerable<SurveyFinding> Cold(VehicleSurvey survey, SurveyedFuelSystem system, HazeLedger ledger)
    {
        if (survey.Goals.ColdestStartC is { } coldest && !survey.FuelSystem.IsNotServed)
        {
            foreach (var finding in ColdStart.Of(system.EthanolPct, new(system.WinterReidKpa), coldest, ledger).Findings)
            {
                yield return new(finding.Code, finding.Severity, finding.Sentence, "goals.coldestStartC");
            }
        }
    }

    private static IEnumerable<SurveyFinding> Goals(VehicleSurvey survey)
    {
        var goals = survey.Goals;
        if (goals is { LocalEthanolPct: { } local, HighestEthanolPct: { } highest } && local.Value + Interval95.HalfWidth(local) > highest.Value)
        {
            yield return new(
                "localAboveHighest",
                Severity.Caution,
                Sentence.Of(
                    $"The local pump may sell {Say.Ethanol(local)}, more than the E{highest.Value:0} that must work. Size for the pump, or see that it is never filled up with it."
                ),
                "goals.localEthanolPct"
            );
        }

        if (goals.RoadUse == true)
        {
            yield return new("roadUse", Severity.Info, "On public roads, emissions law and type approval apply: ask the local authority before work begins.", "goals.roadUse");
        }
    }

    private static SurveyFinding Stop(string code, string field, Sentence text) => new(code, Severity.Stop, text, field);
}
