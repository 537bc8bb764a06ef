using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Flow;

/// <summary>Pressure lost along a line.</summary>
/// <param name="FlowLph">Flow, L/h.</param>
/// <param name="EthanolPct">Blend, % by volume.</param>
/// <param name="FuelTempC">Fuel temperature, C.</param>
/// <param name="Elements">What it flows through, in order.</param>
/// <param name="DensityKgM3">Density of the fuel, kg/m3; left out, that of the blend.</param>
/// <param name="ViscosityMPaS">Dynamic viscosity, mPa s; left out, that of the blend.</param>
public sealed record PressureDropQuery(
    Hazy FlowLph,
    Hazy EthanolPct,
    Hazy FuelTempC,
    [MostItems(PressureDropQuery.MostElements)] IReadOnlyList<FlowElement>? Elements,
    Hazy? DensityKgM3 = null,
    Hazy? ViscosityMPaS = null
)
{
    internal const int MostElements = 60;

    /// <summary>What is lost.</summary>
    /// <exception cref="RefusedInputException">Something cannot be.</exception>
    public PressureDropResult Answer(HazeLedger ledger)
    {
        Check();
        var blend = new Blend<Hazy>(EthanolPct, UsualFuels.Traditional<Hazy>());
        var density = DensityKgM3 ?? blend.DensityAt(FuelTempC, EthanolDensity.ErrorAt(FuelTempC.Value, ledger));
        return LineFlow.Of(Elements!, FlowLph, density, ViscosityMPaS ?? BlendViscosity.MPaS(EthanolPct, FuelTempC), ledger);
    }

    private void Check()
    {
        var check = new InputCheck()
            .Within(FlowLph, 0, 1_000_000, "flowLph", "The flow", Unit.Lph)
            .Within(EthanolPct, 0, 100, "ethanolPct", "The blend", Unit.Percent)
            .Within(FuelTempC, FuelTemperature.LowestC, FuelTemperature.HighestC, "fuelTempC", "The fuel's temperature", Unit.Celsius)
            .Within(DensityKgM3, 300, 2000, "densityKgM3", "The density", Unit.KgPerM3)
            .Within(ViscosityMPaS, 0.01, 10_000, "viscosityMPaS", "The viscosity, mPa s,");
        var count = (Elements ?? []).Sum(e => 1 + (e.Branches ?? []).Sum(b => b?.Count ?? 0));
        if (count is 0 or > MostElements)
        {
            check.Refuse("elements", $"Name 1 to {MostElements} elements the fuel flows through.");
        }

        for (var i = 0; count <= MostElements && i < (Elements?.Count ?? 0); i++)
        {
            Elements![i].Check(check, $"elements[{i}]");
        }

        check.ThrowIfAny();
    }
}

/// <summary>What is lost in one element.</summary>
/// <param name="Element">Where it stands in the question.</param>
/// <param name="Kind">What it is.</param>
/// <param name="DropKpa">Pressure lost in it, kPa.</param>
/// <param name="VelocityMS">Mean velocity in its bore, m/s.</param>
/// <param name="Reynolds">Reynolds number in its bore.</param>
/// <param name="Regime">How it flows there.</param>
/// <param name="FlowSharePct">In a branch, its share of the whole flow, %.</param>
public sealed record ElementDrop(string Element, FlowElementKind Kind, Hazy DropKpa, Hazy VelocityMS, Hazy Reynolds, FlowRegime Regime, Hazy? FlowSharePct);

/// <summary>What is lost along a line.</summary>
/// <param name="TotalKpa">All of it, kPa; branches side by side count once.</param>
/// <param name="Elements">Every hose, bend and sensor, those of branches with their share of the flow.</param>
/// <param name="DensityKgM3">Density of the fuel, kg/m3.</param>
/// <param name="ViscosityMPaS">Its dynamic viscosity, mPa s.</param>
/// <param name="Budget">Where the doubt of all of it comes from.</param>
/// <param name="Findings">What to mind.</param>
public sealed record PressureDropResult(
    Hazy TotalKpa,
    IReadOnlyList<ElementDrop> Elements,
    Hazy DensityKgM3,
    Hazy ViscosityMPaS,
    IReadOnlyList<BudgetLine> Budget,
    IReadOnlyList<Finding> Findings
);

/// <summary>Calculates a line that passed the checks.</summary>
internal static class LineFlow
{
    /// <summary>What is lost along a line.</summary>
    public static PressureDropResult Of(IReadOnlyList<FlowElement> elements, Hazy flowLph, Hazy densityKgM3, Hazy viscosityMPaS, HazeLedger ledger)
    {
        var either = ledger.Quantity(0, HazeSource.RectangularU(1), SourceCatalogue.Find(SourceCatalogue.FlowTransition, 1));
        var fuel = new FlowingFuel<Hazy>(densityKgM3, viscosityMPaS, either);
        var shared = new SharedFlow(new(densityKgM3.Value, viscosityMPaS.Value, 0.0), fuel);
        Hazy total = 0.0;
        var drops = new List<ElementDrop>();
        for (var i = 0; i < elements.Count; i++)
        {
            var at = FormattableString.Invariant($"elements[{i}]");
            if (elements[i].Kind != FlowElementKind.Parallel)
            {
                drops.Add(Drop(elements[i], at, fuel, flowLph, null));
                total += drops[^1].DropKpa;
                continue;
            }

            var branches = elements[i].Branches!;
            RefuseOpen(branches, at, fuel, flowLph);
            var (flows, kpa) = shared.Of(branches, flowLph);
            total += kpa;
            drops.AddRange(
                branches.SelectMany(
                    (branch, b) =>
                        branch.Select(
                            (e, j) => Drop(e, FormattableString.Invariant($"{at}.branches[{b}][{j}]"), fuel, flows[b], flowLph.Value > 0 ? 100 * flows[b] / flowLph : null)
                        )
                )
            );
        }

        return new(total, drops, densityKgM3, viscosityMPaS, HazeBudget.Of(total), [.. Findings(drops)]);
    }

    private static ElementDrop Drop(FlowElement element, string at, FlowingFuel<Hazy> fuel, Hazy flowLph, Hazy? sharePct)
    {
        var flow = ElementFlow<Hazy>.Of(element, n => n).At(fuel, flowLph);
        return new(at, element.Kind, flow.DropKpa, flow.VelocityMS, flow.Reynolds, flow.Regime, sharePct);
    }

    private static void RefuseOpen(IReadOnlyList<IReadOnlyList<FlowElement>> branches, string at, FlowingFuel<Hazy> fuel, Hazy flowLph)
    {
        var check = new InputCheck();
        for (var b = 0; b < branches.Count; b++)
        {
            if (flowLph.Value > 0 && branches[b].All(e => Drop(e, at, fuel, flowLph, null).DropKpa.Value <= 0))
            {
                check.Refuse($"{at}.branches[{b}]", "This branch loses nothing, so it would take all of the flow. Give its length.");
            }
        }

        check.ThrowIfAny();
    }

    private static IEnumerable<Finding> Findings(IReadOnlyList<ElementDrop> drops)
    {
        if (drops.Any(d => d.Regime == FlowRegime.Transition))
        {
            yield return new("transition", Severity.Info, "Somewhere the flow is neither surely smooth nor surely in eddies: its drop is the middle of both, and reaches to both.");
        }
    }
}
