using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Plumbing.Chains;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Checks;

/// <summary>How a joint is made up, as far as somebody said.</summary>
/// <param name="Clamp">The clamp on it; left out, the one the parts ask for.</param>
/// <param name="Sealant">True where sealant is on the thread; left out, as it should be.</param>
/// <param name="Clip">False where the retaining clip is missing; left out, it is there.</param>
/// <param name="Joint">Id of the joint; left out, the joint at this place of the list.</param>
/// <param name="Tube">What the tube under a ferrule is made of; left out, nobody looked.</param>
/// <param name="Insert">True where an insert stiffens the tube from inside.</param>
/// <param name="HandTight">True where it is only made up by hand, and not torqued yet.</param>
/// <param name="Collar">Where a split collar holds a bead: true where both halves are on, false where they are missing; left out, there is none.</param>
public sealed record JointMade(
    ClampKind? Clamp = null,
    bool? Sealant = null,
    bool? Clip = null,
    string? Joint = null,
    TubeMaterial? Tube = null,
    bool? Insert = null,
    bool? HandTight = null,
    bool? Collar = null
);

/// <summary>What a tube is made of.</summary>
public enum TubeMaterial
{
    /// <summary>Steel.</summary>
    Steel,

    /// <summary>Copper and nickel.</summary>
    CopperNickel,

    /// <summary>Aluminium.</summary>
    Aluminium,

    /// <summary>Nylon.</summary>
    Nylon,
}

/// <summary>Something the check of a chain noticed.</summary>
/// <param name="Joint">The joint, counted from 1 at the first end; of a part the joint before it.</param>
/// <param name="Code">Stable name for programs.</param>
/// <param name="Severity">How much it matters.</param>
/// <param name="Text">What would happen, metric.</param>
/// <param name="Template">The same with a name in braces where a number stands.</param>
/// <param name="Values">The numbers by name, in metric units.</param>
public sealed record ChainFinding(int Joint, string Code, Severity Severity, string Text, string Template, IReadOnlyDictionary<string, SentenceValue> Values)
{
    /// <summary>A finding that says a sentence.</summary>
    internal static ChainFinding Of(int joint, string code, Severity severity, Sentence sentence) => new(joint, code, severity, sentence.Text, sentence.Template, sentence.Values);
}

/// <summary>A joint that can leak.</summary>
/// <param name="Number">Its number on the leak list, from 1.</param>
/// <param name="Name">Between what.</param>
/// <param name="Seal">What keeps it tight.</param>
/// <param name="Asks">What of it can be made up wrongly; null for nothing.</param>
/// <param name="ShouldBe">How it should be, where that is yes or no.</param>
/// <param name="Id">Its id, which stays as long as the two things it is between; null where they have none.</param>
/// <param name="HasBead">True where a bead is in it, which a split collar may hold.</param>
public sealed record LeakPoint(int Number, string Name, string Seal, JointQuestion? Asks = null, bool? ShouldBe = null, string? Id = null, bool? HasBead = null);

/// <summary>What of a joint can be made up wrongly.</summary>
public enum JointQuestion
{
    /// <summary>Which clamp is on it.</summary>
    Clamp,

    /// <summary>Whether sealant is on it.</summary>
    Sealant,

    /// <summary>Whether its retaining clip is there.</summary>
    Clip,

    /// <summary>What the tube under its ferrule is made of.</summary>
    Tube,
}

/// <summary>What a check of a chain comes to.</summary>
/// <param name="Ok">True where nothing forbids it.</param>
/// <param name="Findings">What it noticed, joint by joint.</param>
/// <param name="LeakPoints">How many joints can leak.</param>
/// <param name="Joints">Them by number and name.</param>
public sealed record ChainCheckResult(bool Ok, IReadOnlyList<ChainFinding> Findings, int LeakPoints, IReadOnlyList<LeakPoint> Joints);

/// <summary>Do these parts go together in this order?</summary>
/// <param name="Parts">Codes of the parts, from the first end to the second; which way round they sit is found.</param>
/// <param name="From">The stock line's end towards the tank, by the code of its port.</param>
/// <param name="To">The stock line's end towards the engine.</param>
/// <param name="Joints">How the joints are made up, in their order; later ones may be left out.</param>
/// <param name="PressureKpa">Pressure in the line, kPa; left out, that of an injection line.</param>
/// <param name="Catalogue">Parts the codes stand for; left out, the shop's catalog.</param>
/// <param name="HottestC">Hottest it gets along the line as it was measured, C; left out, nobody did.</param>
public sealed record ChainCheckQuery(
    [MostItems(ChainCheckQuery.MostParts)] IReadOnlyList<string> Parts,
    string From,
    string To,
    [MostItems(ChainCheckQuery.MostParts + 1)] IReadOnlyList<JointMade>? Joints = null,
    double? PressureKpa = null,
    [MostItems(FittingChainQuery.MostParts)] IReadOnlyList<FittingPart>? Catalogue = null,
    double? HottestC = null
)
{
    /// <summary>Most parts in a row.</summary>
    public const int MostParts = 40;

    /// <summary>Highest pressure a line may be given, kPa.</summary>
    internal const double MostKpa = 100_000;

    /// <summary>The least heat a line may be said to lie in, C.</summary>
    internal const double LeastC = -40;

    /// <summary>The most, C.</summary>
    internal const double MostC = 300;

    /// <summary>What the check comes to.</summary>
    /// <param name="shop">The shop's catalog, for where none is sent.</param>
    /// <exception cref="RefusedInputException">An end or a part is unknown.</exception>
    public ChainCheckResult Answer(IReadOnlyList<FittingPart> shop)
    {
        var check = new InputCheck();
        for (var i = 0; i < (Catalogue?.Count ?? 0); i++)
        {
            Catalogue![i].Check(check, $"catalogue[{i}].");
        }

        if (Parts.Count > MostParts)
        {
            check.Refuse("parts", $"A chain has at most {MostParts} parts.");
        }

        var chain = new List<FittingPart>();
        foreach (var code in Parts.Take(MostParts))
        {
            if ((Catalogue ?? shop).FirstOrDefault(p => p.Code.Equals(code, StringComparison.OrdinalIgnoreCase)) is { } part)
            {
                chain.Add(part);
            }
            else
            {
                check.Refuse("parts", $"There is no part called '{Wording.Quoted(code)}' in the catalog.");
            }
        }

        var (from, to) = (PortCatalogue.Find(From), PortCatalogue.Find(To));
        CheckRest(check, from, to);
        check.ThrowIfAny();
        return ChainCheck.Of(MadeChain.Of(chain, from!, to!), Joints ?? [], PressureKpa, HottestC);
    }

    private void CheckRest(InputCheck check, Port? from, Port? to)
    {
        foreach (var (field, code, port) in new[] { ("from", From, from), ("to", To, to) })
        {
            if (port is null)
            {
                check.Refuse(field, $"There is no end called '{Wording.Quoted(code)}'. The catalog lists them.");
            }
        }

        check
            .Within(PressureKpa, 0, MostKpa, "pressureKpa", "The pressure in the line", Unit.Kpa)
            .Within(HottestC, LeastC, MostC, "hottestC", "The heat along the line", Unit.Celsius);
        if (Joints is { } joints && joints.Count > Parts.Count + 1)
        {
            check.Refuse("joints", Sentence.Of($"{Parts.Count:0} parts have {Parts.Count + 1:0} joints; {joints.Count:0} are given."));
        }
    }
}
