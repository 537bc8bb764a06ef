using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Shop;
using HazyGauge.Core.Vehicles;
using HazyGauge.Core.Wiring.Meters;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Supplies;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>Puts a harness together from who uses the sensor, and says what every part of it comes to.</summary>
internal sealed class HarnessEvaluation
{
    // A conductor under a hood on a hot day, C (common practice, no source).
    private const double HotCopperC = 80;

    // More than this share of the supply is too much to lose in a wire (our own).
    private const double MostLost = 0.05;

    // A wire that is not lifted by this much rests nowhere, V.
    private const double LeastPullUpV = 1;

    private readonly HarnessPlan _plan;
    private readonly VehicleSurvey _survey;
    private readonly HazeLedger _ledger;
    private readonly IReadOnlyList<Field> _fields;
    private readonly List<AssumedFigure> _assumed = [];
    private readonly IReadOnlyList<NamedUser> _users;

    private HarnessEvaluation(HarnessPlan plan, VehicleSurvey survey, HazeLedger ledger, IReadOnlyList<Field> fields)
    {
        (_plan, _survey, _ledger, _fields) = (plan, survey, ledger, fields);
        _users = WireList.UsersOf(survey);
    }

    private SignalPath Path => _survey.Control.SignalPath ?? SignalPath.DirectFrequency;

    private bool Has(SensorUserKind kind) => _users.Any(u => u.User.Kind == kind);

    /// <summary>What a plan comes to.</summary>
    /// <param name="plan">The plan; its hazy numbers stand on the ledger.</param>
    /// <param name="survey">What is known of the vehicle.</param>
    /// <param name="ledger">The ledger; usual figures are added to it.</param>
    /// <param name="fields">The station's fields, with their usual figures.</param>
    /// <exception cref="RefusedInputException">The plan holds what cannot be.</exception>
    public static HarnessResults Of(HarnessPlan plan, VehicleSurvey survey, HazeLedger ledger, IReadOnlyList<Field> fields) => new HarnessEvaluation(plan, survey, ledger, fields).Results();

    private HarnessResults Results()
    {
        _plan.Check();
        var extender = Has(SensorUserKind.Extender) ? RefusedInputException.Under("extender", () => (_plan.Extender ?? new()).Of(_survey.Engine.Cylinders)) : null;
        var wires = Wires(extender?.Injectors ?? 0);
        var converter = Has(SensorUserKind.Analyser) || Path == SignalPath.AnalyserVoltage ? Converter() : null;
        var shared = Shared(wires.List);
        var signal = Signal(shared, converter);
        var supply = Supply(wires.List);
        var ground = Ground(converter);
                var sensors = (_plan.Sensors ?? []).Select((s, i) => s.Of(FormattableString.Invariant($"sensors[{i}]"))).ToList();
        var gateway = Has(SensorUserKind.Gateway) ? (_plan.Gateway ?? new()).Of() : null;
        var meter = Meter(wires.List, shared, supply);
        var pins = Pins(wires.List, meter);
        var results = new HarnessResults(wires, supply, ground, signal, pins, extender, gateway, sensors, meter, Sentence.Empty, Sentence.Empty, StationState.Empty, HarnessProgress.NotStarted.NextAction, _assumed);
        var progress = HarnessProgress.Of(_plan, results);
        return results with { State = progress.State, NextAction = progress.NextAction, Headline = HarnessWords.Headline(_plan, results, progress), Lead = HarnessWords.Lead(_plan, results, progress) };
    }

