using System.Globalization;
using System.Text.Json.Serialization;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.FuelSystem;

/// <summary>A way to bring the wanted point inside the envelope, with its result.</summary>
/// <param name="Code">Stable name for programs: capBlend, lowerPower, largerInjectors, raisePressure, secondPump, largerPump, portInjection, portShare,
/// largerDirectInjectors, largerHighPressurePump, together or togetherThroughPorts.</param>
/// <param name="Text">What to do and what it comes to, metric.</param>
/// <param name="What">What to do, metric.</param>
/// <param name="NewMaxEthanolPct">Most ethanol at the power afterwards, % by volume; null where not even E0 works.</param>
/// <param name="NewMaxPowerKw">Most power on the blend afterwards, kW.</param>
/// <param name="NewBinding">What sets that afterwards.</param>
/// <param name="Enough">True where the wanted point, or the one to stay at, is surely carried afterwards.</param>
/// <param name="PowerKw">The power to stay at, kW; null where it stays.</param>
/// <param name="EthanolPct">The blend to stay at, % by volume; null where it stays.</param>
/// <param name="Change">What is done to the fuel system.</param>
/// <param name="Template">The text with a name in braces where a number stands.</param>
/// <param name="WhatTemplate">What to do likewise.</param>
/// <param name="ReachTemplate">What it comes to likewise.</param>
/// <param name="Values">The numbers by name, in metric units.</param>
/// <param name="Needs">What else that takes: driver, wiring, seals, data; null for nothing.</param>
/// <param name="Apply">The same as a merge patch (RFC 7396) for the request that was asked, which then gives the new limits; null where there was none.</param>
public sealed record CapacityRemedy(
    string Code,
    string Text,
    string What,
    Hazy? NewMaxEthanolPct,
    Hazy? NewMaxPowerKw,
    FuelComponent? NewBinding,
    bool Enough,
    double? PowerKw,
    double? EthanolPct,
    CapacityChange Change,
    string Template,
    string WhatTemplate,
    string ReachTemplate,
    IReadOnlyDictionary<string, SentenceValue> Values,
    Sentence? Needs = null,
    IReadOnlyDictionary<string, object>? Apply = null
)
{
    /// <summary>What to do.</summary>
    [JsonIgnore]
    public Sentence Do =>
        new(WhatTemplate, Values.Where(v => WhatTemplate.Contains($"{{{v.Key}}}", StringComparison.Ordinal)).ToDictionary(v => v.Key, v => v.Value, StringComparer.Ordinal));
}

/// <summary>Finds what would carry the wanted point, with all of its haze inside the limits.</summary>
internal sealed class CapacityRemedies
{
    private const double CapStepPct = 5;
    private const double PressureStepKpa = 10;
    private const double FlowStepCcMin = 10;
    private const double LargestFlowCcMin = 5000;
    private const double SmallestAddedCcMin = 50;
    private const int MostPumps = 4;
    private const double ShareStepPct = 5;
    private const double LeastSharePct = 20;
    private const double MostSharePct = 80;

    // Parts come in steps; a part hardly larger is not worth its price, and none is several times as large (our own).
    private const double PumpStepLph = 5;
    private const double LargestPumpLph = 1000;
    private const double DirectStepGPerS = 0.5;
    private const double HighPressureStepCc = 0.05;
    private const double LeastStep = 1.05;
    private const double MostTimes = 3;

    // Above this many times their rated pressure, injectors of this kind open late or not at all (common practice, no source).
    private const double MostPressureRatio = 1.6;

    private readonly DeliverySystem<Hazy> _system;
    private readonly Hazy _powerKw;
    private readonly Hazy _ethanolPct;
    private readonly CapacityLimits _limits;
    private readonly IReadOnlyList<ComponentUse> _uses;

    private CapacityRemedies(DeliverySystem<Hazy> system, Hazy powerKw, Hazy ethanolPct)
    {
        (_system, _powerKw, _ethanolPct) = (system, powerKw, ethanolPct);
        _limits = new CapacityLimits(system);
        _uses = _limits.Uses(powerKw, ethanolPct);
    }

