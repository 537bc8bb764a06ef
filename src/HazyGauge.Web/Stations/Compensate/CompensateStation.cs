using System.Globalization;
using System.Text.Json;
using HazyGauge.Core;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Line;
using HazyGauge.Data.Jobs;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Stations.Signal;

namespace HazyGauge.Web.Stations.Compensate;

/// <summary>The reading a compensation is reckoned for.</summary>
/// <param name="EthanolPct">Ethanol in the line; null where the signal gives none.</param>
/// <param name="FuelTempC">Fuel temperature; null where it is not known.</param>
public sealed record ReadingForCompensation(HazyInput? EthanolPct = null, HazyInput? FuelTempC = null);

/// <summary>Evaluates Compensate documents: one path for looking and for saving, so that what is saved is what was shown.</summary>
internal sealed class CompensateStation(JobStore jobs, SignalStation signal, DocumentJson json) : IStationDocuments
{
    private const string Name = "Compensate";
    private const int UsualBreakpoints = 6;

    /// <inheritdoc/>
    public string Slug => Station.CompensateSlug;

    /// <inheritdoc/>
    public ShowInBay ShowEmpty => (before, _) => before.With(Slug, null);

    /// <summary>The reading that is saved at the Signal station; computed again where another version saved it.</summary>
    public async Task<ReadingForCompensation> SavedReadingAsync(Guid jobId, CancellationToken cancellation)
    {
        if (await jobs.LatestAsync(jobId, Station.SignalSlug, cancellation) is not { } latest)
        {
            return new ReadingForCompensation();
        }

        var saved = signal.Read(JsonSerializer.Deserialize<JsonElement>(latest.Document));
        var results = saved.Results ?? (await signal.EvaluateAsync(jobId, saved, cancellation)).Results;
        return new ReadingForCompensation(results?.Read?.EthanolPct?.AsInput(), results?.Read?.FuelTempC?.AsInput());
    }

    /// <summary>The document with its results, as today's rules have them.</summary>
    /// <exception cref="RefusedInputException">A number cannot be, or a multiplier was made for another base map.</exception>
    public static CompensateDocument Evaluate(CompensateDocument document, ReadingForCompensation reading)
    {
        var haze = new HazeReader();
        var ethanol = haze.Optional(reading.EthanolPct, "ethanolPct");
        var results = document.BaseEthanolPct is { } basePct
            ? new Reckoning(document, basePct, reading, ethanol, haze).Results()
            : WithoutBase(document, ethanol);
        return document with { Results = results, CoreVersion = CoreVersion.Current };
    }

    /// <inheritdoc/>
    public async Task<JudgedDocument> JudgeAsync(JobToJudge job, JsonElement document, CancellationToken cancellation)
    {
        var evaluated = Evaluate(json.Read<CompensateDocument>(document, Name), await SavedReadingAsync(job.Id, cancellation));
        return new JudgedDocument(json.Write(evaluated), Summary(evaluated), Show(evaluated));
    }

    /// <inheritdoc/>
    /// <remarks>The plan goes along; that the fuelling was proven does not.</remarks>
    public JsonElement? ForAnotherVehicle(JsonElement document) =>
        json.Element(json.Read<CompensateDocument>(document, Name) with { FuellingProof = null, Results = null, CoreVersion = null });

    /// <inheritdoc/>
    public ShowInBay ShowSaved(JsonElement document) => Show(json.Read<CompensateDocument>(document, Name));

    /// <inheritdoc/>
    public string? ComputedWith(JsonElement document) => json.Read<CompensateDocument>(document, Name) is { Results: not null } computed ? computed.CoreVersion : null;

    /// <inheritdoc/>
    public IReadOnlyList<DocumentFigure> Figures(JsonElement document) => CompensateFigures.Of(json.Read<CompensateDocument>(document, Name));

    private static CompensateResults WithoutBase(CompensateDocument document, Hazy? ethanol)
    {
        if (document.FuellingProof is not null)
        {
            throw new RefusedInputException("fuellingProof", "Say first which blend the base map was made on; the fuelling is proven against that.");
        }

        var progress = CompensateProgress.Of(ethanol is not null, hasBase: false, isFuellingProven: false);
        return new CompensateResults(HazyNumber.From(ethanol), null, null, null, null, null, false, [], progress.State, progress.NextAction);
    }

    private static string Summary(CompensateDocument document) => document switch
    {
        { Results.FuelFactor: { } fuel, Results.EthanolPct: { } ethanol } => string.Create(CultureInfo.InvariantCulture,
            $"{HazyText.Number(fuel.Factor.Value, fuel.Factor.PlusMinus, 3)} times the open time of E{document.BaseEthanolPct!.Value:0.#} on {HazyText.Ethanol(ethanol.Value, ethanol.PlusMinus)}{SparkSummary(document.Results.Spark)}"),
        { BaseEthanolPct: { } basePct } => string.Create(CultureInfo.InvariantCulture, $"Base map on E{basePct.Value:0.#}; no reading yet"),
        _ => "Compensate: base blend not known yet",
    };

