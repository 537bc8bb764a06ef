namespace HazyGauge.Web.Search;

/// <summary>A piece of a text, and whether it is what was looked for.</summary>
/// <param name="Text">The piece.</param>
/// <param name="IsHit">True where it is.</param>
public sealed record Piece(string Text, bool IsHit);

/// <summary>The job something was found in.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What the shop calls it.</param>
/// <param name="Vehicle">The vehicle in a few words.</param>
/// <param name="IsArchived">True where it is archived.</param>
public sealed record JobOfHit(Guid Id, string Name, string Vehicle, bool IsArchived);

/// <summary>A place where something stands that was looked for.</summary>
/// <param name="Job">The job.</param>
/// <param name="Where">What is found there: name, vehicle, entry, file, or the station whose plan holds it.</param>
/// <param name="Label">What the place is called.</param>
/// <param name="Entry">Number of the entry, where it is one.</param>
/// <param name="Path">Where it stands in the station's plan, where it does.</param>
/// <param name="Words">The words around it.</param>
public sealed record SearchHit(JobOfHit Job, string Where, string Label, int? Entry, string? Path, IReadOnlyList<Piece> Words);

/// <summary>What was found, the jobs that match best first.</summary>
/// <param name="Hits">The places; at most three of one job.</param>
public sealed record SearchAnswer(IReadOnlyList<SearchHit> Hits);
