using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Stations;

/// <summary>How a station stands, as whoever reads the whole job sees it.</summary>
/// <param name="Progress">How far it is, with its steps and holds.</param>
/// <param name="Summary">It in one line; null where nothing stands there.</param>
/// <param name="Figures">The figures a mechanic would act on.</param>
/// <param name="Findings">What it noticed, the gravest first.</param>
/// <param name="Things">What of it can be signed, measured or checked by name.</param>
/// <param name="Results">What its document comes to; null where nothing stands there.</param>
public sealed record StationSoFar(
    StationProgress Progress,
    Sentence? Summary,
    IReadOnlyList<Figure> Figures,
    IReadOnlyList<Finding> Findings,
    IReadOnlyList<NamedThing> Things,
    object? Results
);

/// <summary>
/// One picture of a job, to be read and never written: what every station comes to, what happened, what has to be bought. Whoever reads the whole job
/// reads this: the stations at the end of the line, the bay, the parts list, papers.
/// </summary>
/// <param name="Stations">Every station that has a document, by slug.</param>
/// <param name="Entries">What happened and still holds, and what was set aside.</param>
/// <param name="Parts">The buying list.</param>
public sealed record JobSoFar(IReadOnlyDictionary<string, StationSoFar> Stations, EntriesSoFar Entries, IReadOnlyList<BuyingLine> Parts)
{
    /// <summary>What happened and waits for another entry to close it.</summary>
    public IEnumerable<JobEntry> Open => Entries.Holding.Where(e => e.IsOpen);
}
