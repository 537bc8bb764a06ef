using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Quantities;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Vehicles;

/// <summary>Evaluates the hottest drive of a surveyed vehicle.</summary>
/// <param name="survey">What is known of the vehicle.</param>
/// <param name="drive">What is known of the drive.</param>
/// <param name="typical">Typical figures for the rest.</param>
/// <param name="ledger">The ledger.</param>
/// <param name="seenC">Fuel temperature the sensor showed, C; null where it showed none.</param>
internal sealed class HotDriveEvaluation(VehicleSurvey survey, HotDrive drive, TypicalFigures typical, HazeLedger ledger, Hazy? seenC)
{
    private const double UsualTankLitres = 60;

    private readonly Hazy _ambientC = drive.AmbientC ?? typical.Guess(HotDrive.AmbientPath);

    /// <summary>The drive with whatever may be in the tank.</summary>
    /// <param name="highestEthanolPct">The highest blend, % by volume.</param>
    /// <param name="pumpCount">Pumps side by side.</param>
    /// <param name="pumpedLph">What they move, L/h; null where that is not known.</param>
    public HotDriveResult Of(Hazy highestEthanolPct, int pumpCount, Hazy? pumpedLph)
    {
        // Measured for the pumps there are; those that are planned draw as much each.
        var watts = survey.Pump.ElectricalW is { } all
            ? all * pumpCount / (survey.Pump.Count ?? 1)
            : typical.Guess(VehiclePaths.PumpElectricalW, TypicalFigures.PumpW * pumpCount, 25, Unit.Watt);
        var air = AirPressure.At(drive.AltitudeM ?? typical.Guess(HotDrive.AltitudePath));
        var inlet = air - new PressureDifference<Hazy>(survey.Pump.InletSuctionKpa ?? typical.Guess(VehiclePaths.InletSuctionKpa));
        var gasoline = Gasoline();
        var (lowest, highest) = survey.MayBeTanked(highestEthanolPct);
        double Worst(AbsolutePressure<Hazy> there) => BoilingMargin.WorstEthanolPct(lowest, highest, new(gasoline.Kpa.Value), new(there.Kpa.Value));
        var (atInlet, inReturn) = (Worst(inlet), Worst(air));
        var bayW = BayHeatW(pumpedLph, atInlet);
        FuelHeatingResult Heating(Hazy ethanolPct) => FuelHeating.Over(Input(ethanolPct, watts, bayW), ledger);
        BoilingMarginResult Margin(Hazy ethanolPct, Hazy fuelC, AbsolutePressure<Hazy> there) => BoilingMargin.Of(ethanolPct, gasoline, HotDriveResult.Held(fuelC), there, ledger);
        var heating = Heating(atInlet);

        // What was seen on the vehicle counts where it is more than what is calculated.
        var hotter = seenC is { } seen && seen.Value > heating.FinalC.Value ? seenC : null;
        Hazy Hottest(Hazy calculatedC) => hotter ?? calculatedC;
        var result = new HotDriveResult(
            heating,
            Margin(atInlet, Hottest(heating.FinalC), inlet),
            survey.FuelSystem.Line == FuelLine.Return && pumpedLph is { Value: > 0 } lph && Heating(inReturn) is var back
                ? Margin(inReturn, Hottest(back.FinalC) + OnTheWayBackK(back, inReturn, watts, bayW, lph), air)
                : null,
            atInlet,
            inReturn,
            Margin(highestEthanolPct, Hottest(Heating(highestEthanolPct).FinalC), inlet),
            air,
            gasoline,
            watts,
            bayW,
            hotter
        );
        return result.LeavesOpen ? result with { Remedies = Remedies() } : result;

        // The same end of the drive with less heat or more fuel. What was seen hotter than calculated stays hotter by as much.
        IReadOnlyList<HeatRemedy> Remedies()
        {
            var now = Input(atInlet, watts, bayW);
            var canCool = result.InReturn is not null && now.LossWPerK.Value + HeatRemedies.LargestCoolerWPerK <= FuelHeatingInput.MostLossWPerK;
            return new HeatRemedies(now.FuelLitres, survey.FuelSystem.TankLitres?.Value, pumpCount, canCool, Chance, result.BoilsPct).Find();
        }

        HeatChance Chance(Hazy litres, double pumpShare, double coolerWPerK)
        {
            var less = watts * pumpShare;
            FuelHeatingResult Over(double ethanolPct)
            {
                var input = Input(ethanolPct, less, bayW);
                return FuelHeating.Over(input with { FuelLitres = litres, LossWPerK = input.LossWPerK + coolerWPerK }, ledger);
            }

            Hazy End(FuelHeatingResult over) => hotter is { } seenHotter ? over.FinalC + (seenHotter - heating.FinalC) : over.FinalC;
            var (there, back) = (Over(atInlet), Over(inReturn));
            var atEnd = Margin(atInlet, End(there), inlet);
            var returned = result.InReturn is null ? null : Margin(inReturn, End(back) + OnTheWayBackK(back, inReturn, less, bayW, pumpedLph!.Value * pumpShare), air);
            return HeatChance.Of(atEnd, returned);
        }
    }