    private WiresPart Wires(int injectors)
    {
        var listed = WireList.Of(_survey, _plan.Supply, _plan.FeedAt, _plan.Ground, _plan.GroundAt, injectors);
        var wires = listed.Select((w, i) => PlannedWire.Of(i + 1, w, _plan.NoteOf(w.Id))).ToList();
        List<string> forgotten = [.. (_plan.Wires ?? []).Select(w => w.Wire!).Where(id => listed.All(w => w.Id != id)).Distinct(StringComparer.Ordinal)];
        var findings = wires.SelectMany(w => w.Findings).ToList();
        if (forgotten.Count > 0)
        {
            findings.Add(new("forgotten", Severity.Info, Sentence.Of($"Notes of wires that are no longer on the list are kept ({forgotten.Count:0}): name the user at Survey as before, and they stand here again.")));
        }

        findings.AddRange((_plan.Spares ?? []).Where(s => s.Treatment is null or SpareTreatment.LeftOpen).Select((s, i) =>
            new Finding(FormattableString.Invariant($"spare-{i}"), Severity.Caution, $"{Wording.Begun(s.Name ?? "A spare wire")} is left open: tape its end and tie it back, or cut and seal it.")));
        return new(wires, HarnessWords.BeforeWiring, _plan.Spares ?? [], forgotten, Sorted(findings));
    }

    private SupplyPart Supply(IReadOnlyList<PlannedWire> wires)
    {
        var findings = new List<Finding>();
        var feeds = wires.Where(w => w.Wire.Role == WireRole.Supply).ToList();
        var thinnest = feeds.Min(w => w.AreaMm2);
        var largest = FuseRule.LargestA(thinnest);
        var current = _plan.CurrentMa ?? Usually("currentMa");
        var toTake = _plan.Supply == SupplyChoice.ControllerSupply ? null : FuseRule.ToTakeA(current.Value);
        var choice = _plan.Supply;
        if (choice is { } chosen && SupplyAdvice.Of(chosen) is { Verdict: WiringVerdict.Never or WiringVerdict.Poor } advice)
        {
            findings.Add(new("supply", advice.Verdict == WiringVerdict.Never ? Severity.Stop : Severity.Caution, advice.Why));
        }

        if (_plan.FuseA is { } fuse && (largest is null || fuse > largest))
        {
            findings.Add(new("fuse", Severity.Stop, Sentence.Of($"The wire of {Say.Of(thinnest, Unit.SquareMillimetre, 2)} burns before a fuse of {Say.Given(fuse, Unit.Ampere)} blows. {(largest is { } most ? Sentence.Of($"Take {Say.Given(Math.Min(most, toTake ?? most), Unit.Ampere)}, {Say.Given(most, Unit.Ampere)} at most.") : "Take a thicker wire.")}")));
        }

        var probed = _plan.Probed is { KeyOffV: { } off, KeyOnV: { } on, CrankingV: { } cranking, BatteryV: { } battery } ? RefusedInputException.Under("probed", () => new ProbedFeedQuery(off, on, cranking, battery).Answer()) : null;
        if (probed is { Kind: not FeedKind.Switched })
        {
            findings.Add(new("probed", probed.Kind == FeedKind.Dead ? Severity.Stop : Severity.Caution, probed.BecauseSaid));
        }

        var isConstant = choice is SupplyChoice.Constant or SupplyChoice.BatteryPost || probed?.Kind == FeedKind.Constant;
        Hazy? days = _plan.DrainMa is not null || isConstant ? new StandbyDrainQuery(
            _plan.DrainMa ?? Usually("drainMa"), _plan.BatteryAh ?? Usually("batteryAh"), _plan.UsablePct ?? Usually("usablePct"), _plan.SelfDischargePct ?? Usually("selfDischargePct")).Answer().Days : null;
        if (_plan.KeepsAwake == true)
        {
            findings.Add(new("keepsAwake", Severity.Caution, "Something stays awake after the key is off. Pull the new fuse: if it goes quiet, this feed keeps the network awake. Move it to a switched fuse."));
        }
        else if (isConstant && _plan.KeepsAwake is null)
        {
            findings.Add(new("awakeTest", Severity.Info, "Test whether it keeps the network awake: key off, doors locked, ten minutes. Nothing may buzz, click or stay lit."));
        }

        var sensors = feeds[0];
        var drop = sensors.CutM is { } length
            ? new SupplyDropQuery(current, length, sensors.AreaMm2, HotCopperC, _plan.Ground == GroundChoice.ControllerGround).Answer()
            : null;
        if (drop is not null && IsTooThin(drop, BatteryV))
        {
            findings.Add(new("thinWire", Severity.Caution, Sentence.Of($"The supply wire loses {Say.Of(drop.DropMv / 1000, Unit.Volt, 2)} hot: take a thicker one, or see whether {Say.Of(current, Unit.Milliampere, 0)} is right.")));
        }

        var recommended = Path == SignalPath.DirectFrequency && _users.Count == 1 ? SupplyChoice.ControllerSupply : SupplyChoice.SwitchedFuse;
        return new(SupplyAdvice.All, recommended, probed, toTake, largest, drop, days, days is { } d ? HazeBudget.Of(d).With(_survey.AtHand()) : [], Sorted(findings));
    }