    /// <summary>The remedies at a point; none where all of it is surely carried.</summary>
    public static IReadOnlyList<CapacityRemedy> Of(DeliverySystem<Hazy> system, Hazy powerKw, Hazy ethanolPct) => new CapacityRemedies(system, powerKw, ethanolPct).Find();

    private List<CapacityRemedy> Find()
    {
        var found = new List<CapacityRemedy?>();
        var tooSmall = _uses.Where(u => !u.IsSurelyOk).Select(u => u.Component).ToList();
        if (tooSmall.Count == 0)
        {
            return [];
        }

        found.Add(CapBlend());
        found.Add(LowerPower());
        var ways = tooSmall.Select(Ways).ToList();
        found.AddRange(ways.SelectMany(w => w));
        found.AddRange(Together(ways));

        // What is enough comes first, and of that what to buy: to want less is what remains. A second set of injectors is the last thing a fitter adds.
        return
        [
            .. found
                .OfType<CapacityRemedy>()
                .DistinctBy(r => r.Code)
                .OrderByDescending(r => r.Enough)
                .ThenBy(r => r is { PowerKw: not null } or { EthanolPct: not null })
                .ThenBy(r => r.Change.AddedPorts is not null),
        ];
    }

    // A way for every component that is too small, the usual ones first, as far as they are enough together; and the same through the ports.
    private IEnumerable<CapacityRemedy> Together(IReadOnlyList<IReadOnlyList<CapacityRemedy>> ways)
    {
        var combined = ways.Aggregate(new[] { (Parts: Array.Empty<CapacityRemedy>(), Far: 0) }.AsEnumerable(), (sofar, way) =>
                sofar.SelectMany(s => way.Select((remedy, far) => (Parts: (CapacityRemedy[])[.. s.Parts, remedy], Far: s.Far + far)))
            )
            .OrderBy(c => c.Far)
            .Select(c => c.Parts.DistinctBy(p => p.Code).ToList())
            .Where(parts => parts.Count > 1 && !(parts.Exists(IsThroughPorts) && parts.Exists(IsHighSide)))
            .ToList();
        foreach (var (code, isThroughPorts) in new[] { ("together", false), ("togetherThroughPorts", true) })
        {
            var like = combined.Where(parts => parts.Exists(IsThroughPorts) == isThroughPorts).ToList();
            if ((like.Find(IsEnough) ?? like.FirstOrDefault()) is { } parts)
            {
                var change = ChangeOf(parts);
                var needs = parts.Select(p => p.Needs).OfType<Sentence>().ToList();
                yield return Evaluate(
                    code,
                    Sentence.Join(", and ", parts.Select((p, i) => i == 0 ? p.Do : p.Do.Inside())),
                    change,
                    needs: needs.Count == 0 ? null : needs.Aggregate((all, next) => all + next)
                );
            }
        }
    }

    private static bool IsThroughPorts(CapacityRemedy remedy) => remedy.Change.PortSharePct is not null;

    private static bool IsHighSide(CapacityRemedy remedy) => (remedy.Change.DirectInjectorGPerS ?? remedy.Change.HighPressurePumpCcPerCamRev) is not null;

    private static CapacityChange ChangeOf(IEnumerable<CapacityRemedy> parts) => parts.Aggregate(new CapacityChange(), (sum, part) => sum.And(part.Change));

    private bool IsEnough(IReadOnlyList<CapacityRemedy> parts) => new CapacityLimits(ChangeOf(parts).ApplyTo(_system)).Uses(_powerKw, _ethanolPct).All(u => u.IsSurelyOk);

    private CapacityRemedy? CapBlend()
    {
        if (_limits.MaxEthanolPct(_powerKw) is not { } most)
        {
            return null;
        }

        // Rounded to what a pump label or a table says, down to the first where every component surely is inside.
        var first = Math.Floor(Math.Min(most.Value, _ethanolPct.Value - 1) / CapStepPct) * CapStepPct;
        var caps = Enumerable.Range(0, 1 + Math.Max(-1, (int)(first / CapStepPct))).Select(i => first - (i * CapStepPct));
        return caps.Where(c => c >= 0 && AllSurelyOk(_powerKw, c)).Select(c => (double?)c).FirstOrDefault() is not { } cap
            ? null
            : Evaluate(
                "capBlend",
                Sentence.Of($"Fill at most {Say.Ethanol(cap)} for {Say.Kw(_powerKw.Value)}, or cut load above it"),
                new CapacityChange(),
                ethanolPct: cap,
                needs: RemedyNeeds.Cap
            );
    }

