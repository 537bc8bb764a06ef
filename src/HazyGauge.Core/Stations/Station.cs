using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations;

/// <summary>
/// A station: what is asked (the plan), what it comes to (the results), how far that is. It knows no other station; what it needs of one it
/// names in <see cref="DependsOn"/> and reads as that station's published result.
/// </summary>
/// <typeparam name="TPlan">The plan: a record all of whose parts may be left out.</typeparam>
/// <typeparam name="TResults">The results, as they are sent.</typeparam>
public abstract class Station<TPlan, TResults> : IStation
    where TPlan : class, new()
    where TResults : class
{
    /// <inheritdoc/>
    public abstract string Slug { get; }

    /// <inheritdoc/>
    public abstract string Name { get; }

    /// <inheritdoc/>
    public abstract string Question { get; }

    /// <inheritdoc/>
    public virtual IReadOnlyList<string> DependsOn => [];

    /// <inheritdoc/>
    public virtual bool ReadsSensor => false;

    /// <inheritdoc/>
    public virtual IReadOnlyList<Field> Fields => [];

    /// <inheritdoc/>
    public virtual IReadOnlyList<string> ReadsEntries => [];

    /// <inheritdoc/>
    public virtual IReadOnlyList<IdentifiedList> Identified => [];

    /// <inheritdoc/>
    public virtual IReadOnlyList<SingleReading> SingleReadings => [];

    /// <summary>What of it can be signed, measured or checked by name, each under the id it keeps.</summary>
    public virtual IEnumerable<NamedThing> Things(TPlan plan, TResults results) => [];

    /// <inheritdoc/>
    public virtual IReadOnlyDictionary<string, string> PageWords => new Dictionary<string, string>(StringComparer.Ordinal);

    /// <inheritdoc/>
    public virtual bool ReadsSoFar => false;

    /// <inheritdoc/>
    public virtual Type? Publishes => null;

    /// <inheritdoc/>
    public abstract StationProgress NotStarted { get; }

    Type IStation.PlanType => typeof(TPlan);

    Type IStation.ResultsType => typeof(TResults);

    object IStation.EmptyPlan => new TPlan();

    /// <inheritdoc/>
    public virtual HazeSource SourceOf(string path, double u) => SourceCatalogue.OfField(path, u);

    /// <summary>Files a plan rests on.</summary>
    public virtual IReadOnlyList<NeededFile> Files(TPlan plan) => [];

    /// <summary>The words of a plan that somebody may look for: everything its fields hold in words, and what a station adds.</summary>
    public virtual IEnumerable<PlanText> Texts(TPlan plan) =>
        Field.TextsIn(Fields, plan).Where(f => !string.IsNullOrWhiteSpace(f.Text)).Select(f => new PlanText(f.Path, f.Label, f.Text));

    /// <summary>What a plan comes to.</summary>
    /// <exception cref="RefusedInputException">The plan holds what cannot be.</exception>
    public abstract TResults Evaluate(TPlan plan, StationContext context);

    /// <summary>What other stations may read of it; null where there is nothing to read yet.</summary>
    public virtual object? Publish(TPlan plan, TResults results) => null;

    /// <summary>How far the station has come.</summary>
    public abstract StationProgress Progress(TResults results);

    /// <summary>The results in one line.</summary>
    public abstract Sentence Summary(TPlan plan, TResults results);

    /// <summary>What it noticed, the gravest first.</summary>
    public virtual IReadOnlyList<Finding> Findings(TResults results) => [];

    /// <summary>What has to be bought or borrowed for it.</summary>
    public virtual IEnumerable<NeededPart> Needs(TPlan plan, TResults results) => [];

    /// <inheritdoc cref="IStation.Figures"/>
    public abstract IReadOnlyList<Figure> Figures(TPlan plan, TResults? results);

    /// <inheritdoc/>
    public virtual IReadOnlyList<string>? OnlyThisVehicle => [];

    /// <inheritdoc/>
    public virtual IReadOnlyList<string> NotInTemplate => [];

    /// <summary>The results as the record keeps them.</summary>
    public virtual TResults ForRecord(TResults results) => results;

    /// <summary>What the program itself puts into a document, by path.</summary>
    public virtual IReadOnlyDictionary<string, string> Stamps(TPlan plan, StationContext context) => new Dictionary<string, string>(StringComparer.Ordinal);

    IReadOnlyList<PlanText> IStation.Texts(object plan) => [.. Texts((TPlan)plan)];

    IReadOnlyList<NeededFile> IStation.Files(object plan) => Files((TPlan)plan);

    IReadOnlyList<NamedThing> IStation.Things(object plan, object results) => [.. Things((TPlan)plan, (TResults)results)];

    Evaluated IStation.Evaluate(object plan, StationContext context)
    {
        var mine = (TPlan)plan;
        var check = new InputCheck();
        Field.Check(Fields, mine, check);
        check.ThrowIfAny();
        return Of(mine, Evaluate(mine, context), Stamps(mine, context));
    }

    Evaluated IStation.FromRecord(object plan, object results) => Of((TPlan)plan, (TResults)results, new Dictionary<string, string>(StringComparer.Ordinal));

    private Evaluated Of(TPlan plan, TResults results, IReadOnlyDictionary<string, string> stamps)
    {
        var published = Publish(plan, results);
        return published is null || Publishes?.IsInstanceOfType(published) == true
            ? new(plan, stamps, results, published, Progress(results), Summary(plan, results), Findings(results), [.. Needs(plan, results)])
            : throw new InvalidOperationException($"{Name} publishes {published.GetType().Name} and does not say so: override Publishes.");
    }

    IReadOnlyList<Figure> IStation.Figures(object plan, object? results) => Figures((TPlan)plan, (TResults?)results);

    object IStation.ForRecord(object results) => ForRecord((TResults)results);
}
