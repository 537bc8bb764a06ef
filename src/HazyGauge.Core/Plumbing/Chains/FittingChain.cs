using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Chains;

/// <summary>A part of a chain, the way round it sits.</summary>
/// <param name="Code">Its code.</param>
/// <param name="Name">What it is called.</param>
/// <param name="InPort">Its end towards the first end of the line.</param>
/// <param name="OutPort">Its other end.</param>
public sealed record ChainPart(string Code, string Name, string InPort, string OutPort);

/// <summary>Parts in order that join two ends of a line.</summary>
/// <param name="Parts">The parts, from the first end to the second; hoses and sensor among them.</param>
/// <param name="LeakPoints">Joints that can leak.</param>
/// <param name="HoseMm">Hose that runs free between its joints, all pieces, mm; what is pushed over a barb comes on top.</param>
/// <param name="MinBoreMm">Narrowest bore, mm; null where there is no part.</param>
/// <param name="Cost">What has to be bought, in the shop's money; what lies on the shelf costs nothing, clamps are not counted.</param>
/// <param name="Optimal">True where no chain of the catalog that the check lets pass is better.</param>
/// <param name="Restriction">How much it restricts: 10 mm over the bore to the fourth power, of every part, half as much again for an elbow of 45 degrees and twice for 90.</param>
/// <param name="Loop">True where the parts are longer than the gap and the hose makes a loop.</param>
/// <param name="RigidMm">What the parts add to the line without hose, mm.</param>
/// <param name="Cautions">What the check of this chain cautions; empty where it has nothing to say.</param>
public sealed record FittingChain(
    IReadOnlyList<ChainPart> Parts,
    int LeakPoints,
    double HoseMm,
    double? MinBoreMm,
    double Cost,
    bool Optimal,
    double Restriction,
    bool Loop,
    double RigidMm,
    IReadOnlyList<ChainFinding> Cautions
);

/// <summary>The best chains there are.</summary>
/// <param name="Chains">Up to three, the best first, each of other parts.</param>
/// <param name="WhyNone">Why there is none, and which single part would make one possible; null where there is one.</param>
/// <param name="Proof">What was looked through, so that nothing better can be left; null where there is none.</param>
/// <param name="Why">The reason with its numbers, to be shown in the units chosen.</param>
public sealed record FittingChains(IReadOnlyList<FittingChain> Chains, string? WhyNone, string? Proof, Sentence? Why = null);

/// <summary>What counts how much where chains are compared: the lowest sum is the best.</summary>
/// <param name="LeakPoints">For a leak point.</param>
/// <param name="Cost">For one of the shop's money.</param>
/// <param name="Restriction">For one of restriction.</param>
public sealed record ChainWeights(double LeakPoints, double Cost, double Restriction);

/// <summary>Hose there is.</summary>
/// <param name="Code">The hose.</param>
/// <param name="LengthMm">Longest run it gives, mm.</param>
public sealed record HoseStock(string Code, double LengthMm);