    private CapacityRemedy? LowerPower()
    {
        if (_limits.MaxPowerKw(_ethanolPct) is not { } most)
        {
            return null;
        }

        var first = (int)Math.Floor(Math.Min(most.Value, _powerKw.Value - 0.5));
        var powers = Enumerable.Range(0, Math.Max(0, first)).Select(i => (double)(first - i));
        return powers.Where(p => AllSurelyOk(p, _ethanolPct)).Select(p => (double?)p).FirstOrDefault() is not { } power
            ? null
            : Evaluate("lowerPower", Sentence.Of($"Lower the power to {Say.Kw(power)}"), new CapacityChange(), powerKw: power);
    }

    // What helps one component, in the order a fitter would try: what is set before what is bought, what is bolted on before what is added (common practice, no source).
    private IReadOnlyList<CapacityRemedy> Ways(FuelComponent component) =>
        [
            .. (
                component switch
                {
                    FuelComponent.Injectors => [LargerInjectors(), RaisePressure()],

                    // A pump that a controller drives, or that feeds a high-pressure side, is exchanged before a second one is hung beside it.
                    FuelComponent.LowPressurePump when _system.LowPressurePump!.Driven || _system.HighPressurePump is not null => [LargerPump(), MorePumps()],
                    FuelComponent.LowPressurePump => [MorePumps(), LargerPump()],
                    FuelComponent.DirectInjection when _system.HasBothSets => [MoreThroughThePorts(), LargerDirectInjectors()],
                    FuelComponent.DirectInjection => [LargerDirectInjectors(), MoreThroughThePorts()],
                    _ when _system.HasBothSets => [MoreThroughThePorts(), LargerHighPressurePump()],
                    _ => new[] { LargerHighPressurePump(), MoreThroughThePorts() },
                }
            ).OfType<CapacityRemedy>(),
        ];

    private CapacityRemedy? LargerInjectors()
    {
        if (_system.Injectors is not { } ports)
        {
            return null;
        }

        var first = Math.Ceiling((ports.RatedFlowCcMin.Value + 1) / FlowStepCcMin) * FlowStepCcMin;
        var change = Steps(first, LargestFlowCcMin, FlowStepCcMin)
            .Select(flow => new CapacityChange(RatedFlowCcMin: flow))
            .FirstOrDefault(c => Supports(c, FuelComponent.Injectors));
        return change is null
            ? null
            : Evaluate(
                "largerInjectors",
                Sentence.Of($"Fit injectors of at least {ByBothUnits(change.RatedFlowCcMin!.Value)} at {Say.Kpa(ports.RatedPressureKpa.Value)}"),
                change,
                needs: RemedyNeeds.Injectors
            );
    }

    // Injectors are sold by either; whoever buys should not have to convert.
    private static string ByBothUnits(double ccPerMin) =>
        string.Create(CultureInfo.InvariantCulture, $"{ccPerMin:0} cc/min ({UnitStyle.Of(Unit.CcPerMin).Shown(ccPerMin, UnitSystem.Us):0.0} lb/h)");

    private CapacityRemedy? RaisePressure()
    {
        if (_system.Injectors is not { } ports || _system.LowPressurePump is { Curve: null })
        {
            return null;
        }

        var most = (MostPressureRatio * ports.RatedPressureKpa.Value) - ports.PressureDropKpa.Value;
        if (_system.LowPressurePump is { Curve: { } curve } pump)
        {
            most = Math.Min(most, curve.ToKpa - pump.GaugePressureKpa.Value);
        }

        var change = Steps(PressureStepKpa, most, PressureStepKpa).Select(rise => new CapacityChange(BaseRiseKpa: rise)).FirstOrDefault(c => Supports(c, FuelComponent.Injectors));
        if (change is null)
        {
            return null;
        }

        var cost = _system.LowPressurePump is { } before
            ? Sentence.Of($"; the pump then delivers {Say.Lph(change.ApplyTo(_system).LowPressurePump!.AvailableLph.Value)} instead of {Say.Lph(before.AvailableLph.Value)}")
            : Sentence.Empty;
        var settable = _system.LowPressurePump?.FixedRegulator == true ? "Fit a regulator that can be set and raise" : "Raise";
        return Evaluate("raisePressure", Sentence.Of($"{settable} the base pressure by {Say.Kpa(change.BaseRiseKpa!.Value)}{cost}"), change, needs: RemedyNeeds.Pressure);
    }

