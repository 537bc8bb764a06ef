namespace HazyGauge.Core.Jobs;

/// <summary>What kind of thing happened on a job.</summary>
public enum EntryKind
{
    /// <summary>The job waits for a part, a file or a proof.</summary>
    Waiting,

    /// <summary>Something to remember.</summary>
    Note,

    /// <summary>Something to look at again on a day.</summary>
    Recheck,

    /// <summary>Another entry is done with.</summary>
    Closing,
}
