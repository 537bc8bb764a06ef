using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Web.Haze;

/// <summary>Brings the numbers of one request onto one ledger, and collects what is wrong with them.</summary>
/// <param name="ledger">The ledger.</param>
/// <param name="ownSource">The source of a number that names none: its field and its standard uncertainty; left out, the trade's own.</param>
internal sealed class HazeReader(HazeLedger ledger, Func<string, double, HazeSource>? ownSource = null)
{
    // Parts that were printed with few digits are still the same parts.
    private const double PartsTolerance = 1e-3;

    // Squares and slopes of more than this run out of double precision, and no quantity of the trade comes near.
    private const double LargestU = 1e9;

    public HazeReader()
        : this(new HazeLedger())
    {
    }

    public HazeLedger Ledger { get; } = ledger;

    public InputCheck Check { get; } = new();

    public Hazy Required(HazyInput? input, string field, string what)
    {
        if (input is null)
        {
            Check.Refuse(field, $"{what} is missing.");
            return 0;
        }

        return Read(input, field);
    }

    public Hazy? Optional(HazyInput? input, string field) => input is null ? null : Read(input, field);

    /// <summary>The two fuels: the usual ones, save where the request says otherwise.</summary>
    public FuelPair<Hazy> Fuels(IFuelsRequest request)
    {
        var usual = UsualFuels.Traditional<Hazy>();
        return new FuelPair<Hazy>(
            Optional(request.GasolineStoichAfr, "gasolineStoichAfr") ?? usual.GasolineStoichAfr,
            Optional(request.EthanolStoichAfr, "ethanolStoichAfr") ?? usual.EthanolStoichAfr,
            Optional(request.GasolineDensityKgM3At15C, "gasolineDensityKgM3At15C") ?? usual.GasolineDensity15C,
            Optional(request.EthanolDensityKgM3At15C, "ethanolDensityKgM3At15C") ?? usual.EthanolDensity15C);
    }

    private Hazy Read(HazyInput input, string field)
    {
        if (input.U < 0 || input.PlusMinus < 0)
        {
            Check.Refuse(field, "An uncertainty cannot be negative.");
            return input.Value;
        }

        if (input.U > LargestU || input.PlusMinus > LargestU || input.Parts?.Any(p => Math.Abs(p?.U ?? 0) > LargestU) == true)
        {
            Check.Refuse(field, "An uncertainty this large says that nothing is known; leave the number out instead.");
            return input.Value;
        }

        if (input.Parts is null)
        {
            var u = input.U ?? (input.PlusMinus / 2) ?? 0;
            return Ledger.Quantity(input.Value, u, ownSource?.Invoke(field, u) ?? SourceCatalogue.Find(field, u));
        }

        if (input.Parts.Any(p => p is null || string.IsNullOrWhiteSpace(p.Source) || p.Source.Length > 80))
        {
            Check.Refuse(field, "Every part needs the name of its source, at most 80 characters.");
            return input.Value;
        }

        if (input.Parts.DistinctBy(p => p.Source, StringComparer.Ordinal).Count() != input.Parts.Count)
        {
            Check.Refuse(field, "A source stands twice among the parts; add its contributions up first.");
            return input.Value;
        }

        var quantity = Ledger.Quantity(input.Value, [.. input.Parts.Select(p => (SourceCatalogue.Find(p.Source, p.U, field), p.U))]);
        if (input.U is not { } stated || Math.Abs(quantity.StandardU - stated) > PartsTolerance * Math.Max(stated, quantity.StandardU))
        {
            Check.Refuse(field, FormattableString.Invariant($"The parts add up to an uncertainty of {quantity.StandardU:G4} (root sum of squares), but u says {input.U ?? 0:G4}."));
        }

        return quantity;
    }
}
