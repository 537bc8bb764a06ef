namespace HazyGauge.Core.Compensation;

/// <summary>How the spark addition grows between two maps.</summary>
public enum SparkWeighting
{
    /// <summary>Evenly with ethanol by volume.</summary>
    Linear,

    /// <summary>Evenly with ethanol by mole, as octane does: most of it comes early.</summary>
    Mole,

    /// <summary>Evenly with ethanol by volume, all of it from a chosen blend on.</summary>
    Saturating,
}
