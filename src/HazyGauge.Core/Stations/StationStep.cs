using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations;

/// <summary>How far a step of a station is.</summary>
public enum StepState
{
    /// <summary>It can be done now.</summary>
    Open,

    /// <summary>Something else has to be done before.</summary>
    Waiting,

    /// <summary>It is done.</summary>
    Done,

    /// <summary>It was done, and the plan has no such step any more.</summary>
    Gone,
}

/// <summary>A step of the work at a station.</summary>
/// <param name="Id">Its id, which stays when the plan changes: entries that sign it name it by this.</param>
/// <param name="Name">What is done, verb first.</param>
/// <param name="State">How far it is.</param>
/// <param name="WaitsFor">Ids of the steps that have to be done before; empty where it waits for none.</param>
public sealed record StationStep(string Id, Sentence Name, StepState State, IReadOnlyList<string> WaitsFor);

/// <summary>Something that stops the work at a station until it is cleared.</summary>
/// <param name="Code">Stable name for programs.</param>
/// <param name="Why">What is wrong, and what it would do.</param>
/// <param name="EndsWhen">What clears it.</param>
/// <param name="About">Id of what it is about; null where that is no single thing.</param>
public sealed record StationHold(string Code, Sentence Why, Sentence EndsWhen, string? About = null);
