using System.Globalization;
using HazyGauge.Core;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Line;
using HazyGauge.Core.Sensing;
using HazyGauge.Data;
using HazyGauge.Data.Files;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Stations.Compensate;

namespace HazyGauge.Web.Stations.Signal;

/// <summary>Where a stored result and today's rules disagree.</summary>
/// <param name="Field">What differs.</param>
/// <param name="Saved">As it was saved.</param>
/// <param name="Now">As it would be today.</param>
public sealed record Difference(string Field, string Saved, string Now);

/// <summary>Evaluates Signal documents: one path for looking and for saving, so that what is saved is what was shown.</summary>
internal sealed class SignalStation(FileStore files, CaptureReader captures)
{
    /// <summary>The document with its results, as today's rules have them.</summary>
    /// <exception cref="RefusedInputException">The capture is not on the job, or a number cannot be.</exception>
    public async Task<SignalDocument> EvaluateAsync(Guid jobId, SignalDocument document, CancellationToken cancellation)
    {
        var (capture, reading, name) = await ReadAsync(jobId, document, cancellation);
        var factor = FuelFactor(document, capture);
        var progress = SignalProgress.Of(reading, factor is not null);
        return document with
        {
            Capture = document.Capture is { } choice ? choice with { Name = name } : null,
            Results = new SignalResults(capture, factor, progress.State, progress.NextAction),
            CoreVersion = CoreVersion.Current,
        };
    }

    /// <summary>One line for the record.</summary>
    public static string Summary(SignalDocument document)
    {
        var results = document.Results;
        if (results?.Capture is not { } capture)
        {
            return "Signal: no capture yet";
        }

        var reading = capture.Reading.EthanolPct is { } ethanol ? Reading(ethanol) : $"no reading ({InWords(capture.Reading.SignalStatus)})";
        var status = capture.Reading is { EthanolPct: not null, SignalStatus: not SignalStatus.Ok } ? $", {InWords(capture.Reading.SignalStatus)}" : string.Empty;
        var factor = results.FuelFactor is { } fuel
            ? string.Create(CultureInfo.InvariantCulture, $"; {fuel.Factor.Value:0.000} times the open time of E{document.Fuel!.BaseEthanolPct!.Value:0.#}")
            : string.Empty;
        return $"{reading}{status} from {document.Capture!.Name}{factor}";
    }

    /// <summary>What the bay shows of a document with results.</summary>
    public static BayProjection Bay(SignalDocument document) => document.Results is not { } results
        ? BayProjection.Empty
        : new BayProjection
        {
            SignalState = results.State,
            EthanolPct = results.Capture?.Reading.EthanolPct?.Value,
            EthanolPlusMinus = results.Capture?.Reading.EthanolPct?.PlusMinus,
            NextCommand = results.NextAction.Command,
            NextWhy = results.NextAction.Why,
        };

    /// <summary>Where the stored results and a new evaluation disagree, in the figures a mechanic would have acted on.</summary>
    public static IReadOnlyList<Difference> Compare(SignalDocument saved, SignalDocument now)
    {
        var before = Figures(saved);
        return [.. Figures(now).Where(f => before[f.Key] != f.Value).Select(f => new Difference(f.Key, before[f.Key], f.Value))];
    }

    private static Dictionary<string, string> Figures(SignalDocument document)
    {
        var capture = document.Results?.Capture;
        return new(StringComparer.Ordinal)
        {
            ["signalStatus"] = capture is null ? "none" : InWords(capture.Reading.SignalStatus),
            ["ethanolPct"] = capture?.Reading.EthanolPct is { } ethanol ? Reading(ethanol) : "none",
            ["fuelTempC"] = capture?.Reading.FuelTempC is { } temp ? string.Create(CultureInfo.InvariantCulture, $"{temp.Value:0.0}") : "none",
            ["factor"] = document.Results?.FuelFactor is { } fuel ? string.Create(CultureInfo.InvariantCulture, $"{fuel.Factor.Value:0.000}") : "none",
        };
    }

    private static string Reading(HazyNumber ethanol) => HazyText.Ethanol(ethanol.Value, ethanol.PlusMinus);

    private static string InWords(SignalStatus status) => status switch
    {
        SignalStatus.NoSignal => "no signal",
        SignalStatus.OutOfRange => "out of range",
        SignalStatus.ClampedLow => "a little under E0",
        SignalStatus.ClampedHigh => "a little over E100",
        SignalStatus.Contaminated => "contaminated fuel",
        SignalStatus.Intermittent => "intermittent",
        SignalStatus.Unsteady => "unsteady",
        _ => "steady",
    };

    private async Task<(CaptureAnswer? Capture, SensorReading? Reading, string? Name)> ReadAsync(Guid jobId, SignalDocument document, CancellationToken cancellation)
    {
        if (document.Capture is not { } choice)
        {
            return (null, null, null);
        }

        var file = choice.Sha256 is { } sha256 ? await files.FindAsync(jobId, sha256, cancellation) : null;
        if (file is not { HasContent: true })
        {
            throw new RefusedInputException("capture", "This capture is not on the job. Drop it again.");
        }

        var read = await captures.ReadAsync(
            file.Name, () => files.OpenRead(file.Sha256), new HowToRead(choice.Channel, document.ToleranceEthanolPct ?? SensorLaw.UsualToleranceEthanolPct, choice.ThresholdV), cancellation);
        return (CaptureAnswer.From(read) with { Timeline = [], Excerpt = [] }, read.Result.Reading, file.Name);
    }

    private static FuelFactorAnswer? FuelFactor(SignalDocument document, CaptureAnswer? capture)
    {
        if (document.Fuel is not { BaseEthanolPct: { } baseEthanol } fuel || capture?.Reading.EthanolPct is not { } ethanol)
        {
            return null;
        }

        // The reading goes in the way any client passes an answer on, parts and all, so the budget reaches back to the sensor.
        var haze = new HazeReader();
        var withTemperature = fuel.BaseFuelTempC is not null && capture.Reading.FuelTempC is not null;
        var request = new FuelFactorRequest(
            AsInput(ethanol), baseEthanol, fuel.Metering, withTemperature ? AsInput(capture.Reading.FuelTempC!) : null, fuel.BaseFuelTempC);
        return CompensateEndpoints.Compute(request, haze.Required(request.EthanolPct, "ethanolPct", "The ethanol content"), haze);
    }

    private static HazyInput AsInput(HazyNumber number) => new(number.Value, number.U, number.PlusMinus, number.Parts);
}
