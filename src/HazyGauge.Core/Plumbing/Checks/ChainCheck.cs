using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Checks;

/// <summary>Checks a chain joint by joint and part by part, and says what would happen.</summary>
public static class ChainCheck
{
    // A worm-gear clamp is for lines without pressure (common practice, no source).
    private const double WormGearToKpa = 50;

    internal const string PressureUnknown = "pressureUnknown";
    internal const string HeatUnknown = "temperatureUnknown";
    internal const string TooMuchPressure = "tooMuchPressure";
    internal const string TooHot = "tooHot";
    internal const string NotRated = "notRated";
    internal const string TubeMaterialCode = "tubeMaterial";
    internal const string HandTightCode = "handTight";
    internal const string MissingCollarCode = "missingCollar";
    internal const string NarrowCode = "narrow";

    /// <summary>What the check comes to.</summary>
    /// <param name="chain">The chain.</param>
    /// <param name="made">How its joints are made up, in their order; later ones may be left out.</param>
    /// <param name="pressureKpa">Pressure in the line, kPa; null for that of an injection line.</param>
    /// <param name="hottestC">Hottest it gets along the line as it was measured, C; null where nobody did.</param>
    public static ChainCheckResult Of(MadeChain chain, IReadOnlyList<JointMade> made, double? pressureKpa, double? hottestC)
    {
        var kpa = pressureKpa ?? ChainRules.UsualLineKpa;
        var joints = chain.Joints.ToList();
        var sensors = chain.Parts.Where(p => p.Part.IsSensor).Select(p => p.Part.BoreMm).ToList();
        var line = PartRules.PassageMm(chain.From, chain.To, null);
        var passage = PartRules.PassageMm(chain.From, chain.To, sensors.Count == 0 ? null : sensors.Min());
        var findings = joints
            .SelectMany((j, i) => OfJoint(chain, i, j.Before, j.After, made.ElementAtOrDefault(i) ?? new JointMade(), kpa))
            .Concat(chain.Parts.SelectMany((_, i) => OfPart(chain, i, kpa, hottestC).Concat(OfBore(chain.Parts[i].Part, i, line, passage))))
            .OrderBy(f => f.Joint)
            .ThenByDescending(f => f.Severity)
            .ToList();
        var leaks = LeakList.Of(chain);
        return new ChainCheckResult(findings.TrueForAll(f => f.Severity != Severity.Stop), findings, leaks.Count, leaks);
    }

    private static IEnumerable<ChainFinding> OfJoint(MadeChain chain, int index, Port before, Port after, JointMade made, double kpa)
    {
        ChainFinding Finding(string code, Severity severity, Sentence text) => ChainFinding.Of(index + 1, code, severity, text);
        if (JointRules.Fault(before, after) is { } fault)
        {
            yield return Finding(fault.Code, Severity.Stop, fault.Text);
        }

        foreach (var asMade in OfMaking(before, after, made))
        {
            yield return Finding(asMade.Code, asMade.Severity, asMade.Text);
        }

        var isTapered = before.Type == PortType.TaperedPipe && after.Type == PortType.TaperedPipe;
        if (made.Sealant == true && !isTapered)
        {
            yield return Finding(
                "sealantOnStraight",
                Severity.Stop,
                $"Sealant on {Kind(before)}: it seals in another way, so sealant only comes loose and ends in the injectors. Clean it off."
            );
        }
        else if (isTapered)
        {
            yield return made.Sealant == false
                ? Finding("noSealant", Severity.Stop, "A tapered thread without sealant weeps fuel along the thread. Use a sealant its maker allows for ethanol.")
                : Finding("takesSealant", Severity.Info, "Tapered thread: it takes a sealant its maker allows for ethanol, and none on the first two turns.");
        }

        if ((before.IsHoseJoint && after.IsHoseJoint) || made.Clamp is not null)
        {
            foreach (var clamp in OfClamp(made.Clamp ?? Asked(chain, index), before.IsHoseJoint && after.IsHoseJoint, kpa))
            {
                yield return Finding(clamp.Code, clamp.Severity, clamp.Text);
            }
        }

        if (PartRules.IsFerruleJoint(before, after) && OfFerrule(made) is { } ferrule)
        {
            yield return Finding(ferrule.Code, ferrule.Severity, ferrule.Text);
        }

        if (before.Type == PortType.QuickConnect && after.Type == PortType.QuickConnect)
        {
            if (made.Clip == false)
            {
                yield return Finding(
                    "missingClip",
                    Severity.Stop,
                    "The retaining clip is missing: the joint holds until pressure or engine movement pulls it apart, and then it sprays. Do not run it without the clip."
                );
            }
            else if (Neighbors(chain, index).Any(p => p.Part.Clip == true))
            {
                yield return Finding("takesClip", Severity.Info, "It is home when it clicks and holds against a hard tug. Then the retaining clip goes back on.");
            }
        }
    }

