using System.Globalization;
using HazyGauge.Core.Parts;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Plumbing.Ports;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Plumbing.Kit;

/// <summary>A part of a chain on the shopping list.</summary>
/// <param name="Code">Its code.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Quantity">How many the chain takes.</param>
/// <param name="OnShelf">How many of them lie on the shop's shelf.</param>
/// <param name="Cost">What one costs; null where that is not known.</param>
/// <param name="Class">What it is made for, and where that was read; null where nothing is known of it.</param>
public sealed record KitPart(string Code, string Name, int Quantity, int OnShelf, double? Cost, Sentence? Class = null)
{
    /// <summary>How many have to be bought.</summary>
    public int ToBuy => Math.Max(0, Quantity - OnShelf);
}

/// <summary>A tool or something that is used up.</summary>
/// <param name="Item">Its name in addresses.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Kind">Tool or consumable.</param>
/// <param name="Why">What it is for.</param>
public sealed record KitTool(string Item, Sentence Name, PartKind Kind, Sentence Why);

/// <summary>What has to lie on the bench before a chain is made up.</summary>
/// <param name="Parts">The parts, hoses and clamps.</param>
/// <param name="Tools">The tools, then what is used up.</param>
/// <param name="CostToBuy">What the parts to buy cost together, in the shop's money; clamps are not counted.</param>
public sealed record ChainKit(IReadOnlyList<KitPart> Parts, IReadOnlyList<KitTool> Tools, double CostToBuy)
{
    private const double InchMm = 25.4;
    private const int SixteenthsInInch = 16;

    /// <summary>The kit of a chain.</summary>
    /// <param name="chain">The chain.</param>
    /// <param name="made">How its joints are made up.</param>
    public static ChainKit Of(MadeChain chain, IReadOnlyList<JointMade> made)
    {
        var parts = chain
            .Parts.GroupBy(p => p.Part.Code, StringComparer.OrdinalIgnoreCase)
            .Select(g => new KitPart(g.Key, g.First().Part.Name, g.Count(), Math.Min(g.Count(), g.First().Part.OnShelf ?? 0), g.First().Part.Cost, ClassOf(g.First().Part)))
            .ToList();
        return new ChainKit(
            [.. parts, .. ClampsFor(chain, made), .. CollarsFor(chain, made)],
            [.. ForJoints(chain, made), .. ForCutsAndJoins(chain)],
            parts.Sum(p => p.ToBuy * (p.Cost ?? 0))
        );
    }

    /// <summary>What of it goes onto the buying list of a job. What a catalog says of a class is not what is printed on the part that comes.</summary>
    /// <param name="kpa">The most the line may hold, kPa.</param>
    /// <param name="hottestC">The hottest it gets along it, C.</param>
    public IEnumerable<NeededPart> ToBuy(double kpa, double hottestC) =>
        [
            .. Parts
                .Where(p => p.ToBuy > 0)
                .Select(p => new NeededPart(
                    ItemOf(p),
                    p.Name,
                    PartKind.Part,
                    p.Class is null
                        ? "For the chain at Route."
                        : Sentence.Of($"For the chain at Route. Read off it before it goes in: for ethanol, at least {Say.Kpa(kpa)} and {Say.Celsius(hottestC)}."),
                    p.ToBuy,
                    ["route", "fit"],
                    p.Cost
                )),
            .. Tools.Select(t => new NeededPart(t.Item, t.Name, t.Kind, t.Why, 1, t.Kind == PartKind.Tool ? ["fit"] : [])),
        ];

    private static Sentence? ClassOf(FittingPart part) =>
        (part.MaxKpa, part.MaxC) switch
        {
            ({ } kpa, { } hottest) => Sentence.Of($"Made for {Say.Kpa(kpa)} and {Say.Celsius(hottest)}{part.ReadFrom}."),
            ({ } kpa, null) => Sentence.Of($"Made for {Say.Kpa(kpa)}{part.ReadFrom}; for what heat is not known."),
            (null, { } hottest) => Sentence.Of($"Made for {Say.Celsius(hottest)}{part.ReadFrom}; for what pressure is not known."),
            _ => "For what pressure and heat is not known.",
        };

    // The sensor is one line, whoever asks for it.
    private static string ItemOf(KitPart part) => part.Cost is null || part.Code == FittingPart.SensorCode ? ItemName.Of(part.Code) : $"fitting-{ItemName.Of(part.Code)}";

    private static IEnumerable<KitPart> ClampsFor(MadeChain chain, IReadOnlyList<JointMade> made) =>
        chain
            .Joints.Select(
                (j, i) =>
                    (
                        Hose: new[] { j.Before, j.After }.FirstOrDefault(p => p.Type == PortType.HoseEnd),
                        Clamp: made.ElementAtOrDefault(i)?.Clamp ?? ChainCheck.Asked(chain, i),
                        j.Before,
                        j.After
                    )
            )
            .Where(j => j.Hose is not null && j.Before.IsHoseJoint && j.After.IsHoseJoint && j.Clamp != ClampKind.None)
            .GroupBy(j => (j.Hose!.Size, j.Clamp))
            .Select(g => new KitPart(
                $"clamp-{Word(g.Key.Clamp).Replace(' ', '-')}-{g.First().Hose!.Code}",
                $"{Wording.Begun(Word(g.Key.Clamp))} clamp for {g.Key.Size} hose",
                g.Count(),
                0,
                null
            ));

