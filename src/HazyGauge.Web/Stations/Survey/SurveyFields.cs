using System.Reflection;
using System.Text.Json;

namespace HazyGauge.Web.Stations.Survey;

/// <summary>The answers of a survey document by their paths, as they stand in JSON.</summary>
internal static class SurveyFields
{
    private static readonly IReadOnlyList<(string Path, PropertyInfo Group, PropertyInfo Answer)> All = [.. typeof(SurveyDocument).GetProperties()
        .Where(group => group.PropertyType.Name.EndsWith("Answers", StringComparison.Ordinal))
        .SelectMany(group => group.PropertyType.GetProperties().Select(answer => ($"{Camel(group)}.{Camel(answer)}", group, answer)))];

    /// <summary>For each path, what a document has there; null where it was left out.</summary>
    public static readonly IReadOnlyDictionary<string, Func<SurveyDocument, object?>> Known = All.ToDictionary(
        f => f.Path, f => (Func<SurveyDocument, object?>)(document => f.Group.GetValue(document) is { } answers ? f.Answer.GetValue(answers) : null), StringComparer.Ordinal);

    /// <summary>For each path, what kind of answer belongs there.</summary>
    public static readonly IReadOnlyDictionary<string, Type> Types = All.ToDictionary(
        f => f.Path, f => Nullable.GetUnderlyingType(f.Answer.PropertyType) ?? f.Answer.PropertyType, StringComparer.Ordinal);

    private static string Camel(MemberInfo member) => JsonNamingPolicy.CamelCase.ConvertName(member.Name);
}
