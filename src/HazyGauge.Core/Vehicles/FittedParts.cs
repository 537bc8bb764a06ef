using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Vehicles;

/// <summary>A vehicle with what was fitted since it was surveyed.</summary>
public static class FittedParts
{
    /// <summary>The same vehicle as it is now. A part has the rated figures it was bought by; what nobody knew of the old one stays open.</summary>
    public static VehicleSurvey With(this VehicleSurvey found, CapacityChange fitted) =>
        found with
        {
            FuelSystem = found.FuelSystem with
            {
                // A pressure nobody measured is not known after it was raised either.
                BasePressureKpa = found.FuelSystem.BasePressureKpa is { } pressure && fitted.BaseRiseKpa is { } rise ? pressure + rise : found.FuelSystem.BasePressureKpa,
                PortSharePct = fitted.PortSharePct is { } share ? share : found.FuelSystem.PortSharePct,
                Kind = fitted.AddedPorts is null ? found.FuelSystem.Kind : FuelSystemKind.Both,
            },
            Pump = Pump(found.Pump, fitted),
            Injectors = Ports(found.Injectors, fitted),
            DirectInjection = found.DirectInjection with
            {
                InjectorStaticGPerS = Or(fitted.DirectInjectorGPerS, found.DirectInjection.InjectorStaticGPerS),
                PumpDisplacementCcPerCamRev = Or(fitted.HighPressurePumpCcPerCamRev, found.DirectInjection.PumpDisplacementCcPerCamRev),
            },
        };

    // A larger pump is bought by its flow where it works: curve and voltages of the old one say nothing of it.
    private static FuelPump Pump(FuelPump found, CapacityChange fitted) =>
        fitted.PumpFlowLph is { } flow
            ? found with
            {
                Count = fitted.PumpCount ?? 1,
                FlowLph = flow,
                Curve = null,
                CurveV = null,
                PumpV = null,
                ElectricalW = null,
            }
            : found with
            {
                Count = fitted.PumpCount ?? found.Count,
            };

    private static PortInjectors Ports(PortInjectors found, CapacityChange fitted) =>
        fitted.AddedPorts is { } added
            ? new PortInjectors(added.Count, added.RatedFlowCcMin, AddedPorts.PressureKpa, UsualInjectors.TestFluidKgM3)
            : found with
            {
                RatedFlowCcMin = Or(fitted.RatedFlowCcMin, found.RatedFlowCcMin),
            };

    private static Hazy? Or(double? fitted, Hazy? found) => fitted is { } known ? known : found;
}
