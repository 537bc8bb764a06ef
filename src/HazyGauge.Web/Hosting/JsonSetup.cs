using System.Text.Json;
using System.Text.Json.Serialization;
using HazyGauge.Core.Capacity;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Line;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Simulation;
using HazyGauge.Core.Vehicles;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Stations.Survey;

namespace HazyGauge.Web.Hosting;

/// <summary>How JSON is read and written: nothing guessed, nothing ignored, words for enums.</summary>
internal static class JsonSetup
{
    public static void Apply(JsonSerializerOptions options)
    {
        options.NumberHandling = JsonNumberHandling.Strict;
        options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        options.AllowDuplicateProperties = false;
        options.Converters.Add(new FiniteNumberConverter());
        options.Converters.Add(new WordConverter<Metering>());
        options.Converters.Add(new WordConverter<SparkWeighting>());
        options.Converters.Add(new WordConverter<MeterQuantity>());
        options.Converters.Add(new WordConverter<StandInFault>());
        options.Converters.Add(new WordConverter<Severity>());
        options.Converters.Add(new WordConverter<SignalStatus>());
        options.Converters.Add(new WordConverter<TemperatureStatus>());
        options.Converters.Add(new WordConverter<StationState>());
        options.Converters.Add(new WordConverter<EntryKind>());
        options.Converters.Add(new WordConverter<Eligibility>());
        options.Converters.Add(new WordConverter<FuelComponent>());
        options.Converters.Add(new WordConverter<CapacityVerdict>());
        options.Converters.Add(new WordConverter<CapacityNumber>());
        options.Converters.Add(new WordConverter<Aspiration>());
        options.Converters.Add(new WordConverter<FuelLine>());
        options.Converters.Add(new WordConverter<InjectionKind>());
        options.Converters.Add(new WordConverter<LineName>());
        options.Converters.Add(new WordConverter<SignalPath>());
        options.Converters.Add(new WordConverter<EndGender>());
        options.Converters.Add(new WordConverter<Gearbox>());
    }
}
