using HazyGauge.Core.Compensation;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;

namespace HazyGauge.Core.Tests;

/// <summary>The haze of every calculation against its definition: each input moves each answer as its share says, wherever the answer is smooth.</summary>
public class FeltTests
{
    private static readonly Random Random = new(29);

    private static double Between(double from, double to) => from + ((to - from) * Random.NextDouble());

    [Fact]
    public void The_fuel_factor_is_felt_by_blend_base_and_both_temperatures_in_every_school()
    {
        foreach (var metering in Enum.GetValues<Metering>())
        {
            for (var i = 0; i < 10; i++)
            {
                Slopes.ShouldBeFelt([Between(20, 80), Between(2, 40), Between(0, 50), Between(5, 30)], (x, ledger) =>
                {
                    var result = new FuelFactorQuery(x[0], x[1], metering, x[2], x[3]).Answer(ledger);
                    return
                    [
                        result.Factor,
                        result.CompositionFactor,
                        result.TemperatureFactor,
                        result.StoichAfr,
                        result.BaseStoichAfr,
                        result.MassFractionPct,
                        result.MoleFractionPct,
                        result.DensityKgM3,
                        result.Schools.Mass,
                        result.Schools.Orifice,
                        result.Schools.Volume,
                    ];
                });
            }
        }
    }

    [Fact]
    public void A_pulse_and_a_spark_are_felt_by_all_they_are_made_of()
    {
        for (var i = 0; i < 20; i++)
        {
            Slopes.ShouldBeFelt([Between(2, 15), Between(0.3, 1.5), Between(1.05, 1.6)], x =>
            {
                var pulse = new InjectorPulseQuery(x[0], x[1], x[2]).Answer();
                return [pulse.EffectiveMs, pulse.NewEffectiveMs, pulse.NewPulseMs, pulse.WholePulseMs, pulse.WholePulseErrorPct];
            });
            foreach (var weighting in Enum.GetValues<SparkWeighting>())
            {
                Slopes.ShouldBeFelt([Between(15, 50), Between(1, 10), Between(70, 90), Between(2, 9), Between(55, 65)], x =>
                {
                    var spark = SparkAddition.Compute(new(x[0], x[1], x[2], x[3], weighting, x[4]));
                    return [spark.Weight, spark.AdditionDeg];
                });
            }
        }
    }

    [Fact]
    public void A_reading_is_felt_by_frequency_pulse_and_volts()
    {
        for (var i = 0; i < 20; i++)
        {
            Slopes.ShouldBeFelt([Between(60, 140), Between(1.5, 4)], (x, ledger) =>
            {
                var reading = SensorReading.From(x[0], x[1], 5, ledger);
                return [reading.EthanolPct!.Value, reading.FuelTempC!.Value];
            });
            Slopes.ShouldBeFelt([Between(60, 140), Between(1.5, 4), Between(4.5, 13), Between(0.05, 0.4)], x =>
            {
                var wave = new AverageVolts(x[2], x[3]);
                return [wave.Expected(x[0], x[1]), wave.LowPulseMs(wave.Expected(x[0], x[1]), x[0])];
            });
            Slopes.ShouldBeFelt([Between(0.3, 0.7), Between(4.2, 4.8), Between(1, 4)], x => [new ConverterVolts(x[0], x[1], false).EthanolPct(x[2])]);
        }
    }

    [Fact]
    public void A_pressure_a_bubble_point_and_a_trip_are_felt_by_blend_gasoline_temperature_and_air()
    {
        for (var i = 0; i < 10; i++)
        {
            Slopes.ShouldBeFelt(
                [Between(20, 90), Between(20, 60), Between(80, 300), Between(45, 90)],
                (x, ledger) =>
                {
                    var margin = new BoilingMarginQuery(x[0], x[1], x[2], x[3]).Answer(ledger);
                    return [margin.BubblePointC, margin.MarginK, margin.VapourPressureKpa];
                },
                0.01
            );
            Slopes.ShouldBeFelt([Between(20, 90), Between(-10, 60)], x =>
                [new Blend<Hazy>(x[0], UsualFuels.Traditional<Hazy>()).DensityAt(x[1], 0), BlendViscosity.MPaS(x[0], x[1])]
            );
        }
    }

    [Fact]
    public void What_a_fuel_system_carries_is_felt_by_engine_injectors_and_pump()
    {
        for (var i = 0; i < 8; i++)
        {
            Slopes.ShouldBeFelt(
                [
                    Between(280, 360),
                    0.85,
                    0.82,
                    Between(5, 15),
                    Between(4500, 7000),
                    Between(10, 40),
                    Between(400, 800),
                    300,
                    Between(0.6, 1.1),
                    Between(280, 380),
                    Between(150, 260),
                ],
                (x, _) =>
                {
                    var system = new DeliverySystem<Hazy>(
                        new EngineDemand<Hazy>(x[0], x[1], x[2], x[3], x[4], x[5], UsualFuels.Traditional<Hazy>(), 0),
                        new PortInjection<Hazy>(4, x[6], x[7], 684, x[8], 85, x[9]),
                        LowPressurePump: new LowPressurePump<Hazy>(null, x[10], 400, 1, 1, 10)
                    );
                    var limits = new CapacityLimits(system);
                    return
                    [
                        system.InjectorDutyPct(120, 60)!.Value,
                        system.PumpUsePct(120, 60)!.Value,
                        CapacityLimits.UseOf(system, FuelComponent.Injectors, 120, 60).UsePct,
                        CapacityLimits.UseOf(system, FuelComponent.LowPressurePump, 120, 60).UsePct,
                        limits.MaxPowerKw(60)!.Value,
                    ];
                },
                0.02
            );
        }
    }

    [Theory]
    [InlineData(100, 163, 0.1)]
    [InlineData(112, 150, 0.1)]
    [InlineData(95, 158, 0.1)]
    public void A_multiplier_is_judged_at_the_maps_own_blend_and_at_what_is_in_the_line(double at0Pct, double at100Pct, double another)
    {
        var fuels = UsualFuels.Traditional<Exact>();
        for (var basePct = 0.0; basePct <= 30; basePct += 5)
        {
            for (var linePct = 0.0; linePct <= 100; linePct += 20)
            {
                var judged = new MultiplierLine(at0Pct, at100Pct).Judge(Metering.Orifice, new Blend<Exact>(basePct, fuels), linePct);

                // By hand: straight from one end to the other, in hundredths; lambda is what is needed over what is given.
                double At(double pct) => (at0Pct + ((at100Pct - at0Pct) * pct / 100)) / 100;
                var needed = Uncorrected.LambdaRatio(linePct, new(basePct));
                judged.AtBase.ShouldBe(At(basePct), 1e-12);
                judged.Lambda.ShouldBe(needed / At(linePct), 1e-9);
                var codes = judged.Findings.Select(f => f.Code).ToList();
                codes.Contains("multiplierOfAnotherBase").ShouldBe(Math.Abs(At(basePct) - 1) > another);
                if (Math.Abs(At(basePct) - 1) <= another)
                {
                    codes.Contains("multiplierOffAtBase").ShouldBe(Math.Abs(At(basePct) - 1) > 0.01, $"E{basePct}");
                    codes.Contains("multiplierOffHere").ShouldBe(Math.Abs((At(linePct) / needed) - 1) > 0.01, $"E{basePct} to E{linePct}");
                }

                judged.Findings.All(f => f.Severity == Severity.Stop).ShouldBe(Math.Abs(At(basePct) - 1) > another || judged.Findings.Count == 0);
            }
        }
    }
}
