using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>Judges the signal wire: what lifts it, what everybody on it sees, and the voltage behind a converter.</summary>
internal static class WireSignalEvaluation
{
    /// <summary>The wire with everything on it.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="figures">Its figures.</param>
    /// <param name="users">Who uses the sensor.</param>
    /// <param name="wires">The wires.</param>
    /// <param name="controllerBearsV">What the controller's input bears, V; null where nobody knows.</param>
    /// <exception cref="RefusedInputException">Thresholds stand the wrong way round.</exception>
    public static SharedWire Shared(HarnessPlan plan, HarnessFigures figures, IReadOnlyList<NamedUser> users, IReadOnlyList<PlannedWire> wires, Hazy? controllerBearsV)
    {
        // Every user has an input; what is said of one by its name stands for it, and what is said of others stands beside.
        var said = plan.Inputs is { Count: > 0 } inputs ? inputs : [.. users.Select(u => new WireInput(u.Name))];
        var controller = users.FirstOrDefault(u => u.User.Kind == SensorUserKind.Controller)?.Name;
        List<WireInput> whole = [.. said.Select(input => IsNamed(input, controller) && input.MaxV is null ? input with { MaxV = controllerBearsV } : input)];
        var signal = wires.Where(w => w.Wire.Role == WireRole.Signal).ToList();
        var nf = plan.CableNf is null && signal.All(w => w.CutM is not null) ? signal.Aggregate((Hazy)0, (sum, w) => sum + (SharedWire.NfPerM * w.CutM!.Value)) : figures.CableNf;
        var wire = new SharedWire(
            plan.PullUpOhm,
            plan.PullUpTo == PullUpTo.FiveVolt ? WireInput.UsualPullUpV : figures.BatteryV,
            nf,
            figures.SaturationV,
            SensorLaw.LowPulseMs(figures.FuelTempC),
            whole
        );
        var check = new InputCheck();
        wire.Check(check, "inputs");
        check.ThrowIfAny();
        return wire;
    }

    /// <summary>What it comes to.</summary>
    /// <param name="wire">The wire.</param>
    /// <param name="figures">The plan's figures.</param>
    /// <param name="converter">The voltage behind a converter; null where there is none.</param>
    /// <param name="isLive">True where the sensor is read: then something lifts the wire.</param>
    public static SignalPart Of(SharedWire wire, HarnessFigures figures, ConverterPath? converter, bool isLive)
    {
        var findings = new List<Finding>();
        if (isLive)
        {
            if (!wire.IsLifted)
            {
                findings.Add(
                    new("pullUpInside", Severity.Info, "The sensor is read, so supply and ground work and something lifts the wire: a pull-up inside an input. Add none.")
                );
            }
        }
        else if (!wire.IsLifted)
        {
            findings.Add(
                new(
                    "noPullUp",
                    Severity.Caution,
                    "No pull-up is known: the sensor can only pull low, so without one there is no signal. Ask for the one inside the input, or read the wire with the "
                        + "sensor unplugged and the key on."
                )
            );
        }

        if (wire.PullUps > 1)
        {
            findings.Add(
                new(
                    "twoPullUps",
                    Severity.Info,
                    Sentence.Of(
                        $"{wire.PullUps:0} pull-ups work side by side, as one: the wire rests at {Say.Of(wire.ReleasedV!.Value, Unit.Volt, 2)}, and the sensor pulls "
                            + $"{Say.Of(wire.SinkMa!.Value, Unit.Milliampere, 1)}. One is enough."
                    )
                )
            );
        }

        if (wire.SinkMa is { } sink && sink.Value > PullUpAnalysis.MostSinkMa)
        {
            findings.Add(PullUpAnalysis.SinkCurrent(sink));
        }

        findings.AddRange(converter?.Findings ?? []);

        // Where an input may not bear the supply, 5 V is the safe end.
        var supplyV = figures.BatteryV;
        var to = wire.Inputs.Any(i => i.MaxV is not { } bears || bears.Value < PullUpAnalysis.RunningV(supplyV.Value)) ? PullUpTo.FiveVolt : PullUpTo.Supply;
        return new(
            wire.ReleasedV,
            wire.SinkMa,
            wire.PullUps,
            wire.RecommendedOhm(to == PullUpTo.FiveVolt ? WireInput.UsualPullUpV : supplyV),
            wire.InsideIsEnough,
            to,
            wire.Seen(),
            converter,
            [.. findings.OrderByDescending(f => f.Severity)],
            isLive
        );
    }

    /// <summary>The voltage behind the converter of a vehicle.</summary>
    /// <exception cref="RefusedInputException">Its two points are one.</exception>
    public static ConverterPath Converter(EngineControl control)
    {
        var (at0, at100) = (control.ConverterAt0V, control.ConverterAt100V);
        return RefusedInputException.Under("control", () =>
            ConverterPath.Of(new ConverterVolts(at0 ?? ConverterVolts.UsualAt0V, at100 ?? ConverterVolts.UsualAt100V, at0 is null || at100 is null))
        );
    }

    private static bool IsNamed(WireInput input, string? name) => name is not null && string.Equals(input.Name?.Trim(), name, StringComparison.OrdinalIgnoreCase);
}
