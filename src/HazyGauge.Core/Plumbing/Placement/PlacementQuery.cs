using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Plumbing.Placement;

/// <summary>What is wanted of a vehicle at full load, as Capacity plans it.</summary>
/// <param name="FullLoad">What differs from the survey.</param>
/// <param name="Changes">What is fitted.</param>
/// <param name="Drive">The hottest drive; it counts for nothing here.</param>
public sealed record PlacementCapacity(FullLoad? FullLoad = null, CapacityChange? Changes = null, HotDrive? Drive = null);

/// <summary>Where a sensor can go on a vehicle.</summary>
/// <param name="Survey">What is known of it.</param>
/// <param name="Capacity">What is wanted at full load; left out, what the survey says.</param>
/// <param name="Chain">Codes of the parts that join the sensor to the line, in order; left out, the usual ones stand in.</param>
/// <param name="AlongMm">From the tank along the line to the sensor, mm; left out, anywhere on it.</param>
/// <param name="Cut">True where the line is cut.</param>
public sealed record PlacementQuery(
    VehicleSurvey Survey,
    PlacementCapacity? Capacity = null,
    [MostItems(ChainCheckQuery.MostParts)] IReadOnlyList<string>? Chain = null,
    Hazy? AlongMm = null,
    bool? Cut = null
)
{
    /// <summary>The places compared.</summary>
    /// <param name="vehicle">The survey as it is in use, with all its rules kept.</param>
    /// <param name="catalogue">Parts to look the codes up in.</param>
    /// <param name="ledger">The ledger.</param>
    /// <exception cref="RefusedInputException">Something cannot be, or a part is unknown.</exception>
    public PlacementResult Answer(VehicleSurvey vehicle, IReadOnlyList<FittingPart> catalogue, HazeLedger ledger)
    {
        var check = new InputCheck().Within(AlongMm, 0, 20_000, "alongMm", "The way along the line", Unit.Millimetre);
        if (Chain is { Count: > ChainCheckQuery.MostParts })
        {
            check.Refuse("chain", Sentence.Of($"A chain has at most {ChainCheckQuery.MostParts:0} parts."));
        }

        var capacity = new InputCheck();
        Field.Check(FullLoad.Fields, Capacity ?? new(), capacity);
        Capacity?.Changes?.CheckRanges(capacity, "changes");
        check.TakeOver(capacity, "capacity");
        var parts = new List<FittingPart>();
        for (var i = 0; check.IsClean && i < (Chain?.Count ?? 0); i++)
        {
            if (catalogue.FirstOrDefault(p => p.Code.Equals(Chain![i], StringComparison.OrdinalIgnoreCase)) is { } part)
            {
                parts.Add(part);
            }
            else
            {
                check.Refuse($"chain[{i}]", $"There is no part called '{Wording.Quoted(Chain![i])}'. The catalog lists them.");
            }
        }

        check.ThrowIfAny();
        var path = FuelPath.Of(vehicle, ledger, Capacity?.FullLoad, Capacity?.Changes);
        return PlacementAdvisor.Of(path, Chain is { Count: > 0 } ? new(parts, parts.Count + 1, null, AlongMm, Cut == true) : new(AlongMm: AlongMm, IsCut: Cut == true), ledger);
    }
}
