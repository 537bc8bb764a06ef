namespace HazyGauge.Core.Haze;

/// <summary>What there is to check with.</summary>
/// <param name="list">The instruments; null where nobody said, and then everything is offered.</param>
public sealed class InstrumentsAtHand(IReadOnlyCollection<Instrument>? list)
{
    /// <summary>Nobody said what there is.</summary>
    public static readonly InstrumentsAtHand NotSaid = new(null);

    /// <summary>True where somebody said what there is.</summary>
    public bool IsSaid => list is not null;

    /// <summary>True where a check can be made: it needs nothing, what it needs is there, or nobody said.</summary>
    public bool Allow(Instrument? needed) =>
        needed is not { } instrument
        || list is null
        || list.Contains(instrument)
        // A scope counts pulses as well as a meter does.
        || (instrument == Instrument.FrequencyAndDuty && list.Contains(Instrument.Scope));
}
