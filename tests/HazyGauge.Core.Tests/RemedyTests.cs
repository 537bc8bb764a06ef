using HazyGauge.Core.FuelSystem;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Capacity;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Tests;

/// <summary>What is said to help does help, is tried in the order a fitter would, and says what else it takes.</summary>
public class RemedyTests
{
    private static CapacityResults Of(VehicleSurvey survey, CapacityChange? change = null, HotDrive? drive = null) =>
        (CapacityResults)
            ((IStation)new CapacityStation())
                .Evaluate(
                    new CapacityPlan { Changes = change, Drive = drive ?? new HotDrive(AmbientC: 10, AltitudeM: 0, GasolineReidKpa: 45) },
                    new StationContext(new HazeLedger(), new Dictionary<string, object> { ["survey"] = survey }, new Dictionary<NeededFile, StationFile>(), [])
                )
                .Results;

    private static readonly FuelSystemKind[] Kinds = [FuelSystemKind.Port, FuelSystemKind.Direct, FuelSystemKind.Both];

    private static VehicleSurvey Random(Random random, FuelSystemKind kind)
    {
        var cylinders = 2 * random.Next(1, 5);
        var kw = 30.0 * cylinders * (1 + random.NextDouble());
        return new(
            new Engine(cylinders, 500 * cylinders, Aspiration.Boosted, 60, 6500, kw, kw * (1 + (0.8 * random.NextDouble()))),
            new FuelSystemSurvey((FuelLine)random.Next(3), kind, kind == FuelSystemKind.Port ? 300 : 500, false, 50),
            new FuelPump(random.Next(1, 3), kw * (0.4 + random.NextDouble())),
            kind == FuelSystemKind.Direct ? new PortInjectors() : new PortInjectors(cylinders, kw / cylinders * (5 + (10 * random.NextDouble())), 300, 684, [new(14, 0.9)]),
            kind == FuelSystemKind.Port
                ? new DirectInjection()
                : new DirectInjection(kw / 150 * (0.4 + random.NextDouble()), 180, kw / cylinders * (0.15 + (0.4 * random.NextDouble())), 88),
            new EngineControl(),
            new Goals(random.Next(60, 90))
        );
    }

    [Fact]
    public void What_is_enough_comes_first_and_a_second_set_of_injectors_last_of_what_is_fitted()
    {
        // Common practice, no source: a driven pump is exchanged before a second is added, what is bolted on comes before a second rail.
        var (together, driven, both) = (0, 0, 0);
        for (var seed = 0; seed < 150; seed++)
        {
            var survey = Random(new Random(seed), Kinds[seed % 3]);
            var found = Of(survey).AtPoint!.Remedies;
            var codes = found.Select(r => r.Code).ToList();
            codes.ShouldBeUnique();
            found.Select(r => r.Enough ? 0 : 1).ShouldBeInOrder();
            found.Where(r => r.Code != "lowerPower").ShouldAllBe(r => r.Needs != null && r.Needs.Text.StartsWith("Needs "), $"seed {seed}");
            var fitted = found.Where(r => r is { Enough: true, PowerKw: null, EthanolPct: null }).ToList();
            fitted.Select(r => r.Change.AddedPorts is null ? 0 : 1).ShouldBeInOrder(SortDirection.Ascending, $"seed {seed}");
            foreach (var remedy in fitted)
            {
                Of(survey, remedy.Change).AtPoint!.Verdict.ShouldBe(CapacityVerdict.Carried, $"seed {seed}: {remedy.Text}");
            }

            // Where parts are enough together, none of them is left out and no two do the same work.
            foreach (var all in found.Where(r => r.Code.StartsWith("together", StringComparison.Ordinal)))
            {
                together++;
                (all.Change.PortSharePct is not null && all.Change.DirectInjectorGPerS is not null).ShouldBeFalse();
                (all.Change.PortSharePct is not null).ShouldBe(all.Code == "togetherThroughPorts");
                both += all.Change is { DirectInjectorGPerS: not null, PumpFlowLph: not null } ? 1 : 0;
            }

            if ((survey.FuelSystem.Line == FuelLine.ControlledReturnless || survey.FuelSystem.IsDirect) && codes.Contains("largerPump") && codes.Contains("secondPump"))
            {
                driven++;
                var pumps = found.Where(r => r.Code is "largerPump" or "secondPump").ToList();
                (pumps[0].Code == "largerPump" || (pumps[0].Enough && !pumps[1].Enough)).ShouldBeTrue($"seed {seed}");
            }
        }

        together.ShouldBeGreaterThan(20);
        driven.ShouldBeGreaterThan(10);
        both.ShouldBeGreaterThan(5);
    }

