using HazyGauge.Core.Sensing;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Signal;

/// <summary>Reads what a meter showed out of a request.</summary>
internal static class MeterReader
{
    /// <summary>The readings on the request's ledger.</summary>
    public static MeterReadings Read(SensorReadingRequest request, HazeReader haze)
    {
        var readings = new MeterReadings(
            haze.Required(request.FrequencyHz, "frequencyHz", "The frequency"),
            haze.Optional(request.LowPulseMs, "lowPulseMs"),
            haze.Optional(request.AverageV, "averageV"),
            haze.Optional(request.HighV, "highV"),
            haze.Optional(request.LowV, "lowV"));
        haze.Check.ThrowIfAny();
        return readings;
    }
}
