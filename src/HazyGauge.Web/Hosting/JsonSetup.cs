using System.Text.Json;
using System.Text.Json.Serialization;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Hosting;

/// <summary>How JSON is read and written: nothing guessed, nothing ignored, words for enums, haze for numbers that have it.</summary>
internal static class JsonSetup
{
    public static void Apply(JsonSerializerOptions options)
    {
        options.NumberHandling = JsonNumberHandling.Strict;
        options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        options.AllowDuplicateProperties = false;
        options.Converters.Add(new FiniteNumberConverter());
        options.Converters.Add(new WordConverters());
        options.Converters.Add(new LogicLevelConverter());
        options.Converters.Add(new HazyConverter());
    }
}