    private CapacityRemedy? MorePumps()
    {
        var have = _system.LowPressurePump!.Count;
        var change = Enumerable
            .Range(have + 1, Math.Max(0, MostPumps - have))
            .Select(count => new CapacityChange(PumpCount: count))
            .FirstOrDefault(c => Supports(c, FuelComponent.LowPressurePump));
        return change is null
            ? null
            : Evaluate(
                "secondPump",
                Sentence.Of(
                    $"{(change.PumpCount == have + 1 ? "Add a pump of the same kind" : Sentence.Of($"Fit {change.PumpCount} pumps of this kind"))}"
                        + $"{(_system.LowPressurePump.Driven ? ", fed by a relay and fuse of its own or a larger driver" : string.Empty)}"
                ),
                change,
                needs: RemedyNeeds.MorePumps
            );
    }

    private CapacityRemedy? LargerPump()
    {
        var pump = _system.LowPressurePump!;
        var first = Math.Ceiling((pump.AvailableLph.Value / pump.Count * LeastStep) / PumpStepLph) * PumpStepLph;
        var change = Steps(first, LargestPumpLph, PumpStepLph)
            .Select(flow => new CapacityChange(PumpFlowLph: flow))
            .FirstOrDefault(c => Supports(c, FuelComponent.LowPressurePump));
        var volts = pump.PumpV is { } v ? Sentence.Of($"{Say.Given(Math.Round(v, 1), Unit.Volt)}") : "the voltage at its plug";
        return change is null
            ? null
            : Evaluate(
                "largerPump",
                Sentence.Of(
                    $"Fit one pump of {Say.Lph(change.PumpFlowLph!.Value)} at {Say.Kpa(pump.GaugePressureKpa.Value)} and "
                        + $"{volts}{(pump.Driven ? ", with a driver that carries its current" : string.Empty)}"
                ),
                change,
                needs: RemedyNeeds.LargerPump
            );
    }

    private CapacityRemedy? LargerDirectInjectors()
    {
        if (_system.DirectInjectors is not { } direct)
        {
            return null;
        }

        var first = Math.Ceiling(direct.StaticGPerS.Value * LeastStep / DirectStepGPerS) * DirectStepGPerS;
        var change = Steps(first, direct.StaticGPerS.Value * MostTimes, DirectStepGPerS)
            .Select(flow => new CapacityChange(DirectInjectorGPerS: flow))
            .FirstOrDefault(c => Supports(c, FuelComponent.DirectInjection));
        return change is null
            ? null
            : Evaluate(
                "largerDirectInjectors",
                Sentence.Of($"Have direct injectors of {Say.Given(change.DirectInjectorGPerS!.Value, Unit.GPerS)} fitted"),
                change,
                needs: RemedyNeeds.DirectInjectors
            );
    }

    private CapacityRemedy? LargerHighPressurePump()
    {
        if (_system.HighPressurePump is not { } high)
        {
            return null;
        }

        var first = Math.Ceiling(high.DisplacementCcPerCamRev.Value * LeastStep / HighPressureStepCc) * HighPressureStepCc;
        var change = Steps(first, high.DisplacementCcPerCamRev.Value * MostTimes, HighPressureStepCc)
            .Select(cc => new CapacityChange(HighPressurePumpCcPerCamRev: Math.Round(cc, 2)))
            .FirstOrDefault(c => Supports(c, FuelComponent.HighPressurePump));
        return change is null
            ? null
            : Evaluate(
                "largerHighPressurePump",
                Sentence.Of($"Have a high-pressure pump of {Say.Given(change.HighPressurePumpCcPerCamRev!.Value, Unit.CcPerRev)} fitted"),
                change,
                needs: RemedyNeeds.HighPressurePump
            );
    }

