using System.Text.Json.Nodes;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>What ids of a survey are made from.</summary>
internal static class SurveyIds
{
    /// <summary>A user's id is made from what it is called, as its wires always were.</summary>
    public static string? OfUser(JsonObject user)
    {
        static string? Text(JsonNode? node) => node is JsonValue value && value.TryGetValue<string>(out var text) ? text : null;
        var kind = Enum.TryParse<SensorUserKind>(Text(user["kind"]), ignoreCase: true, out var known) ? known : (SensorUserKind?)null;
        return new SensorUser(kind, Name: Text(user["name"]), Controller: Text(user["controller"])).Key;
    }
}