    private static IEnumerable<KitPart> CollarsFor(MadeChain chain, IReadOnlyList<JointMade> made) =>
        chain
            .Joints.Select((j, i) => (Bead: new[] { j.Before, j.After }.FirstOrDefault(p => p.Type == PortType.Bead), made.ElementAtOrDefault(i)?.Collar))
            .Where(j => j is { Bead: not null, Collar: not null })
            .GroupBy(j => j.Bead!.Size)
            .Select(g => new KitPart($"split-collar-{g.First().Bead!.Code}", $"Split collar for a bead of {g.Key}, both halves", g.Count(), 0, null));

    private static IEnumerable<KitTool> ForJoints(MadeChain chain, IReadOnlyList<JointMade> made)
    {
        var joints = chain.Joints.ToList();
        foreach (var size in new[] { chain.From, chain.To }.Where(p => p.Type == PortType.QuickConnect).Select(p => p.Size).Distinct())
        {
            yield return Tool($"disconnect-tool-{ItemName.Of(size)}", $"Disconnect tool {size}", "Opens the quick connect of the stock line without breaking its retainer.");
        }

        var screwed = chain
            .Parts.Where(p => new[] { p.In, p.Out }.Any(e => e.Thread is not null || e.Type == PortType.Ferrule))
            .SelectMany(p => p.Part.WrenchesMm ?? [])
            .Distinct()
            .Order()
            .ToList();
        foreach (var mm in screwed)
        {
            yield return Tool(
                FormattableString.Invariant($"wrench-{mm:0}-mm"),
                $"Wrench {WrenchSize(mm)}",
                joints.Any(j => j.Before.Type == PortType.Flare && j.After.Type == PortType.Flare) ? "Two wrenches on a flare: one holds, one turns." : "For the threaded joints."
            );
        }

        if (screwed.Count > 0)
        {
            yield return Tool("aluminum-wrenches", "Aluminum wrenches", "They spare the finish of flare fittings.");
        }

        var clamps = joints
            .Select((j, i) => j.Before.IsHoseJoint && j.After.IsHoseJoint ? made.ElementAtOrDefault(i)?.Clamp ?? ChainCheck.Asked(chain, i) : ClampKind.None)
            .Distinct()
            .ToList();
        if (clamps.Any(c => c is ClampKind.FullCircle or ClampKind.WormGear))
        {
            yield return Tool("driver-7-mm", "Driver 7 mm", "Tightens screwed clamps.");
        }

        if (clamps.Contains(ClampKind.ConstantTension))
        {
            yield return Tool("clamp-pliers", "Clamp pliers", "Open constant-tension clamps.");
        }

        if (clamps.Contains(ClampKind.Ear))
        {
            yield return Tool("ear-pliers", "Pincers for ear clamps", "Close the ear.");
        }
    }

    private static IEnumerable<KitTool> ForCutsAndJoins(MadeChain chain)
    {
        var joints = chain.Joints.ToList();
        if (chain.Parts.Any(p => p.Part.IsHose))
        {
            yield return Tool("hose-cutter", "Hose cutter", "Hose is cut square.");
            yield return Used("light-oil", "Light oil, safe for fuel", "A little on barb and O-ring: hose and quick connects go on easier.");
        }

        if (joints.Any(j => j.Before.Type == PortType.PlainTube || j.After.Type == PortType.PlainTube))
        {
            yield return Tool("tube-cutter", "Tube cutter and deburring tool", "A cut tube has to be square and free of chips.");
        }

        if (joints.Any(j => j.Before.Type == PortType.TaperedPipe && j.After.Type == PortType.TaperedPipe))
        {
            yield return Used("thread-sealant", "Thread sealant its maker allows for ethanol", "For the tapered threads, and for nothing else.");
        }

        yield return Used("caps", "Caps for open ends", "Keep dirt out of line, sensor and hose until they are joined.");
        yield return Used("rags", "Rags and a tray", "Fuel runs out of every joint that is opened.");
    }

    // Sold in both: the nearest sixteenth beside the millimeters, where it is as good as the same.
    private static string WrenchSize(double mm)
    {
        var sixteenths = (int)Math.Round(mm / InchMm * SixteenthsInInch);
        var isSame = Math.Abs((sixteenths * InchMm / SixteenthsInInch) - mm) < 0.3;
        return string.Create(CultureInfo.InvariantCulture, $"{mm:0.#} mm{(isSame ? $" ({Inches(sixteenths)} in)" : string.Empty)}");
    }

    private static string Inches(int sixteenths)
    {
        var (whole, part) = (sixteenths / SixteenthsInInch, sixteenths % SixteenthsInInch);
        var divisor = part == 0 ? SixteenthsInInch : (int)System.Numerics.BigInteger.GreatestCommonDivisor(part, SixteenthsInInch);
        var fraction = part == 0 ? string.Empty : $"{part / divisor}/{SixteenthsInInch / divisor}";
        return whole == 0 ? fraction
            : part == 0 ? $"{whole}"
            : $"{whole} {fraction}";
    }

    private static KitTool Tool(string item, Sentence name, Sentence why) => new(item, name, PartKind.Tool, why);

    private static KitTool Used(string item, Sentence name, Sentence why) => new(item, name, PartKind.Consumable, why);

    /// <summary>A clamp inside a sentence.</summary>
    private static string Word(ClampKind clamp) =>
        clamp switch
        {
            ClampKind.WormGear => "worm-gear",
            ClampKind.ConstantTension => "constant-tension",
            ClampKind.Ear => "ear",
            _ => "full-circle",
        };
}
