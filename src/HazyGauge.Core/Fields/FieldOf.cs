namespace HazyGauge.Core.Fields;

/// <summary>Something that is asked whose answer follows from the property that holds it: of a plan, or of each thing of a list.</summary>
/// <typeparam name="T">What holds it.</typeparam>
/// <param name="Path">Its name there.</param>
/// <param name="Label">What it is called.</param>
public sealed record FieldOf<T>(string Path, string Label) : Field(Path, Label)
{
    private static Type TypeOf(string path) =>
        path.Split('.')
            .Aggregate(typeof(T), (type, name) =>
                type.GetProperty(char.ToUpperInvariant(name[0]) + name[1..])?.PropertyType ?? throw new InvalidOperationException($"{typeof(T).Name} has no {path}.")
            );

    /// <summary>True where a number is asked how far off it may be; it may say so all the same.</summary>
    public bool AsksTolerance { get; init; } = true;

    /// <inheritdoc/>
    public override AnswerKind Answer => Items.Count > 0 ? AnswerKind.List : Answering.Of(TypeOf(Path), AsksTolerance);
}
