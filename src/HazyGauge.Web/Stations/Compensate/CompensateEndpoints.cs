using HazyGauge.Core.Compensation;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Web.Haze;
using HazyGauge.Web.OpenApi;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Stations.Compensate;

/// <summary>The Compensate station: which numbers go into the controller?</summary>
internal static class CompensateEndpoints
{
    private const int MostPoints = 1001;

    public static void MapCompensate(this IEndpointRouteBuilder api)
    {
        api.MapGet("/fuels", Fuels).WithSummary("The usual figures of the two fuels: what a fuel factor is reckoned with unless others are given.");
        api.MapPost("/calc/fuel-factor", Factor)
            .WithSummary("By how much the effective open time (pulse minus dead time) must grow on another blend than the base map's.")
            .WithExample("""{ "ethanolPct": { "value": 73.4, "u": 2.9 }, "baseEthanolPct": 10, "metering": "orifice" }""");
        api.MapPost("/calc/fuel-curve", Curve)
            .WithSummary("The fuel factor over several blends.")
            .WithExample("""{ "ethanolPcts": [0, 25, 50, 75, 100], "baseEthanolPct": 10, "metering": "orifice" }""");
    }

    private static Ok<FuelsAnswer> Fuels()
    {
        var (traditional, byComposition) = (UsualFuels.Traditional<Exact>(), UsualFuels.ByComposition<Exact>());
        return TypedResults.Ok(new FuelsAnswer(
            traditional.GasolineStoichAfr.Value,
            traditional.EthanolStoichAfr.Value,
            byComposition.GasolineStoichAfr.Value,
            byComposition.EthanolStoichAfr.Value,
            traditional.GasolineDensity15C.Value,
            traditional.EthanolDensity15C.Value));
    }

    private static Ok<FuelFactorAnswer> Factor(FuelFactorRequest request)
    {
        var haze = new HazeReader();
        var ethanol = haze.Required(request.EthanolPct, "ethanolPct", "The ethanol content");
        return TypedResults.Ok(Compute(request, ethanol, haze));
    }

    private static Ok<FuelCurveAnswer> Curve(FuelCurveRequest request)
    {
        var haze = new HazeReader();
        if (request.EthanolPcts is not { Count: > 0 and <= MostPoints } ethanolPcts)
        {
            haze.Check.Refuse("ethanolPcts", $"Give between 1 and {MostPoints} blends.").ThrowIfAny();
            throw new InvalidOperationException();
        }

        return TypedResults.Ok(new FuelCurveAnswer([.. ethanolPcts.Select(e => Compute(request, haze.Required(e, "ethanolPct", "A blend"), haze))]));
    }

    /// <summary>Computes with the request's numbers and, where it leaves one out, the usual one.</summary>
    internal static FuelFactorAnswer Compute(IFuelFactorRequest request, Hazy ethanolPct, HazeReader haze)
    {
        var baseEthanolPct = haze.Required(request.BaseEthanolPct, "baseEthanolPct", "The blend the base map was made on");
        var usual = UsualFuels.Traditional<Hazy>();
        var input = new FuelFactorInput(
            ethanolPct,
            baseEthanolPct,
            request.Metering ?? Metering.Orifice,
            haze.Optional(request.FuelTempC, "fuelTempC"),
            haze.Optional(request.BaseFuelTempC, "baseFuelTempC") ?? FuelFactorInput.UsualBaseFuelTempC,
            new FuelPair<Hazy>(
                haze.Optional(request.GasolineStoichAfr, "gasolineStoichAfr") ?? usual.GasolineStoichAfr,
                haze.Optional(request.EthanolStoichAfr, "ethanolStoichAfr") ?? usual.EthanolStoichAfr,
                haze.Optional(request.GasolineDensityKgM3At15C, "gasolineDensityKgM3At15C") ?? usual.GasolineDensity15C,
                haze.Optional(request.EthanolDensityKgM3At15C, "ethanolDensityKgM3At15C") ?? usual.EthanolDensity15C));
        haze.Check.ThrowIfAny();
        return FuelFactorAnswer.From(FuelFactor.Compute(input, haze.Ledger));
    }
}
