using System.Text.Json.Serialization;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Sensing;

/// <summary>Readings that cannot all be true, or one that does not come from the sensor. While there is one there is no value: the middle of two readings is what neither
/// of them says.</summary>
/// <param name="Between">Who disagrees, by name.</param>
/// <param name="Because">What they say, and why that cannot be.</param>
/// <param name="TellsApart">What to do to find out which of them is right: a short command.</param>
/// <param name="Said">What each of them says, the lowest first; empty where nothing but an end of a range is shown.</param>
public sealed record Dispute(IReadOnlyList<string> Between, Sentence Because, Sentence TellsApart, IReadOnlyList<DisputedReading> Said)
{
    /// <summary>Stable name of what is to be done about it.</summary>
    internal const string Code = "dispute";

    /// <summary>Who does not agree, inside a sentence.</summary>
    [JsonIgnore]
    public string Who => Between.Count > 1 ? $"{Wording.Listed(Between)} do not agree" : $"{Between[0]} contradicts itself";
}

/// <summary>One side of a dispute.</summary>
/// <param name="By">Who says it.</param>
/// <param name="SaysPct">What it says, ethanol in % by volume.</param>
/// <param name="PlusMinus">How far off that may be on its own, the sensor they share left out, points.</param>
public sealed record DisputedReading(string By, double SaysPct, double PlusMinus);

/// <summary>What the sensor is known to read: a reading, or a dispute about it, and never both.</summary>
/// <param name="Reading">The reading; null where there is none.</param>
/// <param name="Dispute">The dispute; null where there is none.</param>
public sealed record SensorSays(SensorReading? Reading, Dispute? Dispute);