    private GroundPart Ground(ConverterPath? converter)
    {
        var choices = GroundAdvice.All(converter is not null);
        var findings = new List<Finding>();
        if (_plan.Ground is { } chosen && choices.Single(c => c.Choice == chosen) is { Verdict: WiringVerdict.WithCare or WiringVerdict.Poor } advice)
        {
            findings.Add(new("ground", advice.Verdict == WiringVerdict.Poor ? Severity.Caution : Severity.Info, advice.Why));
        }

        var offset = _plan.GroundOffsetMv is { } mv ? GroundOffset.Of(mv, converter?.PctPerV) : null;
        if (offset is not null)
        {
            findings.Add(converter is null
                ? new("offset", Severity.Info, Sentence.Of($"An offset of {Say.Of(offset.OffsetMv, Unit.None, 0)} mV changes nothing on a frequency."))
                : new("offset", Math.Abs(offset.EthanolErrorPct.Value) >= ConverterVolts.ConversionPct ? Severity.Caution : Severity.Info, Sentence.Of($"An offset of {Say.Of(offset.OffsetMv, Unit.None, 0)} mV adds {Say.Of(offset.EthanolErrorPct, Unit.None, 1)} points of ethanol to what the controller shows.")));
        }

        return new(choices, GroundChoice.ControllerGround, offset, Sorted(findings));
    }

    private SharedWire Shared(IReadOnlyList<PlannedWire> wires)
    {
        var named = _users.Where(u => u.User.Kind != SensorUserKind.Controller || Path == SignalPath.DirectFrequency || _users.Count == 1).ToList();
        var inputs = _plan.Inputs is { Count: > 0 } said ? said : [.. named.Select(u => new WireInput(u.Name))];
        List<WireInput> whole = [.. inputs.Select((input, i) => input with
        {
            Name = string.IsNullOrWhiteSpace(input.Name) && i < named.Count ? named[i].Name : input.Name,
            MaxV = input.MaxV ?? (i == 0 && Path == SignalPath.DirectFrequency ? _survey.Control.InputLimitV : null),
        })];
        var signal = wires.Where(w => w.Wire.Role == WireRole.Signal).ToList();
        var nf = _plan.CableNf ?? (signal.All(w => w.CutM is not null) ? signal.Aggregate((Hazy)0, (sum, w) => sum + (SharedWire.NfPerM * w.CutM!.Value)) : Usually("cableNf"));
        var toV = _plan.PullUpTo == PullUpTo.FiveVolt ? WireInput.UsualPullUpV : BatteryV;
        var shared = new SharedWire(_plan.PullUpOhm, toV, nf, _plan.SaturationV ?? SharedWire.UsualSaturationV, SensorLaw.LowPulseMs(FuelTempC), whole);
        var check = new InputCheck();
        shared.Check(check, "inputs");
        check.ThrowIfAny();
        return shared;
    }

