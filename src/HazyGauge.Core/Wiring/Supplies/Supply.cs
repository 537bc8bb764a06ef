using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Wiring.Supplies;

/// <summary>
/// Resistance of copper wire: 0.017241 Ohm mm2/m at 20 C, which is 100 % IACS (IEC 60028), rising by 0.393 % of that a K.
/// </summary>
public static class CopperWire
{
    private const double OhmMm2PerM = 0.017241;
    private const double PerKelvin = 0.00393;
    private const double ReferenceC = 20;

    /// <summary>Resistance, mOhm.</summary>
    /// <param name="lengthM">Length, m.</param>
    /// <param name="areaMm2">Cross section, mm2.</param>
    /// <param name="conductorTempC">Temperature of the copper, C.</param>
    public static T Milliohm<T>(T lengthM, T areaMm2, T conductorTempC)
        where T : struct, IRealNumber<T> => 1000 * OhmMm2PerM * lengthM / areaMm2 * (1 + (PerKelvin * (conductorTempC - ReferenceC)));
}

/// <summary>A supply or ground wire under load.</summary>
/// <param name="CurrentMa">Current, mA.</param>
/// <param name="LengthM">Length one way, m.</param>
/// <param name="AreaMm2">Cross section of the copper, mm2.</param>
/// <param name="ConductorTempC">Temperature of the copper, C.</param>
/// <param name="ReturnIncluded">True where a wire as long and as thick leads back: it counts too. False where the way back is the body.</param>
public sealed record SupplyDropQuery(Hazy CurrentMa, Hazy LengthM, Hazy AreaMm2, Hazy ConductorTempC, bool ReturnIncluded)
{
    /// <summary>What the wire loses.</summary>
    /// <exception cref="RefusedInputException">Something cannot be.</exception>
    public SupplyDropResult Answer()
    {
        new InputCheck()
            .Within(CurrentMa, 0, 100_000, "currentMa", "The current, mA,")
            .Within(LengthM, 0, 1000, "lengthM", "The length", Unit.Metre)
            .Within(AreaMm2, 0.01, 500, "areaMm2", "The cross section, mm²,")
            .Within(ConductorTempC, -60, 250, "conductorTempC", "The temperature of the copper", Unit.Celsius)
            .ThrowIfAny();
        var milliohm = CopperWire.Milliohm(LengthM, AreaMm2, ConductorTempC) * (ReturnIncluded ? 2 : 1);
        return new(CurrentMa * milliohm / 1000, milliohm);
    }
}

/// <summary>What a wire loses.</summary>
/// <param name="DropMv">Voltage, mV.</param>
/// <param name="ResistanceMilliohm">Resistance, mOhm.</param>
public sealed record SupplyDropResult(Hazy DropMv, Hazy ResistanceMilliohm);

/// <summary>A battery that something draws on while the vehicle stands.</summary>
/// <param name="DrainMa">Current drawn, mA.</param>
/// <param name="BatteryAh">Rated capacity, Ah.</param>
/// <param name="UsableFractionPct">Share of it until the engine does not crank any more, %.</param>
/// <param name="SelfDischargePctPerMonth">What the battery loses by itself, % of the rated capacity in 30 days; left out, nothing.</param>
public sealed record StandbyDrainQuery(Hazy DrainMa, Hazy BatteryAh, Hazy UsableFractionPct, Hazy? SelfDischargePctPerMonth = null)
{
    private const double DaysInMonth = 30;

    /// <summary>How long it lasts.</summary>
    /// <exception cref="RefusedInputException">Something cannot be, or nothing is drawn.</exception>
    public StandbyDrainResult Answer()
    {
        var check = new InputCheck()
            .Within(DrainMa, 0, 100_000, "drainMa", "The current drawn, mA,")
            .Within(BatteryAh, 1, 2000, "batteryAh", "The battery, Ah,")
            .Within(UsableFractionPct, 1, 100, "usableFractionPct", "The usable share", Unit.Percent)
            .Within(SelfDischargePctPerMonth, 0, 100, "selfDischargePctPerMonth", "What it loses by itself", Unit.Percent);
        if (DrainMa.Value <= 0 && SelfDischargePctPerMonth is not { Value: > 0 })
        {
            check.Refuse("drainMa", "Nothing is drawn, so nothing runs down.");
        }

        check.ThrowIfAny();
        var days = Of(DrainMa, BatteryAh, UsableFractionPct, SelfDischargePctPerMonth ?? 0);
        var drawn = SampledInterval.Of([DrainMa, BatteryAh, UsableFractionPct, SelfDischargePctPerMonth ?? 0], v =>
            v.All(part => part >= 0) ? Of<Exact>(v[0], v[1], v[2], v[3]).Value : double.NaN
        );

        // A drain that may be next to nothing: what was drawn counts, and each doubt keeps its share.
        return days.StandardU == 0 || drawn.Agrees(days)
            ? new(days)
            : new(
                days.Through(days.Value, drawn.StandardU / days.StandardU),
                drawn,
                Sentence.Of(
                    $"Plus and minus says too little here, for the drain may be next to nothing: found by drawing, it lasts {StandbyDrainResult.InWords(drawn)} in 95 of "
                        + $"100 cases. Measure the drain."
                )
            );
    }

    private static T Of<T>(T drainMa, T batteryAh, T usablePct, T selfDischargePct)
        where T : struct, IRealNumber<T> => batteryAh * usablePct / 100 / ((drainMa * 24 / 1000) + (batteryAh * selfDischargePct / 100 / DaysInMonth));
}