    private static IEnumerable<(string Code, Severity Severity, Sentence Text)> OfMaking(Port before, Port after, JointMade made)
    {
        if (made.HandTight == true)
        {
            yield return (
                HandTightCode,
                Severity.Stop,
                "Hand tight, not torqued yet: it sprays as soon as the pump runs. Torque it to its maker's figure before the line is primed."
            );
        }

        if (made.Collar is { } collar)
        {
            yield return before.Type != PortType.Bead && after.Type != PortType.Bead
                ? ("collarNowhere", Severity.Caution, "A split collar has nothing to hold here: it closes behind a bead.")
            : collar ? ("collarHome", Severity.Info, "Both halves of the collar close behind the bead without a gap. It is a loose part: count it before and after.")
            : (MissingCollarCode, Severity.Stop, "The split collar is missing: the bead holds by the hose alone until pressure pushes it off. Do not run it without.");
        }
    }

    private static (string Code, Severity Severity, Sentence Text)? OfFerrule(JointMade made) =>
        PartRules.OfFerrule(made.Tube, made.Insert) switch
        {
            FerruleFit.Unknown => (
                TubeMaterialCode,
                Severity.Caution,
                "What is the tube made of? A ferrule holds on metal. On nylon it pulls off under pressure unless an insert stiffens the tube."
            ),
            FerruleFit.PullsOff => (
                "ferruleOnNylon",
                Severity.Stop,
                "A ferrule on nylon without an insert pulls off under pressure. Put the insert in, or join it as its maker says."
            ),
            FerruleFit.HoldsOnInsert => ("insertIn", Severity.Info, "The insert goes in all the way before the nut is tightened."),
            _ => null,
        };

    private static IEnumerable<(string Code, Severity Severity, Sentence Text)> OfClamp(ClampKind clamp, bool isHose, double kpa)
    {
        if (!isHose)
        {
            if (clamp != ClampKind.None)
            {
                yield return ("clampNowhere", Severity.Caution, "A clamp has nothing to hold here: this joint is no hose on a barb.");
            }
        }
        else if (clamp == ClampKind.None)
        {
            yield return ("missingClamp", Severity.Stop, Sentence.Of($"Hose without a clamp: {Say.Kpa(kpa)} pushes it off the barb."));
        }
        else if (clamp == ClampKind.WormGear)
        {
            yield return kpa > WormGearToKpa
                ? (
                    "wormGear",
                    Severity.Stop,
                    Sentence.Of(
                        $"A worm-gear clamp on a line with {Say.Kpa(kpa)}: its slots cut into the hose and it presses unevenly, so it weeps. Use a full-circle or "
                            + $"constant-tension clamp."
                    )
                )
                : ("wormGear", Severity.Info, "A worm-gear clamp will do without pressure; snug, not tight, or its slots cut the hose.");
        }
        else if (clamp == ClampKind.Ear)
        {
            yield return (
                "earPlace",
                Severity.Info,
                Sentence.Of($"An ear clamp sits {Say.Mm(ChainRules.ClampFromMm)} to {Say.Mm(ChainRules.ClampToMm)} from the end of the barb.")
            );
        }
    }

    private static IEnumerable<ChainFinding> OfPart(MadeChain chain, int index, double kpa, double? hottestC)
    {
        var part = chain.Parts[index].Part;
        ChainFinding Finding(string code, Severity severity, Sentence text) => ChainFinding.Of(index + 1, code, severity, text);
        if (!part.EthanolRated)
        {
            yield return Finding(
                NotRated,
                Severity.Stop,
                part.IsHose
                    ? $"{part.Name} is not rated for ethanol: it swells, goes soft and sheds bits into the injectors."
                    : $"{part.Name} is not rated for ethanol: its seals or its metal do not last in it."
            );
        }

        if (OfHeat(part, hottestC) is { } heat)
        {
            yield return Finding(heat.Code, heat.Severity, heat.Text);
        }

        var pressure = PartRules.OfPressure(part, kpa);
        if (pressure == PressureFit.TooMuch)
        {
            yield return Finding(
                TooMuchPressure,
                Severity.Stop,
                Sentence.Of($"{part.Name} is made for {Say.Kpa(part.MaxKpa!.Value)}{part.ReadFrom}, and the line has {Say.Kpa(kpa)}: it can burst.")
            );
        }
        else if (pressure == PressureFit.UnknownTooHigh)
        {
            yield return Finding(
                PressureUnknown,
                Severity.Stop,
                Sentence.Of($"Nobody knows what {part.Name} bears, and the line has {Say.Kpa(kpa)}: more than parts of a low-pressure line are made for. Do not use it there.")
            );
        }
        else if (pressure == PressureFit.Unknown)
        {
            yield return Finding(
                PressureUnknown,
                Severity.Caution,
                Sentence.Of($"Nobody knows what pressure {part.Name} bears; the line has {Say.Kpa(kpa)}. Read its class off the part, or ask its maker.")
            );
        }

        if (part.Ports.Count == 1)
        {
            yield return Finding("closed", Severity.Stop, $"{part.Name} has one end: it closes the line.");
        }
        else if (part.Ports.Count > 2)
        {
            yield return Finding("sidePort", Severity.Caution, $"{part.Name} has an end beside the line: it needs its plug or its pressure sensor, and it is a leak point too.");
        }
    }