    private SignalPart Signal(SharedWire wire, ConverterPath? converter)
    {
        var findings = new List<Finding>();
        var seen = wire.Seen();
        if (!wire.IsLifted)
        {
            findings.Add(new("noPullUp", Severity.Caution, "No pull-up is known: the sensor can only pull low, so without one there is no signal. Ask for the one inside the input, or read the wire with the sensor unplugged and the key on."));
        }

        if (wire.PullUps > 1)
        {
            findings.Add(new("twoPullUps", Severity.Info, Sentence.Of($"{wire.PullUps:0} pull-ups work side by side, as one: the wire rests at {Say.Of(wire.ReleasedV!.Value, Unit.Volt, 2)}, and the sensor pulls {Say.Of(wire.SinkMa!.Value, Unit.Milliampere, 1)}. One is enough.")));
        }

        if (wire.SinkMa is { } sink && sink.Value > PullUpAnalysis.MostSinkMa)
        {
            findings.Add(PullUpAnalysis.SinkCurrent(sink));
        }

        findings.AddRange(converter?.Findings ?? []);

        // Where an input may not bear the supply, 5 V is the safe end.
        var to = wire.Inputs.Any(i => i.MaxV is not { } bears || bears.Value < PullUpAnalysis.RunningV(BatteryV.Value)) ? PullUpTo.FiveVolt : PullUpTo.Supply;
        return new(wire.ReleasedV, wire.SinkMa, wire.PullUps, wire.RecommendedOhm(to == PullUpTo.FiveVolt ? WireInput.UsualPullUpV : BatteryV), wire.InsideIsEnough, to, seen, converter, Sorted(findings));
    }

    private ConverterPath Converter()
    {
        var (at0, at100) = (_survey.Control.ConverterAt0V, _survey.Control.ConverterAt100V);
        return RefusedInputException.Under("control", () => ConverterPath.Of(new ConverterVolts(at0 ?? ConverterVolts.UsualAt0V, at100 ?? ConverterVolts.UsualAt100V, at0 is null || at100 is null)));
    }

    private PinsPart Pins(IReadOnlyList<PlannedWire> wires, MeterPart meter)
    {
        var drawn = (_plan.Connectors ?? []).Select((face, i) => face.Drawn(
            FormattableString.Invariant($"connectors[{i}]"),
            wires.Where(w => w.Note is { Pin: not null } note && _plan.Named(note.Connector) == face)
                .Select(w => (w.Note!.Pin!.Value, FormattableString.Invariant($"{w.Number}: {w.Wire.From}"), FormattableString.Invariant($"wires[{_plan.Wires!.ToList().FindLastIndex(n => n.Wire == w.Wire.Id)}].pin")))
                .Concat((_plan.Displaced ?? []).Select((d, at) => (d, at)).Where(x => x.d.Pin is not null && _plan.Named(x.d.Connector) == face)
                    .Select(x => (x.d.Pin!.Value, $"before: {x.d.Was?.Trim()}", FormattableString.Invariant($"displaced[{x.at}].pin")))))).ToList();
        var findings = new List<Finding>();
        foreach (var (face, pin) in drawn.SelectMany(d => d.Pins.Where(p => !p.What.StartsWith("before:", StringComparison.Ordinal)).GroupBy(p => p.Pin).Where(g => g.Count() > 1).Select(g => (d, g.Key))))
        {
            findings.Add(new(FormattableString.Invariant($"twice-{face.Name}-{pin}"), Severity.Stop, Sentence.Of($"Two wires go to pin {pin:0} of {face.Name}: one of them is counted wrong.")));
        }

        findings.AddRange((_plan.Displaced ?? []).Where(d => string.IsNullOrWhiteSpace(d.PutBack)).Select((d, i) =>
            new Finding(FormattableString.Invariant($"putBack-{i}"), Severity.Caution, $"{Wording.Begun(d.Was ?? "Something")} gave way, and how to put it back is not said.")));
        var seats = wires.Where(w => w.Seated is not null).Select(w => new SeatProof(w.Wire.Id, w.Number, w.Seated == true, meter.Lines.FirstOrDefault(l => l.Id == MeterSheet.ProofOf(w.Wire))?.Agrees)).ToList();
        return new(drawn, seats, Sorted(findings));
    }

