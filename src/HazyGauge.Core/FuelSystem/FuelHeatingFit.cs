using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Fuels;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using MathNet.Numerics.LinearAlgebra;

namespace HazyGauge.Core.FuelSystem;

/// <summary>A reading of the fuel's temperature.</summary>
/// <param name="Minute">Minutes from the start.</param>
/// <param name="TempC">Temperature of the fuel, C.</param>
public sealed record TemperatureReading(double Minute, double TempC);

/// <summary>What a log of the fuel's temperature comes to.</summary>
/// <param name="HeatW">Heat that goes into the tank, W.</param>
/// <param name="LossWPerK">Heat the tank loses, W for every K above ambient.</param>
/// <param name="HeatIntoFuelPct">Share of the pumps' power that ends in the tank, %: what is left of the heat without that of the engine bay.</param>
/// <param name="ScatterK">How far the readings lie from the fitted course, K (standard deviation).</param>
/// <param name="Findings">What to make of it.</param>
public sealed record FuelHeatingFitResult(Hazy HeatW, Hazy LossWPerK, Hazy HeatIntoFuelPct, double ScatterK, IReadOnlyList<Finding> Findings);

/// <summary>A log of the fuel's temperature over a drive, and under what it was taken.</summary>
/// <param name="FuelLitres">Fuel in the tank at the start, L.</param>
/// <param name="EthanolPct">Ethanol, % by volume.</param>
/// <param name="AmbientC">Temperature around the tank, C.</param>
/// <param name="PumpElectricalW">Electrical power of all pumps, W.</param>
/// <param name="Readings">The readings, minutes rising, 6 to 2000 over a quarter of an hour or more.</param>
/// <param name="BayHeatW">Heat the fuel brings back from the engine bay, W; left out, none.</param>
/// <param name="FuelUsedLph">Fuel used up meanwhile, L/h; left out, none.</param>
public sealed record FuelHeatingLog(
    Hazy FuelLitres,
    Hazy EthanolPct,
    Hazy AmbientC,
    Hazy PumpElectricalW,
    [MostItems(FuelHeatingLog.Most)] IReadOnlyList<TemperatureReading>? Readings,
    Hazy? BayHeatW = null,
    Hazy? FuelUsedLph = null
)
{
    private const int Fewest = 6;
    internal const int Most = 2000;
    private const double ShortestMinutes = 15;
    private const double MostLossWPerK = 200;

    // No thermometer in a tank is better than this, however smooth its readings (our own), K.
    private const double LeastScatterK = 0.3;

    // A sender that sloshes scatters by a kelvin; by more than this the course is not one of a drive (our own), K.
    private const double MostScatterK = 3;

    /// <summary>
    /// Heat and loss under which <see cref="FuelHeating"/> runs closest to the readings (least squares; for each loss the heat and the first temperature
    /// follow linearly). Their haze is that of the readings about the course, of what the tank holds and of the air around it; what is not known of the fuel used is left out.
    /// </summary>
    /// <exception cref="RefusedInputException">Something cannot be, or the log is too short.</exception>
    public FuelHeatingFitResult Fit(HazeLedger ledger)
    {
        Check();
        var readings = Readings!;
        var midC = readings.Average(r => r.TempC);
        var blend = new Blend<Hazy>(EthanolPct, UsualFuels.Traditional<Hazy>());
        var capacity =
            FuelLitres
            * blend.DensityAt(readings[0].TempC, EthanolDensity.ErrorAt(readings[0].TempC, ledger))
            * HeatCapacity.LawAt(midC, ledger)
            * HeatCapacity.KjPerKgK(blend, midC);
        var course = new Course(readings, AmbientC.Value, capacity.Value, (FuelUsedLph?.Value ?? 0) / FuelLitres.Value / 60);
        var loss = course.BestLoss(MostLossWPerK);
        var (startC, heat, squares) = course.For(loss);
        var scatter = Math.Sqrt(squares / Math.Max(1, readings.Count - 3));
        var covariance = course.Covariance(startC, heat, loss) * Math.Pow(Math.Max(scatter, LeastScatterK), 2);

        // Heat and loss lean on each other: a loss too high is made up for by more heat. The part they share is one source.
        var lossU = Math.Sqrt(covariance[2, 2]);
        var shared = covariance[1, 2] / lossU;
        var own = Math.Sqrt(Math.Max(0, covariance[1, 1] - (shared * shared)));
        var share = capacity / capacity.Value;
        var ofLoss = SourceCatalogue.Find(SourceCatalogue.TemperatureLog, lossU);
        var hazyLoss = ledger.Quantity(loss, lossU, ofLoss) * share;
        var hazyHeat = ledger.Quantity(heat, [(ofLoss, shared), (SourceCatalogue.Find(SourceCatalogue.TemperatureLogHeat, own), own)]) * share;

        // Warmer air is less heat for the same course, and the same loss.
        hazyHeat -= loss * (AmbientC - AmbientC.Value);
        return new FuelHeatingFitResult(
            hazyHeat,
            hazyLoss,
            RealNumber.Clamp(100 * (hazyHeat - (BayHeatW ?? 0)) / PumpElectricalW, 0, 100),
            scatter,
            [.. Findings(hazyHeat, hazyLoss, scatter)]
        );
    }

    private void Check()
    {
        var check = new InputCheck()
            .Within(FuelLitres, 0.1, 1000, "fuelLitres", "The fuel in the tank", Unit.Litres)
            .Within(EthanolPct, 0, 100, "ethanolPct", "Ethanol", Unit.Percent)
            .Within(AmbientC, -50, 70, "ambientC", "The temperature around the tank", Unit.Celsius)
            .Within(PumpElectricalW, 1, 5000, "pumpElectricalW", "The electrical power of the pumps", Unit.Watt)
            .Within(BayHeatW, 0, 10000, "bayHeatW", "The heat from the engine bay", Unit.Watt)
            .Within(FuelUsedLph, 0, 2000, "fuelUsedLph", "The fuel used", Unit.Lph);
        if (Readings is not { Count: >= Fewest and <= Most } readings)
        {
            check.Refuse("readings", $"A log has {Fewest} to {Most} readings.");
            check.ThrowIfAny();
            return;
        }

        for (var i = 0; i < readings.Count; i++)
        {
            check
                .Within(readings[i].Minute, 0, 1440, $"readings[{i}].minute", "A minute", Unit.Minutes)
                .Within(readings[i].TempC, FuelTemperature.LowestC, FuelTemperature.HighestC, $"readings[{i}].tempC", "Fuel temperature", Unit.Celsius);
            if (i > 0 && readings[i].Minute <= readings[i - 1].Minute)
            {
                check.Refuse($"readings[{i}].minute", "Minutes must rise.");
            }
        }

        if (check.IsClean && readings[^1].Minute - readings[0].Minute < ShortestMinutes)
        {
            check.Refuse("readings", Sentence.Of($"The log is too short: it takes {Say.Given(ShortestMinutes, Unit.Minutes)} or more, better an hour."));
        }

        if (check.IsClean && (FuelUsedLph?.Value ?? 0) * readings[^1].Minute / 60 > FuelHeatingInput.MostUsedShare * FuelLitres.Value)
        {
            check.Refuse("fuelUsedLph", "The tank would have run empty during the log.");
        }

        check.ThrowIfAny();
    }

    private IEnumerable<Finding> Findings(Hazy heatW, Hazy lossWPerK, double scatterK)
    {
        if (scatterK > MostScatterK)
        {
            yield return new Finding(
                "logScattered",
                Severity.Caution,
                Sentence.Of(
                    $"These readings lie {Say.Of(scatterK, Unit.KelvinStep, 0)} off the course of any one drive: one is mistyped, or fuel was filled in between. Do not "
                        + $"use what comes out of it."
                )
            );
        }

        if (2 * lossWPerK.StandardU > Math.Max(lossWPerK.Value, 2))
        {
            yield return new Finding("logTooEven", Severity.Caution, "This log hardly tells heat from loss. Log on, an hour of driving and some of standing with the pumps off.");
        }

        if (heatW.Value - (BayHeatW?.Value ?? 0) > PumpElectricalW.Value + (2 * heatW.StandardU))
        {
            yield return new Finding(
                "moreHeat",
                Severity.Caution,
                "More heat reaches the tank than the pumps draw: the engine bay or the exhaust gives the rest. Give the heat of the engine bay, and look how near the exhaust runs."
            );
        }
    }

    /// <summary>The course of the temperature as it follows from loss, heat and first temperature.</summary>
    private sealed class Course(IReadOnlyList<TemperatureReading> readings, double ambientC, double capacityJPerK, double usedPerMinute)
    {
        // The loss is looked for on a grid first, for the sum of squares may be flat at both ends.
        private const int Grid = 200;
        private const double AccuracyWPerK = 1e-6;

        private readonly double[] _seconds =
        [
            .. readings.Select(r => r.Minute - readings[0].Minute).Select(minute => 60 * minute * FuelHeating.Stretch<Exact>(usedPerMinute * minute).Value),
        ];

        public double BestLoss(double mostWPerK)
        {
            double Squares(double loss) => For(loss).Squares;
            var best = Enumerable.Range(0, Grid + 1).Select(i => mostWPerK * i * i / (Grid * Grid)).MinBy(Squares);
            if (best >= mostWPerK)
            {
                throw new RefusedInputException(
                    "readings",
                    "These readings are not the course of one drive: no tank loses heat that fast. Look for a reading that was mistyped, or for fuel filled in between."
                );
            }

            var step = mostWPerK * ((2 * Math.Sqrt(best / mostWPerK * Grid * Grid)) + 1) / (Grid * Grid);
            return Closest(Squares, Math.Max(0, best - step), best + step);
        }

        // Golden section of our own: that of the library refuses a least value that lies at an end, and no loss at all is such an end.
        private static double Closest(Func<double, double> squares, double from, double to)
        {
            var ratio = (Math.Sqrt(5) - 1) / 2;
            var (left, right) = (to - (ratio * (to - from)), from + (ratio * (to - from)));
            var (atLeft, atRight) = (squares(left), squares(right));
            while (to - from > AccuracyWPerK)
            {
                if (atLeft <= atRight)
                {
                    (to, right, atRight) = (right, left, atLeft);
                    left = to - (ratio * (to - from));
                    atLeft = squares(left);
                }
                else
                {
                    (from, left, atLeft) = (left, right, atRight);
                    right = from + (ratio * (to - from));
                    atRight = squares(right);
                }
            }

            return (from + to) / 2;
        }

        public (double StartC, double HeatW, double Squares) For(double loss)
        {
            // T = T0 (1 - loss g) + heat g + loss ambient g, with g the rise by one watt.
            var g = _seconds.Select(s => Rise(s, loss)).ToArray();
            var matrix = Matrix<double>.Build.Dense(g.Length, 2, (i, j) => j == 0 ? 1 - (loss * g[i]) : g[i]);
            var wanted = Vector<double>.Build.Dense(g.Length, i => readings[i].TempC - (loss * ambientC * g[i]));
            var solved = matrix.QR().Solve(wanted);
            return (solved[0], solved[1], Math.Pow((wanted - (matrix * solved)).L2Norm(), 2));
        }

        public Matrix<double> Covariance(double startC, double heatW, double loss)
        {
            const double Step = 1e-4;
            double TempC(double s, double k) => startC + ((heatW + (k * (ambientC - startC))) * Rise(s, k));
            var slopes = Matrix<double>.Build.Dense(_seconds.Length, 3, (i, j) => j switch
                {
                    0 => 1 - (loss * Rise(_seconds[i], loss)),
                    1 => Rise(_seconds[i], loss),
                    _ => (TempC(_seconds[i], loss + Step) - TempC(_seconds[i], loss)) / Step,
                });
            return (slopes.TransposeThisAndMultiply(slopes)).PseudoInverse();
        }

        // What one watt has warmed the tank by after a time, K.
        private double Rise(double seconds, double loss) => seconds / capacityJPerK * FuelHeating.Fading<Exact>(loss / capacityJPerK * seconds).Value;
    }
}