    private CapacityRemedy? MoreThroughThePorts()
    {
        var have =
            _system.HasBothSets ? _system.PortSharePct?.Value
            : _system.Injectors is null ? 0
            : null;
        if (have is not { } share)
        {
            return null;
        }

        CapacityChange With(double sharePct, double flow) =>
            _system.HasBothSets
                ? new CapacityChange(PortSharePct: sharePct)
                : new CapacityChange(AddedPorts: new AddedPorts(_system.DirectInjectors?.Count ?? 4, flow), PortSharePct: sharePct);
        // A second set that carries less than this is not worth its rail.
        var first = Math.Max(LeastSharePct, (Math.Floor(share / ShareStepPct) + 1) * ShareStepPct);
        var shared = Steps(first, MostSharePct, ShareStepPct)
            .Select(s => With(s, LargestFlowCcMin))
            .FirstOrDefault(c => Supports(c, FuelComponent.DirectInjection) && Supports(c, FuelComponent.HighPressurePump));
        if (shared?.PortSharePct is not { } sharePct)
        {
            return null;
        }

        if (_system.HasBothSets)
        {
            return Supports(shared, FuelComponent.Injectors)
                ? Evaluate("portShare", Sentence.Of($"Let the ports carry {sharePct:0} %"), shared, needs: RemedyNeeds.PortShare)
                : null;
        }

        var sized = Steps(SmallestAddedCcMin, LargestFlowCcMin, FlowStepCcMin).Select(flow => With(sharePct, flow)).FirstOrDefault(c => Supports(c, FuelComponent.Injectors));
        return sized is null
            ? null
            : Evaluate(
                "portInjection",
                Sentence.Of($"Add injectors of {Say.CcPerMin(sized.AddedPorts!.RatedFlowCcMin)} in the ports, to carry {sharePct:0} %"),
                sized,
                needs: RemedyNeeds.PortInjection
            );
    }

    private bool Supports(CapacityChange change, FuelComponent component)
    {
        var changed = change.ApplyTo(_system);
        return !changed.Components.Contains(component) || CapacityLimits.UseOf(changed, component, _powerKw, _ethanolPct).IsSurelyOk;
    }

    private CapacityRemedy Evaluate(string code, Sentence what, CapacityChange change, double? powerKw = null, double? ethanolPct = null, Sentence? needs = null)
    {
        const string Then = "It then ";
        var limits = new CapacityLimits(change.ApplyTo(_system));
        var (power, ethanol) = (powerKw ?? _powerKw, ethanolPct ?? _ethanolPct);
        var (mostEthanol, mostPower, binding) = (limits.MaxEthanolPct(power), limits.MaxPowerKw(ethanol), limits.Binding(ethanol));
        var reach = mostEthanol is { } most
            ? Sentence.Of($"supports {ReachWords.Supported(most)} at {Say.Kw(power.Value)}")
            : Sentence.Of($"still cannot support E0 at {Say.Kw(power.Value)}");
        var text = Sentence.Of($"{what}. {Then}{reach}, and gives up to {Say.Kw(mostPower!.Value)} on {Say.Ethanol(ethanol.Value)}. {binding!.Value.Begins()} then the limit.");
        var templates = text.Template.Split($". {Then}", 2);
        return new CapacityRemedy(
            code,
            text.Text,
            what.Text,
            mostEthanol,
            mostPower,
            binding,
            limits.Uses(power, ethanol).All(u => u.IsSurelyOk),
            powerKw,
            ethanolPct,
            change,
            text.Template,
            templates[0],
            Then + templates[1],
            text.Values,
            needs
        );
    }

    private bool AllSurelyOk(Hazy powerKw, Hazy ethanolPct) => _limits.Uses(powerKw, ethanolPct).All(u => u.IsSurelyOk);

    /// <summary>From a first to a last, a step at a time: parts come in sizes.</summary>
    internal static IEnumerable<double> Steps(double first, double last, double step)
    {
        for (var i = 0; first + (i * step) <= last; i++)
        {
            yield return first + (i * step);
        }
    }
}