    private static (string Code, Severity Severity, Sentence Text)? OfHeat(FittingPart part, double? hottestC) =>
        PartRules.OfHeat(part, hottestC) switch
        {
            HeatFit.TooHot => (
                TooHot,
                Severity.Stop,
                Sentence.Of(
                    $"{part.Name} is made for {Say.Celsius(part.MaxC!.Value)}{part.ReadFrom}, and it gets {Say.Celsius(hottestC!.Value)} there: it hardens or goes soft, "
                        + $"and leaks. Lead the line away from the heat, or take a part made for more."
                )
            ),
            HeatFit.UnknownTooHot => (
                HeatUnknown,
                Severity.Stop,
                Sentence.Of(
                    $"Nobody knows what heat {part.Name} bears, and it gets {Say.Celsius(hottestC!.Value)} there: more than parts of a low-pressure line are made for. Do "
                        + $"not use it there."
                )
            ),
            HeatFit.Unknown when part.MaxC is { } most => (
                HeatUnknown,
                Severity.Caution,
                Sentence.Of(
                    $"{part.Name} is made for {Say.Celsius(most)}{part.ReadFrom}, and under a hood it gets about {Say.Celsius(PartRules.UsualHottestC)} after a hot stop. "
                        + $"Measure how hot it gets where the line lies, and put it in at Place."
                )
            ),
            HeatFit.Unknown => (
                HeatUnknown,
                Severity.Caution,
                hottestC is { } hottest
                    ? Sentence.Of($"Nobody knows what heat {part.Name} bears, and it gets {Say.Celsius(hottest)} there. Read its class off the part, or ask its maker.")
                    : Sentence.Of(
                        $"Nobody knows what heat {part.Name} bears; under a hood it gets about {Say.Celsius(PartRules.UsualHottestC)}. Read its class off the part, or "
                            + $"ask its maker."
                    )
            ),
            _ => null,
        };

    // The sensor's own bore is what it is: only said.
    private static IEnumerable<ChainFinding> OfBore(FittingPart part, int index, double lineMm, double passageMm)
    {
        var among = part.IsSensor ? lineMm : passageMm;
        if (PartRules.IsNarrow(part, among))
        {
            yield return ChainFinding.Of(
                index + 1,
                NarrowCode,
                part.IsSensor ? Severity.Info : Severity.Caution,
                Sentence.Of(
                    $"{part.Name} is {Say.Mm(part.BoreMm, 1)} wide, the {(part.IsSensor || passageMm >= lineMm ? "line" : "sensor")} {Say.Mm(among, 1)}: "
                        + $"{Say.Percent(100 * PartRules.AreaLeft(part, among))} of the area is left, and pressure is lost there at full flow."
                )
            );
        }
    }

    // The clamp the parts beside a joint ask for; where none says, the one for injection lines.
    internal static ClampKind Asked(MadeChain chain, int index) =>
        Neighbors(chain, index).Select(p => p.Part.Clamp).FirstOrDefault(c => c is not null and not ClampKind.None) ?? ClampKind.FullCircle;

    internal static IEnumerable<SeatedPart> Neighbors(MadeChain chain, int index) =>
        new[] { index - 1, index }.Where(i => i >= 0 && i < chain.Parts.Count).Select(i => chain.Parts[i]);

    private static string Kind(Port port) =>
        port.Type switch
        {
            PortType.QuickConnect => "a quick connect",
            PortType.Flare => "a flare",
            PortType.ORingBoss => "an O-ring boss",
            PortType.Ferrule or PortType.PlainTube => "a ferrule",
            PortType.TaperedPipe => "a tapered thread against another end",
            _ => "a hose joint",
        };
}