    private static string SparkSummary(SparkToSet? spark) => spark is null ? string.Empty
        : spark.IsHeld ? "; spark held"
        : string.Create(CultureInfo.InvariantCulture, $"; spark {spark.ToSetDeg.Value:+0.0;-0.0;0.0}°");

    private static ShowInBay Show(CompensateDocument document) => StationDocuments.Shown(
        Station.CompensateSlug, document.Results is { } results ? new StationProgress(results.State, results.NextAction) : null);

    /// <summary>One evaluation, its numbers on one ledger.</summary>
    private sealed class Reckoning(CompensateDocument document, HazyInput basePct, ReadingForCompensation reading, Hazy? ethanol, HazeReader haze)
    {
        private Metering Metering => document.Metering ?? Metering.Orifice;

        public CompensateResults Results()
        {
            var proven = CompensateProof.Holds(document.FuellingProof, basePct.Value, Metering, out var proofFindings);
            var fuel = ethanol is { } e ? Fuel(e) : null;
            var row = Row();
            var multiplier = Multiplier();
            var pulse = fuel is null ? null : Pulse(fuel);
            var spark = Spark(proven);
            var progress = CompensateProgress.Of(ethanol is not null, hasBase: true, proven);
            return new CompensateResults(
                HazyNumber.From(ethanol),
                fuel,
                multiplier is null ? null : MultiplierAnswer.From(multiplier),
                pulse,
                row,
                spark,
                proven,
                [.. (multiplier?.Findings ?? []).Concat(proofFindings).OrderByDescending(f => f.Severity)],
                progress.State,
                progress.NextAction);
        }

        private FuelFactorAnswer Fuel(Hazy ethanolPct)
        {
            var withTemperature = document.BaseFuelTempC is not null && reading.FuelTempC is not null;
            return CompensateEndpoints.Compute(
                new FuelFactorRequest(null, basePct, Metering, withTemperature ? reading.FuelTempC : null, document.BaseFuelTempC), ethanolPct, haze);
        }

        private BreakpointsAnswer Row()
        {
            var chosen = document.Row?.EthanolPcts;
            var request = new BreakpointsRequest(basePct, Metering, chosen, chosen is null ? document.Row?.Count ?? UsualBreakpoints : null, WholePct: true);
            return BreakpointsAnswer.From(BreakpointsCalc.Compute(request, haze));
        }

        private MultiplierJudgement? Multiplier() => document.Multiplier switch
        {
            null or { At0Pct: null, At100Pct: null } => null,
            { At0Pct: { } at0, At100Pct: { } at100 } => new MultiplierLine(at0, at100).Judge(
                Metering, new Blend<Exact>(basePct.Value, UsualFuels.Traditional<Exact>()), ethanol?.Value),
            _ => throw new RefusedInputException("multiplier", "Give both ends of the multiplier, at E0 and at E100."),
        };

        private PulseAnswer? Pulse(FuelFactorAnswer fuel) => document.Pulse is { PulseMs: not null, DeadTimeMs: not null } pulse
            ? PulseCalc.Compute(new PulseRequest(pulse.PulseMs, pulse.DeadTimeMs, fuel.Factor.AsInput()), haze)
            : null;

        // All three numbers of the two maps, or none: half a description of them is not guessed at.
        private SparkToSet? Spark(bool proven)
        {
            if (ethanol is null || document.Spark is not { GasolineMapEthanolPct: not null, EthanolMapEthanolPct: not null, FullAdditionDeg: not null } maps)
            {
                return null;
            }

            var input = SparkCalc.Input(
                new SparkAdditionRequest(
                    reading.EthanolPct, maps.GasolineMapEthanolPct, maps.EthanolMapEthanolPct, maps.FullAdditionDeg, maps.Weighting ?? SparkWeighting.Linear, maps.SaturatesAtPct),
                haze);
            var result = SparkAddition.Compute(input);
            var toSet = proven ? result.CautiousAdditionDeg : SparkAddition.HeldUntilProven(result.CautiousAdditionDeg);
            return new SparkToSet(
                SparkAdditionAnswer.From(result),
                HazyNumber.From(toSet),
                !proven && result.CautiousAdditionDeg.Value > 0,
                result.CautiousEthanolPct,
                [.. SparkAddition.Curve(input).Select(p => new SparkPoint(p.EthanolPct, p.AdditionDeg))]);
        }
    }
}