    // Each remedy is done by hand to survey and drive, and the drive evaluated anew.
    [Fact]
    public void What_keeps_fuel_from_boiling_does_so_when_it_is_done_and_a_little_less_of_it_does_not()
    {
        var seen = new Dictionary<string, int>(StringComparer.Ordinal);
        for (var seed = 0; seed < 120; seed++)
        {
            var random = new Random(seed);
            var (pumps, tank) = (random.Next(1, 4), random.Next(30, 110));
            var survey = Random(random, FuelSystemKind.Port) with
            {
                FuelSystem = new FuelSystemSurvey(random.Next(2) == 0 ? FuelLine.Return : FuelLine.Returnless, FuelSystemKind.Port, 300, false, tank)
                {
                    TankLossWPerK = 8,
                    BayHeatW = 60,
                },
                Pump = new FuelPump(pumps, 180) { ElectricalW = random.Next(60, 160) * pumps },
            };
            var drive = new HotDrive(
                AmbientC: random.Next(25, 42),
                FuelLitres: random.Next(5, 25),
                Minutes: random.Next(20, 120),
                AltitudeM: random.Next(0, 2500),
                GasolineReidKpa: random.Next(50, 90)
            );
            var now = Of(survey, drive: drive).Drive!;
            (now.Remedies is null).ShouldBe(!Boils(now));
            foreach (var remedy in now.Remedies ?? [])
            {
                seen[remedy.Code] = seen.GetValueOrDefault(remedy.Code) + 1;
                if (remedy.Code == "together")
                {
                    // All three, each as far as the sentence says.
                    double? Said(Unit unit) => remedy.What.Values.Values.Where(v => v.Unit == unit).Select(v => (double?)v.Value).SingleOrDefault();
                    var isStaged = remedy.What.Text.Contains("tage the pumps", StringComparison.Ordinal);
                    var allDone = Of(
                        survey with
                        {
                            Pump = isStaged ? survey.Pump with { Count = 1, ElectricalW = survey.Pump.ElectricalW / pumps } : survey.Pump,
                            FuelSystem = survey.FuelSystem with { TankLossWPerK = 8 + (Said(Unit.WattPerK) ?? 0) },
                        },
                        drive: Said(Unit.Litres) is { } kept ? drive with { FuelLitres = kept } : drive
                    ).Drive!;
                    allDone.BoilsPct!.Value.ShouldBe(remedy.BoilsPct, 0.01, $"seed {seed}: {remedy.What}");
                    Boils(allDone).ShouldBe(!remedy.Enough);
                    continue;
                }

                var amount = remedy.What.Values.Values.Select(v => v.Value).SingleOrDefault();
                HotDriveSummary Done(double much) =>
                    remedy.Code switch
                    {
                        "stagePumps" => Of(survey with { Pump = survey.Pump with { Count = 1, ElectricalW = survey.Pump.ElectricalW / pumps } }, drive: drive).Drive!,
                        "keepFuel" => Of(survey, drive: drive with { FuelLitres = much }).Drive!,
                        _ => Of(survey with { FuelSystem = survey.FuelSystem with { TankLossWPerK = 8 + much } }, drive: drive).Drive!,
                    };
                var done = Done(amount);
                done.BoilsPct!.Value.ShouldBe(remedy.BoilsPct, 0.01, $"seed {seed}: {remedy.What}");
                Boils(done).ShouldBe(!remedy.Enough);
                if (remedy is { Enough: true, Code: not "stagePumps" } && amount - 5 > (remedy.Code == "keepFuel" ? drive.FuelLitres!.Value.Value : 0))
                {
                    Boils(Done(amount - 5)).ShouldBeTrue($"seed {seed}: {remedy.What}");
                }
            }
        }

        seen.Keys.Order().ShouldBe(["coolReturn", "keepFuel", "stagePumps", "together"]);
        seen.Values.ShouldAllBe(n => n > 3);
    }

    // A tank that starts hotter than the air, and one that loses nearly all that may be asked about: nothing is named that does not help, and nothing is refused.
    [Theory]
    [InlineData(8, 70)]
    [InlineData(990, 30)]
    [InlineData(1000, 70)]
    public void Only_what_helps_is_named(double lossWPerK, double startC)
    {
        var survey = Random(new Random(1), FuelSystemKind.Port) with
        {
            FuelSystem = new FuelSystemSurvey(FuelLine.Return, FuelSystemKind.Port, 300, false, 60) { TankLossWPerK = lossWPerK },
            Pump = new FuelPump(3, 180) { ElectricalW = 450 },
        };
        var drive = Of(survey, drive: new HotDrive(AmbientC: 48, StartC: startC, FuelLitres: 10, Minutes: 15, AltitudeM: 3500, GasolineReidKpa: 95)).Drive!;
        Boils(drive).ShouldBeTrue();
        drive.Remedies!.ShouldAllBe(r => r.BoilsPct < drive.BoilsPct);
    }

    private static bool Boils(HotDriveSummary drive) => drive.AtInlet.Findings.Concat(drive.InReturn?.Findings ?? []).Any(f => f.Code is "boils" or "probablyBoils" or "mayBoil");
}
