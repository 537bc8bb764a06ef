using System.Text.Json.Nodes;

namespace HazyGauge.Core.Identity;

/// <summary>A list of a document whose things carry an <c>id</c> of their own, given when they come into being and kept through every edit.</summary>
/// <param name="Path">Where the list stands in the document, like fuelSystem.joints.</param>
/// <param name="Prefix">What a new id begins with where the thing has no name: small letters.</param>
public sealed record IdentifiedList(string Path, string Prefix)
{
    /// <summary>Names of what makes a thing the thing it is: with another value there, the same id would stand on something else.</summary>
    public IReadOnlyList<string> Same { get; init; } = [];

    /// <summary>Names of what a thing is known by where a client leaves its id out.</summary>
    public IReadOnlyList<string> KnownBy { get; init; } = [];

    /// <summary>Name of the field a new id is made from, so that it can be read; null takes the prefix and a number.</summary>
    public string? NamedBy { get; init; }

    /// <summary>True where a thing is a reading: it says who gave it and when.</summary>
    public bool IsReading { get; init; }

    /// <summary>Makes a readable id from a thing, where its name alone does not; null takes <see cref="NamedBy"/>.</summary>
    public Func<JsonObject, string?>? Naming { get; init; }

    /// <summary>The list in a document; null where there is none.</summary>
    internal JsonArray? In(JsonObject document) => Path.Split('.').Aggregate((JsonNode?)document, (at, name) => (at as JsonObject)?[name]) as JsonArray;

    /// <summary>The things of the list; what is no thing is left out.</summary>
    internal IEnumerable<JsonObject> ThingsIn(JsonObject document) => In(document)?.OfType<JsonObject>() ?? [];

    /// <summary>True where both may carry the same id.</summary>
    internal bool IsSame(JsonObject a, JsonObject b) => Same.All(name => ThingJson.AreEqual(a[name], b[name]));

    /// <summary>True where one without an id may be the other: all it is known by agrees.</summary>
    internal bool IsKnownAs(JsonObject a, JsonObject b) => KnownBy.Count > 0 && IsSame(a, b) && KnownBy.All(name => ThingJson.AreEqual(a[name], b[name]));

    /// <summary>What a new id of a thing begins with.</summary>
    internal string BaseOf(JsonObject thing) =>
        Naming?.Invoke(thing) is { Length: > 0 } made ? ThingId.Plain(made, Prefix)
        : NamedBy is { } name && ThingJson.Text(thing[name]) is { } said ? ThingId.Plain(said, Prefix)
        : Prefix;
}
