using System.Reflection;
using System.Text.Json;

namespace HazyGauge.Web.Stations.Survey;

/// <summary>The answers of a survey document by their paths, as they stand in JSON.</summary>
internal static class SurveyFields
{
    /// <summary>For each path, what a document has there; null where it was left out.</summary>
    public static readonly IReadOnlyDictionary<string, Func<SurveyDocument, object?>> Known = typeof(SurveyDocument).GetProperties()
        .Where(group => group.PropertyType.Name.EndsWith("Answers", StringComparison.Ordinal))
        .SelectMany(group => group.PropertyType.GetProperties().Select(answer => (
            Path: $"{Camel(group)}.{Camel(answer)}",
            Read: (Func<SurveyDocument, object?>)(document => group.GetValue(document) is { } answers ? answer.GetValue(answers) : null))))
        .ToDictionary(f => f.Path, f => f.Read, StringComparer.Ordinal);

    private static string Camel(MemberInfo member) => JsonNamingPolicy.CamelCase.ConvertName(member.Name);
}
