using CsCheck;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;

namespace HazyGauge.Core.Tests;

public class FuelTests
{
    private static Blend<Exact> E(double pct) => new(pct, UsualFuels.Traditional<Exact>());

    private static double Factor(double pct, double basePct, Metering metering) => FuelFactor.CompositionFactor(metering, E(pct), new MapBlend<Exact>(E(basePct))).Value;

    /// <summary>Source: OIML R 22, 789.24 kg/m3 at 20 C; CRC Handbook densities of ethanol between 10 and 30 C and near its boiling point (from memory).</summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(20, 789.24, 0.01)]
    [InlineData(15, 793.5, 0.02)]
    [InlineData(10, 797.8, 0.2)]
    [InlineData(0, 806.2, 0.3)]
    [InlineData(25, 785.0, 0.2)]
    [InlineData(30, 780.7, 0.2)]
    [InlineData(60, 754.0, 1.0)]
    [InlineData(78, 736.5, 1.5)]
    public void Ethanol_density(double tempC, double kgM3, double within) => EthanolDensity.At<Exact>(tempC).Value.ShouldBe(kgM3, within);

    [Fact]
    public void Ethanol_density_goes_on_smoothly_beyond_its_formula_and_its_haze_grows()
    {
        Gen.Double[-40, 125]
            .Sample(t =>
            {
                const double Step = 1e-3;
                var slope = (EthanolDensity.At<Exact>(t + Step).Value - EthanolDensity.At<Exact>(t - Step).Value) / (2 * Step);
                slope.ShouldBeInRange(-1.3, -0.75);
                var hazy = EthanolDensity.At(new HazeLedger().Quantity(t, 1, new HazeSource("t", "T")));
                hazy.Parts.Single().U.ShouldBe(slope, 1e-4);
            });
        foreach (var inside in new[] { 0.0, 20, 40 })
        {
            EthanolDensity.FormulaU(inside).ShouldBe(0);
        }

        EthanolDensity.FormulaU(60).ShouldBeLessThan(EthanolDensity.FormulaU(80));
    }

    /// <summary>
    /// Density of saturated liquid ethanol by a published equation of state (J. A. Schroeder, S. G. Penoncello, J. S. Schroeder, J. Phys. Chem. Ref. Data 43, 2014; values
    /// from memory, to about half a kg/m3).
    /// </summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(-20, 823.6)]
    [InlineData(60, 754.0)]
    [InlineData(78, 736.3)]
    [InlineData(100, 714.0)]
    [InlineData(125, 685.5)]
    public void Ethanol_density_beyond_its_formula_is_within_its_haze(double tempC, double kgM3) =>
        EthanolDensity.At<Exact>(tempC).Value.ShouldBe(kgM3, (2 * EthanolDensity.FormulaU(tempC)) + 0.1);

    /// <summary>Specific heat of liquid ethanol and of gasoline, kJ/(kg K) (handbook values, from memory).</summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(100, 0, 2.27)]
    [InlineData(100, 25, 2.44)]
    [InlineData(100, 50, 2.67)]
    [InlineData(100, 75, 2.97)]
    [InlineData(0, 25, 2.22)]
    public void Specific_heat_rises_with_temperature(double ethanolPct, double tempC, double kjPerKgK)
    {
        var law = HeatCapacity.LawAt(tempC, new HazeLedger());
        HeatCapacity.KjPerKgK(new Blend<Exact>(ethanolPct, UsualFuels.Traditional<Exact>()), tempC).Value.ShouldBe(kjPerKgK, 2 * law.StandardU * kjPerKgK);
    }

    /// <summary>
    /// Source: ASTM D1250 / API MPMS 11.1, table 54B: volume correction factors to 15 C for gasolines (from memory: 0.9939 at 20 C and
    /// 0.9816 at 30 C for 745 kg/m3, from a thermal expansion of about 0.00121 per K).
    /// </summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(15, 1.0)]
    [InlineData(20, 0.9939)]
    [InlineData(30, 0.9816)]
    [InlineData(0, 1.0181)]
    public void Gasoline_volume_correction(double tempC, double factor) => GasolineDensity.RelativeTo15C<Exact>(745, tempC).Value.ShouldBe(factor, 0.0002);

    /// <summary>
    /// Source: J. B. Heywood, Internal Combustion Engine Fundamentals, table D.4 (from memory): ethanol 9.00; gasoline about 14.6; atomic
    /// weights of IUPAC. Methane (17.23) and iso-octane (15.13) are there because other sources print them too.
    /// </summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(2, 6, 1, 9.00)]
    [InlineData(1, 1.86, 0, 14.58)] // by hand: 1.465 mol of oxygen / 0.2095 x 28.96 g of air, over 13.886 g
    [InlineData(1, 4, 0, 17.23)]
    [InlineData(8, 18, 0, 15.13)]
    public void Stoichiometric_ratio_from_atomic_weights(double c, double h, double o, double afr) => new Composition(c, h, o).StoichAfr.ShouldBe(afr, 0.01);

    /// <summary>Source: Anderson et al. 2012, SAE 2012-01-1274: E50 by volume is about 70 % by mole (from memory; gasoline 105 g/mol).</summary>
    [Fact]
    [Trait("Category", "Outside")]
    public void Fractions_of_a_blend()
    {
        E(50).MoleFraction.Value.ShouldBe(0.70, 0.01);

        // By hand: 85 L of 793.5 and 15 L of 745 are 674.475 and 111.75 kg of 786.225.
        E(85).MassFraction.Value.ShouldBe(674.475 / 786.225, 1e-12);
        E(85).Density15C.Value.ShouldBe(786.225, 1e-9);
        E(0).StoichAfr.Value.ShouldBe(14.7, 1e-12);
        E(100).StoichAfr.Value.ShouldBe(9.0, 1e-12);
    }

