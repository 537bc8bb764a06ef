using System.Text.Json.Serialization;

namespace HazyGauge.Core.Sensing;

/// <summary>Level of an open-collector signal.</summary>
public enum LogicLevel : byte
{
    /// <summary>Pulled low by the sensor.</summary>
    Low,

    /// <summary>Released; the pull-up lifts it.</summary>
    Released,

    /// <summary>Not known. Never taken for low.</summary>
    Unknown,
}

/// <summary>A change of level.</summary>
/// <param name="TimeS">When, s since the start of the recording.</param>
/// <param name="Level">The level from then on.</param>
public readonly record struct LevelChange([property: JsonPropertyName("tS")] double TimeS, LogicLevel Level);
