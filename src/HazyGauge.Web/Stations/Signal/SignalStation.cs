using System.Globalization;
using System.Text.Json;
using HazyGauge.Core;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Line;
using HazyGauge.Core.Sensing;
using HazyGauge.Data.Files;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Stations.Compensate;

namespace HazyGauge.Web.Stations.Signal;

/// <summary>Evaluates Signal documents: one path for looking and for saving, so that what is saved is what was shown.</summary>
internal sealed class SignalStation(FileStore files, CaptureReader captures, DocumentJson json) : IStationDocuments
{
    private const string Name = "Signal";

    /// <inheritdoc/>
    public string Slug => Station.SignalSlug;

    /// <inheritdoc/>
    public ShowInBay ShowEmpty => (before, _) => before.With(Slug, null) with
    {
        EthanolPct = null,
        EthanolPlusMinus = null,
        ReadingSavedAt = null,
    };

    /// <summary>Reads a document.</summary>
    /// <exception cref="RefusedInputException">It is not one of this station.</exception>
    public SignalDocument Read(JsonElement document) => json.Read<SignalDocument>(document, Name);

    /// <summary>The document with its results, as today's rules have them.</summary>
    /// <exception cref="RefusedInputException">The capture is not on the job, or a number cannot be.</exception>
    public async Task<SignalDocument> EvaluateAsync(Guid jobId, SignalDocument document, CancellationToken cancellation)
    {
        var (read, name) = await ReadAsync(jobId, document, cancellation);
        var evidence = SignalEvidence.Of(read, document.Meter, document.ToleranceEthanolPct ?? SensorLaw.UsualToleranceEthanolPct);
        var capture = read is null ? null : CaptureAnswer.From(read) with { Timeline = [], Excerpt = [] };
        var reading = evidence.Reading is null ? null : ReadingAnswer.From(evidence.Reading, evidence.Volts);
        var progress = SignalProgress.Of(evidence.Reading);
        return document with
        {
            Capture = document.Capture is { } choice ? choice with { Name = name } : null,
            Results = new SignalResults(
                capture, FuelFactor(document, reading), progress.State, progress.NextAction, reading, evidence.Meter is { } rows ? [.. rows.Select(MeterRowAnswer.From)] : null),
            CoreVersion = CoreVersion.Current,
        };
    }

    /// <inheritdoc/>
    public async Task<JudgedDocument> JudgeAsync(JobToJudge job, JsonElement document, CancellationToken cancellation)
    {
        var evaluated = await EvaluateAsync(job.Id, Read(document), cancellation);
        return new JudgedDocument(json.Write(evaluated), Summary(evaluated), Show(evaluated));
    }

    /// <inheritdoc/>
    /// <remarks>A signal was measured on one vehicle and says nothing about another.</remarks>
    public JsonElement? ForAnotherVehicle(JsonElement document) => null;

    /// <inheritdoc/>
    public ShowInBay ShowSaved(JsonElement document) => Show(Read(document));

    /// <inheritdoc/>
    public string? ComputedWith(JsonElement document) => Read(document) is { Results: not null } computed ? computed.CoreVersion : null;

    /// <inheritdoc/>
    public IReadOnlyList<DocumentFigure> Figures(JsonElement document)
    {
        var signal = Read(document);
        var reading = signal.Results?.Read;
        return
        [
            new("evidence", "Rests on", signal.Capture?.Name ?? (signal.Meter is null ? "nothing yet" : "meter readings")),
            new("signalStatus", "Signal", reading is null ? "none" : InWords(reading.SignalStatus)),
            Figure("ethanolPct", "Ethanol", reading?.EthanolPct, "ethanolPct"),
            Figure("fuelTempC", "Fuel temperature", reading?.FuelTempC, "celsius"),
            Figure("frequencyHz", "Frequency", signal.Results?.Capture?.FrequencyHz, "hertz"),
            Figure("lowPulseMs", "Low pulse", signal.Results?.Capture?.LowPulseMs, "milliseconds"),
            new("toleranceEthanolPct", "Sensor good to", string.Create(CultureInfo.InvariantCulture, $"{signal.ToleranceEthanolPct ?? SensorLaw.UsualToleranceEthanolPct:0.##} points")),
            Figure("factor", "Fuel factor", signal.Results?.FuelFactor?.Factor, "factor"),
        ];
    }

    private static DocumentFigure Figure(string field, string label, HazyNumber? number, string unit) =>
        number is null ? new(field, label, "none") : new(field, label, Number: number, Unit: unit);

    /// <summary>One line for the record.</summary>
    private static string Summary(SignalDocument document)
    {
        var results = document.Results;
        if (results?.Read is not { } read)
        {
            return "Signal: no capture yet";
        }

        var reading = read.EthanolPct is { } ethanol ? Reading(ethanol) : $"no reading ({InWords(read.SignalStatus)})";
        var status = read is { EthanolPct: not null, SignalStatus: not SignalStatus.Ok } ? $", {InWords(read.SignalStatus)}" : string.Empty;
        var factor = results.FuelFactor is { } fuel
            ? string.Create(CultureInfo.InvariantCulture, $"; {fuel.Factor.Value:0.000} times the open time of E{document.Fuel!.BaseEthanolPct!.Value:0.#}")
            : string.Empty;
        return $"{reading}{status} from {document.Capture?.Name ?? "a meter"}{factor}";
    }

    private static ShowInBay Show(SignalDocument document) => (before, savedAt) => document.Results is not { } results
        ? before.With(Station.SignalSlug, StationDocuments.SavedByAnotherVersion(Station.SignalSlug))
        : before.With(Station.SignalSlug, new StationProgress(results.State, results.NextAction)) with
        {
            EthanolPct = results.Read?.EthanolPct?.Value,
            EthanolPlusMinus = results.Read?.EthanolPct?.PlusMinus,
            ReadingSavedAt = results.Read?.EthanolPct is null ? null : savedAt,
        };

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

    private async Task<(ReadCapture? Capture, string? Name)> ReadAsync(Guid jobId, SignalDocument document, CancellationToken cancellation)
    {
        if (document.Capture is not { } choice)
        {
            return (null, null);
        }

        var file = choice.Sha256 is { } sha256 ? await files.FindAsync(jobId, sha256, cancellation) : null;
        if (file is not { HasContent: true })
        {
            throw new RefusedInputException("capture", "This capture is not on the job. Drop it again.");
        }

        var how = new HowToRead(choice.Channel, document.ToleranceEthanolPct ?? SensorLaw.UsualToleranceEthanolPct, choice.ThresholdV);
        return (await captures.ReadAsync(file.Name, () => files.OpenRead(file.Sha256), how, cancellation), file.Name);
    }

    private static FuelFactorAnswer? FuelFactor(SignalDocument document, ReadingAnswer? reading)
    {
        if (document.Fuel is not { BaseEthanolPct: { } baseEthanol } fuel || reading?.EthanolPct is not { } ethanol)
        {
            return null;
        }

        // The reading goes in the way any client passes an answer on, parts and all, so the budget reaches back to the sensor.
        var haze = new HazeReader();
        var withTemperature = fuel.BaseFuelTempC is not null && reading.FuelTempC is not null;
        var request = new FuelFactorRequest(
            ethanol.AsInput(), baseEthanol, fuel.Metering, withTemperature ? reading.FuelTempC!.AsInput() : null, fuel.BaseFuelTempC);
        return CompensateEndpoints.Compute(request, haze.Required(request.EthanolPct, "ethanolPct", "The ethanol content"), haze);
    }
}
