namespace HazyGauge.Core.Plumbing.Placement;

/// <summary>Where a sensor goes: the schools of the trade.</summary>
public enum SensorPlace
{
    /// <summary>Into the return.</summary>
    Return,

    /// <summary>Into the feed.</summary>
    Feed,

    /// <summary>Into one of two branches side by side.</summary>
    Bypass,

    /// <summary>Between the two halves of a stock joint that is pulled apart.</summary>
    Loop,
}

/// <summary>How much air or how little fuel a sensor sees.</summary>
public enum AerationRisk
{
    /// <summary>It sees fuel under pressure, always.</summary>
    None,

    /// <summary>Fuel without pressure, some bubbles.</summary>
    Low,

    /// <summary>At full load little fuel comes by, or none.</summary>
    High,

    /// <summary>Nobody knows what comes by.</summary>
    NotKnown,
}

/// <summary>The places in words.</summary>
public static class SensorPlaceWords
{
    /// <summary>The place, inside a sentence.</summary>
    public static string InWords(this SensorPlace place) =>
        place switch
        {
            SensorPlace.Return => "in the return",
            SensorPlace.Feed => "in the feed",
            SensorPlace.Bypass => "in the feed with a bypass",
            SensorPlace.Loop => "in a loop at a stock joint",
            _ => throw new ArgumentOutOfRangeException(nameof(place), place, "Not a place."),
        };
}
