namespace HazyGauge.Core.Vehicles;

/// <summary>Which questions of a survey concern a vehicle: nobody asks for the boost of an engine that has none.</summary>
public static class SurveyScope
{
    private static readonly Dictionary<string, Func<VehicleSurvey, bool>> Only = new(StringComparer.Ordinal)
    {
        ["engine.boostKpa"] = IsBoosted,
        ["fuelSystem.followsManifold"] = IsBoosted,
        ["pump.curveV"] = s => s.Pump.Curve is not null,
        ["injectors.count"] = HasPorts,
        ["injectors.ratedFlowCcMin"] = HasPorts,
        ["injectors.ratedPressureKpa"] = HasPorts,
        ["injectors.testFluidDensityKgM3"] = HasPorts,
        ["injectors.deadTimes"] = HasPorts,
        ["injectors.impedanceOhm"] = HasPorts,
        ["injectors.deadTimeMsPer100Kpa"] = HasPorts,
        ["directInjection.pumpDisplacementCcPerCamRev"] = IsDirect,
        ["directInjection.pumpLobes"] = IsDirect,
        ["directInjection.railPressureKpa"] = IsDirect,
        ["directInjection.windowDeg"] = IsDirect,
        ["control.revisionListed"] = IsControlled,
        ["control.plugPresent"] = IsControlled,
        ["control.freeInput"] = TakesAnInput,
        ["control.displaces"] = s => TakesAnInput(s) && s.Control.FreeInput == false,
        ["control.fuelMapEthanolPct"] = IsControlled,
        ["control.sparkMapEthanolPct"] = IsControlled,
        ["control.mapsMadeBy"] = IsControlled,
        ["control.hasFailsafe"] = IsControlled,
        ["control.failsafes"] = s => IsControlled(s) && s.Control.HasFailsafe == true,
    };

    /// <summary>True where a question concerns the vehicle.</summary>
    /// <param name="field">The answer, as a path into the survey.</param>
    /// <param name="survey">What is known of the vehicle.</param>
    public static bool Concerns(string field, VehicleSurvey survey) => !Only.TryGetValue(field, out var only) || only(survey);

    /// <summary>Answers that need not be asked for, as paths into the survey.</summary>
    public static IReadOnlyList<string> NotAsked(VehicleSurvey survey) => [.. Only.Where(o => !o.Value(survey)).Select(o => o.Key)];

    private static bool IsBoosted(VehicleSurvey s) => s.Engine.Aspiration == Aspiration.Boosted;

    private static bool HasPorts(VehicleSurvey s) => s.FuelSystem.Injection != InjectionKind.Direct;

    private static bool IsDirect(VehicleSurvey s) => s.FuelSystem.IsDirect;

    private static bool IsControlled(VehicleSurvey s) => s.Control.SignalPath is not SignalPath.DisplayOnly;

    private static bool TakesAnInput(VehicleSurvey s) => s.Control.SignalPath is SignalPath.DirectFrequency or SignalPath.AnalyserVoltage;
}