/// <summary>How long a battery lasts.</summary>
/// <param name="Days">Days until the engine does not crank; its haze is that of what was drawn where that was needed.</param>
/// <param name="Drawn">The ends found by drawing; null where plus and minus says as much.</param>
/// <param name="Because">Why it was drawn, and what it came to; null likewise.</param>
public sealed record StandbyDrainResult(Hazy Days, SampledInterval? Drawn = null, Sentence? Because = null)
{
    /// <summary>The days between two ends, in words: "35 days to 210 days", "35 days or more".</summary>
    internal static Sentence InWords(SampledInterval drawn) =>
        drawn.High is { } high
            ? Sentence.Of($"{Say.Given(Math.Floor(drawn.Low), Unit.Days)} to {Say.Given(Math.Ceiling(high), Unit.Days)}")
            : Sentence.Of($"{Say.Given(Math.Floor(drawn.Low), Unit.Days)} or more");
}

/// <summary>What a feed is.</summary>
public enum FeedKind
{
    /// <summary>Live with the key off.</summary>
    Constant,

    /// <summary>Live with the key on, and while cranking.</summary>
    Switched,

    /// <summary>Live with the key on, gone while cranking.</summary>
    DropsWhileCranking,

    /// <summary>Not live.</summary>
    Dead,

    /// <summary>Live with the key on, but so far below the battery that something eats it up.</summary>
    Weak,
}

/// <summary>A feed as it was probed.</summary>
/// <param name="KeyOffV">Volts with the key off, five minutes after it.</param>
/// <param name="KeyOnV">Volts with the key on.</param>
/// <param name="CrankingV">Volts while cranking.</param>
/// <param name="BatteryV">Volts at the battery with the key off.</param>
public sealed record ProbedFeedQuery(Hazy KeyOffV, Hazy KeyOnV, Hazy CrankingV, Hazy BatteryV)
{
    // A feed is live from this share of the battery; while cranking the battery itself falls (common practice, no source).
    private const double LiveShare = 0.7;
    private const double CrankingShare = 0.45;

    // Dead is next to nothing, and a good feed loses little (common practice, no source), V.
    private const double DeadV = 0.5;
    private const double MostLostV = 1;

    /// <summary>What it is.</summary>
    /// <exception cref="RefusedInputException">Something cannot be.</exception>
    public ProbedFeedResult Answer()
    {
        var check = new InputCheck().Within(BatteryV, 4, 60, "batteryV", "The battery", Unit.Volt);
        foreach (var (volts, field) in new[] { (KeyOffV, "keyOffV"), (KeyOnV, "keyOnV"), (CrankingV, "crankingV") })
        {
            check.Within(volts, -1, 60, field, "What was probed", Unit.Volt);
        }

        check.ThrowIfAny();
        bool Live(Hazy volts, double share) => volts.Value >= share * BatteryV.Value;
        var (off, on, cranking) = (Live(KeyOffV, LiveShare), Live(KeyOnV, LiveShare), Live(CrankingV, CrankingShare));
        var kind =
            !on ? FeedKind.Dead
            : BatteryV.Value - KeyOnV.Value > MostLostV ? FeedKind.Weak
            : !cranking ? FeedKind.DropsWhileCranking
            : KeyOffV.Value >= DeadV ? FeedKind.Constant
            : FeedKind.Switched;
        Sentence because = kind switch
        {
            FeedKind.Dead => off
                ? Sentence.Of($"It shows {Volts(KeyOffV)} with the key off and {Volts(KeyOnV)} with it on: that is no supply. Look for another.")
                : Sentence.Of($"With the key on it shows {Volts(KeyOnV)} of the battery's {Volts(BatteryV)}: nothing to feed a sensor with. Look at its fuse."),
            FeedKind.Weak => Sentence.Of(
                $"With the key on it shows {Volts(KeyOnV)} of the battery's {Volts(BatteryV)}: more than {MostLostV:0} V is lost on the way. Look at its fuse and its joints, or "
                    + $"take "
                    + $"another.{(KeyOffV.Value >= DeadV ? Sentence.Of($" With the key off it still shows {Volts(KeyOffV)}: something feeds it from behind.") : Sentence.Empty)}"
            ),
            FeedKind.DropsWhileCranking => Sentence.Of(
                $"It shows {Volts(KeyOnV)} with the key on and {Volts(CrankingV)} while cranking: the sensor starts anew with the engine, and for that time there is no "
                    + $"reading.{(off ? " It is live with the key off too." : string.Empty)}"
            ),
            FeedKind.Constant when !off => Sentence.Of(
                $"With the key off it still shows {Volts(KeyOffV)}, and dead is below {DeadV:0.0} V: something feeds it from behind. Find out what, or take another feed."
            ),
            FeedKind.Constant => Sentence.Of(
                $"It still shows {Volts(KeyOffV)} with the key off: it drains the battery, or keeps the vehicle's network awake. Move the feed to a switched fuse."
            ),
            _ => Sentence.Of(
                $"Dead with the key off ({Volts(KeyOffV)}), {Volts(KeyOnV)} with it on, {Volts(CrankingV)} while cranking: this feeds a sensor well, behind a small fuse "
                    + $"of its own."
            ),
        };
        return new(kind, because);
    }

    private static SentenceValue Volts(Hazy volts) => Say.Of(volts, Unit.Volt, 1);
}

/// <summary>What a feed is.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="BecauseSaid">Why, and what to do.</param>
public sealed record ProbedFeedResult(FeedKind Kind, Sentence BecauseSaid)
{
    /// <summary>The same in words.</summary>
    public string Because => BecauseSaid.Text;
}