    private MeterPart Meter(IReadOnlyList<PlannedWire> wires, SharedWire shared, SupplyPart supply)
    {
        var atHand = _survey.AtHand();

        // A feed that is dead, or a wire that eats it up, is said elsewhere: the sheet says what should be there.
        var feedV = supply.Probed is { Kind: not FeedKind.Dead } ? _plan.Probed!.KeyOnV!.Value : BatteryV;
        var lostV = IsTooThin(supply.Drop, feedV) ? 0 : (supply.Drop?.DropMv ?? 0) / 1000;

        // Without a pull-up that is known and lifts it, what the wire should rest at cannot be said.
        var restsAt = shared.ReleasedV is { Value: >= LeastPullUpV } released && released.Value > shared.SinkSaturationV.Value ? released : (Hazy?)null;
        var expectations = new MeterExpectationsQuery(
            Path, EthanolPct, FuelTempC, feedV - lostV, restsAt ?? WireInput.UsualPullUpV, restsAt is null ? null : shared.SinkSaturationV, Scale(), _survey.Instruments).Answer();
        var known = expectations.Where(e => restsAt is not null || e.Check is not (HarnessCheck.PullUp or HarnessCheck.AverageVolts)).ToList();
        var lines = MeterSheet.Of(known, wires, atHand, _plan.Readings ?? []);
        var findings = lines.Where(l => l.Agrees == false).Select(l => new Finding($"missed-{l.Id}", Severity.Caution, Sentence.Of($"{l.Name}: {Say.Of(l.Read!.Value, l.Unit, 2)}, and {Say.Of(l.Low, l.Unit, 2)} to {Say.Of(l.High, l.Unit, 2)} is right. {l.MissMeans}"))).ToList();
        if (lines.Count == 0)
        {
            findings.Add(new("noMeter", Severity.Caution, "Nothing can be checked with what is at hand. Borrow a meter that shows volts and continuity: nearly all faults are wiring."));
        }

        return new(lines, Sorted(findings));
    }

    private static bool IsTooThin(SupplyDropResult? drop, Hazy feedV) => drop is not null && drop.DropMv.Value / 1000 > MostLost * feedV.Value;

    private AnalyserScale? Scale() => Path == SignalPath.AnalyserVoltage && _survey.Control is { ConverterAt0V: { } at0, ConverterAt100V: { } at100 } ? new([new(at0, 0), new(at100, 100)]) : null;

    private Hazy BatteryV => _plan.Probed?.BatteryV ?? Usually("probed.batteryV");

    private Hazy EthanolPct => _plan.EthanolPct ?? Usually("ethanolPct");

    private Hazy FuelTempC => _plan.FuelTempC ?? Usually("fuelTempC");

    // A usual figure is one doubt, however often it is used.
    private Hazy Usually(string path)
    {
        var field = _fields.Single(f => f.Path == path);
        var usual = field.Usual!;
        if (_assumed.All(a => a.Field != path))
        {
            _assumed.Add(new(path, field.Label, new(null, usual.Value, field.Unit, null, usual.PlusMinus)));
        }

        var check = field.HowTo.Length > 0 ? new HazeCheck(field.HowTo, field.LeftOfDoubt) { Needs = field.Needs } : null;
        return usual.PlusMinus is { } half ? _ledger.Quantity(usual.Value, HazeSource.RectangularU(half), new HazeSource($"{HarnessStation.Key}.{path}", field.Label, HazeShape.Rectangular, check)) : usual.Value;
    }

    private static List<Finding> Sorted(IEnumerable<Finding> findings) => [.. findings.OrderByDescending(f => f.Severity)];
}