    private FuelHeatingInput Input(Hazy ethanolPct, Hazy watts, Hazy bayW) =>
        new(
            Litres(),
            ethanolPct,
            _ambientC,
            drive.StartC ?? _ambientC,
            watts,
            HeatShare(),
            survey.FuelSystem.TankLossWPerK ?? typical.TankLossWPerK(survey.FuelSystem.TankAir),
            drive.Minutes ?? HotDrive.Fields.First(f => f.Path == HotDrive.MinutesPath).Usual!.Value,
            bayW,
            drive.FuelUsedLph
        );

    private ReidPressure<Hazy> Gasoline()
    {
        if (drive.FinishedFuelReidKpa is null)
        {
            return new(
                drive.GasolineReidKpa
                    ?? (
                        survey.Goals.SummerClass is { } summer
                            ? typical.GasolineReidKpa(HotDrive.GasolinePath, summer, drive.FinishedFuelEthanolPct)
                            : typical.Guess(HotDrive.GasolinePath)
                    )
            );
        }

        return RefusedInputException.Under("drive", () =>
            new FuelVolatility(drive.GasolineReidKpa, drive.FinishedFuelReidKpa, drive.FinishedFuelEthanolPct ?? typical.Guess(HotDrive.FinishedEthanolPath)).Gasoline()
        );
    }

    private Hazy Litres()
    {
        if (drive.FuelLitres is { } litres)
        {
            return litres;
        }

        return survey.FuelSystem.TankLitres is { } tank
            ? typical.Noted(HotDrive.FuelPath, tank / 4, new Assumption("a quarter of the tank"))
            : typical.Guess(HotDrive.FuelPath, UsualTankLitres / 4, 40, Unit.Litres);
    }

    // Whatever flows back through a return or a regulator in the tank brings the pump's heat along; a driven pump moves no more than is burnt.
    private Hazy HeatShare() =>
        survey.FuelSystem.HeatIntoFuelPct
        ?? survey.FuelSystem.Line switch
        {
            FuelLine.Return or FuelLine.Returnless => typical.GuessWithin(VehiclePaths.HeatIntoFuelPct, 95, 5, Unit.Percent),
            FuelLine.ControlledReturnless => typical.GuessWithin(VehiclePaths.HeatIntoFuelPct, 60, 20, Unit.Percent),
            _ => typical.GuessWithin(VehiclePaths.HeatIntoFuelPct, 75, 25, Unit.Percent),
        };

    // One figure for what the engine bay gives: the return is warmer by it, and the tank gets it.
    private Hazy BayHeatW(Hazy? pumpedLph, double ethanolPct) =>
        survey.FuelSystem switch
        {
            { Line: FuelLine.Returnless or FuelLine.ControlledReturnless } => 0.0,
            { BayHeatW: { } known } => known,
            { ReturnRiseK: { } rise } when pumpedLph is { Value: > 0 } lph => rise * FlowWPerK(lph, ethanolPct, _ambientC.Value),
            { Line: FuelLine.Return } => typical.GuessWithin(VehiclePaths.BayHeatW, 100, 80, Unit.Watt),
            _ => typical.GuessWithin(VehiclePaths.BayHeatW, 50, 50, Unit.Watt),
        };

    // The pump's heat in what it moves, and what the engine bay adds.
    private static Hazy OnTheWayBackK(FuelHeatingResult heating, double ethanolPct, Hazy watts, Hazy bayW, Hazy lph) =>
        (watts + bayW) / FlowWPerK(lph, ethanolPct, HotDriveResult.Held(heating.FinalC).C.Value);

    // Heat that warms a flow by one kelvin, W/K.
    private static Hazy FlowWPerK(Hazy lph, double ethanolPct, double tempC)
    {
        var blend = new Blend<Hazy>(ethanolPct, UsualFuels.Traditional<Hazy>());
        return lph / 3600 * blend.DensityAt(tempC, 0) * HeatCapacity.KjPerKgK(blend, tempC);
    }
}
