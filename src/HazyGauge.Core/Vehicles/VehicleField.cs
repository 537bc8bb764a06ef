using System.Collections;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Vehicles;

/// <summary>Something that is asked about a vehicle.</summary>
/// <param name="Path">Where it stands in the survey.</param>
/// <param name="Label">What it is called.</param>
public sealed record VehicleField(string Path, string Label) : Field(Path, Label)
{
    /// <summary>True where it is asked how far off it may be; it may say so all the same.</summary>
    public bool AsksTolerance { get; init; }

    /// <summary>Type of what a survey holds of it.</summary>
    public Type ValueType { get; } =
        Path.Split('.')
            .Aggregate(typeof(VehicleSurvey), (type, name) =>
                type.GetProperty(char.ToUpperInvariant(name[0]) + name[1..])?.PropertyType ?? throw new InvalidOperationException($"A survey has no {Path}.")
            );

    /// <inheritdoc/>
    public override AnswerKind Answer =>
        ValueType == typeof(IReadOnlyList<Joint>) ? AnswerKind.Connections
        : Items.Count > 0 ? AnswerKind.List
        : Answering.Of(ValueType, AsksTolerance || AskedAt is not null);

    /// <summary>What stands on it, in words; null where nobody has to be sent to find it out.</summary>
    public Sentence? Effect { get; init; }

    /// <summary>Vehicles it concerns; null for all.</summary>
    public Scope? Scope
    {
        get;
        init
        {
            field = value;
            AppliesWhen = value?.Words;
        }
    }

    /// <summary>True where something else answers it too.</summary>
    public Func<VehicleSurvey, bool>? AnsweredBy { get; init; }

    /// <summary>True where what a survey holds of it is only a typical figure: that counts, and is no answer.</summary>
    public Func<VehicleSurvey, bool>? IsTypical { get; init; }

    /// <summary>True where nothing is decided without it.</summary>
    public Func<VehicleSurvey, bool>? Decides { get; init; }

    /// <summary>True where it concerns a vehicle.</summary>
    public bool Concerns(VehicleSurvey survey) => Scope?.Holds(survey) ?? true;

    /// <summary>True where a survey answers it.</summary>
    public bool IsKnown(VehicleSurvey survey) =>
        IsTypical?.Invoke(survey) != true && (In(survey) is not (null or ICollection { Count: 0 } or MaterialRating.Unknown) || AnsweredBy?.Invoke(survey) == true);

    /// <summary>True where somebody should find it out.</summary>
    public bool IsOpen(VehicleSurvey survey) => Effect is not null && Concerns(survey) && !IsKnown(survey);

    /// <summary>True where a decision waits for it.</summary>
    public bool HoldsUp(VehicleSurvey survey) => IsOpen(survey) && Decides?.Invoke(survey) == true;
}

/// <summary>Which vehicles a question concerns.</summary>
/// <param name="Words">In words.</param>
/// <param name="Holds">True for a vehicle it concerns.</param>
public sealed record Scope(string Words, Func<VehicleSurvey, bool> Holds);
