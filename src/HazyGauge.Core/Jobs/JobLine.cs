using HazyGauge.Core.Stations;

namespace HazyGauge.Core.Jobs;

/// <summary>A place on the line, from tank to engine.</summary>
/// <param name="Slug">Its name in addresses.</param>
/// <param name="Name">Its name on the screen.</param>
/// <param name="Question">The question it answers.</param>
/// <param name="Built">False where the station cannot be worked at yet.</param>
public sealed record StationPlace(string Slug, string Name, string Question, bool Built);

/// <summary>The line: the ten places in the order of the work, with the stations that stand there.</summary>
public sealed class JobLine
{
    // The order in which practitioners work. A place whose station is not built has only its words.
    private static readonly IReadOnlyList<StationPlace> Order =
    [
        new("survey", "Survey", string.Empty, false),
        new("capacity", "Capacity", string.Empty, false),
        new("route", "Route", "Where does the sensor go, and with which fittings?", false),
        new("harness", "Harness", "Which wire goes where, and what should the meter read?", false),
        new("fit", "Fit", "Which steps, in which safe order?", false),
        new("signal", "Signal", string.Empty, false),
        new("blend", "Blend", "What goes into the tank, and what should the sensor read afterwards?", false),
        new("compensate", "Compensate", string.Empty, false),
        new("prove", "Prove", "Is it proven: no leak, a believable reading, the right lambda, no knock?", false),
        new("handover", "Hand over", "What do owner and next technician get?", false),
    ];

    private readonly Dictionary<string, IStation> _stations;

    /// <summary>A line with these stations; one the order does not know stands at its end.</summary>
    /// <exception cref="InvalidOperationException">A station depends on one that is not there, or on itself by way of others.</exception>
    public JobLine(IEnumerable<IStation> stations)
    {
        _stations = stations.ToDictionary(s => s.Slug, StringComparer.Ordinal);
        Places =
        [
            .. Order.Select(p => _stations.TryGetValue(p.Slug, out var built) ? Place(built) : p),
            .. _stations.Values.Where(s => Order.All(p => p.Slug != s.Slug)).Select(Place),
        ];
        InOrder = Sorted();
    }

    /// <summary>The places, from tank to engine.</summary>
    public IReadOnlyList<StationPlace> Places { get; }

    /// <summary>The stations, each behind those it depends on.</summary>
    public IReadOnlyList<IStation> InOrder { get; }

    /// <summary>The place with this slug; null where there is none.</summary>
    public StationPlace? Find(string? slug) => Places.FirstOrDefault(p => string.Equals(p.Slug, slug, StringComparison.Ordinal));

    /// <summary>The station that stands at a place; null where none is built.</summary>
    public IStation? Station(string slug) => _stations.GetValueOrDefault(slug);

    /// <summary>A station and all it rests on, each behind those it depends on.</summary>
    public IReadOnlyList<IStation> With(IEnumerable<string> slugs)
    {
        var wanted = new HashSet<string>(StringComparer.Ordinal);
        void Add(string slug)
        {
            if (_stations.TryGetValue(slug, out var station) && wanted.Add(slug))
            {
                Reads(station).ToList().ForEach(Add);
            }
        }

        slugs.ToList().ForEach(Add);
        return [.. InOrder.Where(s => wanted.Contains(s.Slug))];
    }

    /// <summary>Stations that rest on one of these, near or far, each behind those it depends on.</summary>
    public IReadOnlyList<IStation> Dependents(IEnumerable<string> slugs)
    {
        var changed = slugs.ToHashSet(StringComparer.Ordinal);
        var dependents = new List<IStation>();
        foreach (var station in InOrder.Where(s => !changed.Contains(s.Slug)))
        {
            if (Reads(station).Any(d => changed.Contains(d) || dependents.Any(s => s.Slug == d)))
            {
                dependents.Add(station);
            }
        }

        return dependents;
    }

    /// <summary>Slugs of the stations one reads: those it depends on, or all of them but others that read the whole job.</summary>
    public IReadOnlyList<string> Reads(IStation station) => station.ReadsSoFar ? [.. _stations.Values.Where(s => !s.ReadsSoFar).Select(s => s.Slug)] : station.DependsOn;

    private static StationPlace Place(IStation station) => new(station.Slug, station.Name, station.Question, true);

    private List<IStation> Sorted()
    {
        var sorted = new List<IStation>();
        var onTheWay = new HashSet<string>(StringComparer.Ordinal);
        void Visit(IStation station)
        {
            if (sorted.Contains(station))
            {
                return;
            }

            if (!onTheWay.Add(station.Slug))
            {
                throw new InvalidOperationException($"The station {station.Slug} depends on itself.");
            }

            foreach (var slug in Reads(station))
            {
                Visit(_stations.GetValueOrDefault(slug) ?? throw new InvalidOperationException($"The station {station.Slug} depends on {slug}, which is not built."));
            }

            sorted.Add(station);
        }

        foreach (var place in Places)
        {
            if (_stations.TryGetValue(place.Slug, out var station))
            {
                Visit(station);
            }
        }

        return sorted;
    }
}
