namespace HazyGauge.Core.People;

/// <summary>Who did something.</summary>
/// <param name="Name">The name as it was then: where people are not set up, the initials they give.</param>
/// <param name="Id">The person's id; null where people are known by initials alone.</param>
public sealed record Person(string Name, string? Id = null);
