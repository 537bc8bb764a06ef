namespace HazyGauge.Core.Stations.Route;

/// <summary>The parts of Route: what is said belongs to the one where it is mended.</summary>
internal static class RoutePart
{
    public const string Place = "place";
    public const string Parts = "parts";
    public const string Hoses = "hoses";
    public const string Holding = "holding";
}
