using HazyGauge.Core.Fields;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Shop;

/// <summary>Instruments in words.</summary>
public static class InstrumentWords
{
    /// <summary>What there is to choose from.</summary>
    public static readonly IReadOnlyList<FieldChoice> Choices =
    [
        FieldChoice.Of(Instrument.VoltsAndContinuity, "Meter: volts and continuity"),
        FieldChoice.Of(Instrument.FrequencyAndDuty, "Meter: frequency and duty"),
        FieldChoice.Of(Instrument.Scope, "Scope or logic analyzer"),
        FieldChoice.Of(Instrument.Wideband, "Wideband lambda"),
        FieldChoice.Of(Instrument.PressureGauge, "Fuel pressure gauge"),
        FieldChoice.Of(Instrument.DiagnosticReader, "Diagnostic reader"),
        FieldChoice.Of(Instrument.Hydrometer, "Hydrometer or graduated cylinder"),
        FieldChoice.Of(Instrument.Thermometer, "Thermometer"),
        FieldChoice.Of(Instrument.Dynamometer, "Dynamometer"),
    ];

    /// <summary>An instrument on the buying list.</summary>
    /// <param name="instrument">The instrument.</param>
    /// <param name="what">What it is borrowed for.</param>
    public static NeededPart ToBorrow(Instrument instrument, Sentence what) =>
        new(
            $"borrow-{instrument.ToString().ToLowerInvariant()}",
            InWords(instrument) is var words ? char.ToUpperInvariant(words[2]) + words[3..] : string.Empty,
            PartKind.Instrument,
            what,
            HoldsUp: []
        );

    /// <summary>An instrument inside a sentence.</summary>
    public static string InWords(this Instrument instrument) =>
        instrument switch
        {
            Instrument.VoltsAndContinuity => "a meter for volts",
            Instrument.FrequencyAndDuty => "a meter that shows frequency",
            Instrument.Scope => "a scope or logic analyzer",
            Instrument.Wideband => "a wideband lambda probe",
            Instrument.PressureGauge => "a fuel pressure gauge",
            Instrument.DiagnosticReader => "a diagnostic reader",
            Instrument.Hydrometer => "a hydrometer or graduated cylinder",
            Instrument.Thermometer => "a thermometer",
            Instrument.Dynamometer => "a dynamometer",
            _ => throw new ArgumentOutOfRangeException(nameof(instrument), instrument, null),
        };
}
