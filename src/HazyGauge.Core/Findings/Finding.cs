namespace HazyGauge.Core.Findings;

/// <summary>How much a finding matters.</summary>
public enum Severity
{
    /// <summary>Good to know.</summary>
    Info,

    /// <summary>Look at this before relying on the result.</summary>
    Caution,

    /// <summary>Do not go on until this is cleared.</summary>
    Stop,
}

/// <summary>Something the computation noticed, in words: what it means and what to check next.</summary>
/// <param name="Code">Stable name for programs.</param>
/// <param name="Severity">How much it matters.</param>
/// <param name="Text">One to three sentences for the mechanic.</param>
public sealed record Finding(string Code, Severity Severity, string Text);
