namespace HazyGauge.Data;

/// <summary>Time as the database keeps it.</summary>
public static class Clock
{
    /// <summary>Now, cut to the millisecond, so that an answer given at once and one read back later say the same.</summary>
    public static DateTimeOffset ToTheMillisecond(this TimeProvider clock)
    {
        var now = clock.GetUtcNow();
        return now.AddTicks(-(now.Ticks % TimeSpan.TicksPerMillisecond));
    }
}