    /// <summary>Common practice, no source: "100 to 163"; true E85 on E10 is 1.44 by mass and 1.37 by volume; a real pump's E75 on E10 is 1.31 by volume, the "about 30 %
    /// more fuel" of the trade.</summary>
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(100, 0, Metering.Mass, 1.633)]
    [InlineData(100, 0, Metering.Orifice, 1.583)]
    [InlineData(100, 0, Metering.Volume, 1.533)]
    [InlineData(85, 10, Metering.Mass, 1.44)]
    [InlineData(85, 10, Metering.Volume, 1.37)]
    [InlineData(75, 10, Metering.Volume, 1.31)]
    public void Fuel_factors_of_the_trade(double pct, double basePct, Metering metering, double factor) => Factor(pct, basePct, metering).ShouldBe(factor, 0.006);

    [Fact]
    public void Factors_are_relative_to_the_base_and_chain()
    {
        Gen.Select(Gen.Double[0, 100], Gen.Double[0, 100], Gen.Double[0, 100], Gen.Enum<Metering>())
            .Sample(
                (a, b, c, metering) =>
                {
                    Factor(a, a, metering).ShouldBe(1, 1e-12);
                    (Factor(a, b, metering) * Factor(b, c, metering)).ShouldBe(Factor(a, c, metering), 1e-9);
                }
            );

        // Mass asks for the most, volume for the least, wherever the blend holds more ethanol than the base.
        Factor(70, 10, Metering.Mass).ShouldBeGreaterThan(Factor(70, 10, Metering.Orifice));
        Factor(70, 10, Metering.Orifice).ShouldBeGreaterThan(Factor(70, 10, Metering.Volume));
    }

    [Fact]
    public void Factor_with_temperature_and_haze_agrees_with_a_calculation_by_hand()
    {
        var ledger = new HazeLedger();
        var result = new FuelFactorQuery(ledger.Quantity(60, 3, new HazeSource("e", "E")), 10.0, Metering.Orifice, 35.0, 15.0).Answer(ledger);

        // E60 warmed from 15 to 35 C: ethanol by OIML R 22 at 35 C is 776.31, gasoline 745 exp(-0.024264 (1 + 0.8 x 0.024264)) = 726.80.
        var density15 = 774.1;
        var density35 = density15 / ((0.6 * 793.506 / 776.31) + (0.4 * 745 / 726.80));
        result.TemperatureFactor.Value.ShouldBe(Math.Sqrt(density15 / density35), 2e-5);
        result.CompositionFactor.Value.ShouldBe(Factor(60, 10, Metering.Orifice), 1e-12);
        result.Factor.Value.ShouldBe(result.TemperatureFactor.Value * result.CompositionFactor.Value, 1e-12);
        result.DensityKgM3.Value.ShouldBe(density35, 0.02);

        var slope = (Factor(60.01, 10, Metering.Orifice) - Factor(59.99, 10, Metering.Orifice)) / 0.02;
        result.CompositionFactor.StandardU.ShouldBe(3 * slope, 1e-6);
        result.CautiousFactor.Value.ShouldBe(Factor(66, 10, Metering.Orifice) * result.TemperatureFactor.Value, 2e-4);
        result.LeanRatio.Value.ShouldBe(result.CautiousFactor.Value / result.Factor.Value, 1e-12);
    }

    [Fact]
    public void Cautious_end_stops_at_E100_and_beyond_40_C_the_density_formula_joins_the_budget()
    {
        var ledger = new HazeLedger();
        var result = new FuelFactorQuery(ledger.Quantity(98, 3, new HazeSource("e", "E")), 0.0, Metering.Mass, 70.0, 15.0).Answer(ledger);

        result.CautiousFactor.Value.ShouldBe(Factor(100, 0, Metering.Mass), 1e-9);
        result.DensityKgM3.Parts.Select(p => p.Source.Id).ShouldContain(SourceCatalogue.EthanolDensityBeyondFormula);
    }

    [Fact]
    public void Wrong_school_is_said_with_its_direction()
    {
        var findings = new FuelFactorQuery(100.0, 0.0, Metering.Orifice, null, 15.0).Answer(new HazeLedger()).Findings;

        findings.Single(f => (f.Code, f.About) == ("wrongSchool", "mass")).Text.ShouldContain("3.2 % lean; use 1.633");
        findings.Single(f => (f.Code, f.About) == ("wrongSchool", "volume")).Text.ShouldContain("3.1 % rich; use 1.534");
        findings.ShouldContain(f => f.Code == "effectiveOpenTime");
    }

    [Fact]
    public void All_that_is_wrong_is_said_at_once()
    {
        var refused = Should.Throw<RefusedInputException>(() =>
            new FuelFactorQuery(140.0, -5.0, Metering.Mass, 300.0, 15.0) { GasolineDensityKgM3At15C = 74.5 }.Answer(new HazeLedger())
        );
        refused.Errors.Keys.ShouldBe(["ethanolPct", "baseEthanolPct", "fuelTempC", "gasolineDensityKgM3At15C"], ignoreOrder: true);
    }
}
