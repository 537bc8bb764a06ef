namespace HazyGauge.Core.Plumbing.Ports;

/// <summary>
/// The ends there are. Tube sizes of quick connects after SAE J2044, threads by dash size after SAE J514 and J1926-1, tapered threads after
/// ASME B1.20.1; hose bores from memory.
/// </summary>
public static class PortCatalogue
{
    // Tube of 5/16, 3/8 and 1/2 in, its bore, and the bore of the hose that goes over a bead on it.
    private static readonly (string Key, string Size, double BoreMm, string HoseKey)[] Tubes =
    [
        ("5-16", "5/16 in", 6, "8"),
        ("3-8", "3/8 in", 7.5, "9-5"),
        ("1-2", "1/2 in", 10, "12-7"),
    ];

    private static readonly (int Dash, double BoreMm, string Thread)[] Dashes =
    [
        (4, 4.5, "7/16-20"),
        (6, 7.5, "9/16-18"),
        (8, 10, "3/4-16"),
        (10, 12.5, "7/8-14"),
        (12, 16, "1 1/16-12"),
    ];

    private static readonly (string Key, string Size, double BoreMm, string Thread)[] Pipes =
    [
        ("1-8", "1/8 in", 5, "1/8-27"),
        ("1-4", "1/4 in", 7.5, "1/4-18"),
        ("3-8", "3/8 in", 10, "3/8-18"),
    ];

    // A hose end takes the barb of its size, and that is as wide as the line gets there.
    private static readonly (string Key, string Size, double BoreMm)[] Barbs =
    [
        ("6", "6 mm (1/4 in)", 4.5),
        ("8", "8 mm (5/16 in)", 6),
        ("9-5", "9.5 mm (3/8 in)", 7.5),
        ("12-7", "12.7 mm (1/2 in)", 10),
    ];

    private static readonly (int Dash, double BoreMm, string Bore)[] DashHoses = [(6, 7.5, "8.7 mm"), (8, 10, "11.1 mm"), (10, 12.5, "14.2 mm")];

    private static readonly (string Code, Retainer Retainer, string Words)[] Retainers =
    [
        ("tab", Retainer.Tab, "tab retainer"),
        ("ring", Retainer.Ring, "ring retainer"),
        ("slide", Retainer.SlideLock, "slide lock"),
    ];

    /// <summary>All ends, the commonest first.</summary>
    public static readonly IReadOnlyList<Port> All = [.. Made()];

    private static readonly Dictionary<string, Port> ByCode = All.ToDictionary(p => p.Code, StringComparer.OrdinalIgnoreCase);

    /// <summary>Pairs that go together.</summary>
    public static readonly IReadOnlyList<IReadOnlyList<string>> Mates =
    [
        .. All.SelectMany((a, i) => All.Skip(i + 1).Where(b => JointRules.Mate(a, b)).Select(b => (IReadOnlyList<string>)[a.Code, b.Code])),
    ];

    /// <summary>An end by its code; null where there is none.</summary>
    public static Port? Find(string? code) => code is null ? null : ByCode.GetValueOrDefault(code.Trim());

    /// <summary>Bore of the hose that goes over a beaded tube of a size, as hose ends are named.</summary>
    internal static string? HoseOverBead(string size) => Tubes.Where(t => t.Size == size).Select(t => Barbs.First(b => b.Key == t.HoseKey).Size).FirstOrDefault();

    private static IEnumerable<Port> Made() =>
        Tubes
            .SelectMany(QuickConnects)
            .Concat(Dashes.SelectMany(d => Pair($"flare-{d.Dash}", PortType.Flare, "37-degree flare", $"#{d.Dash}", d.BoreMm, d.Thread)))
            .Concat(Dashes.SelectMany(d => Pair($"orb-{d.Dash}", PortType.ORingBoss, "O-ring boss", $"#{d.Dash}", d.BoreMm, d.Thread)))
            .Concat(Pipes.SelectMany(p => Pair($"pipe-{p.Key}", PortType.TaperedPipe, "tapered pipe thread", p.Size, p.BoreMm, p.Thread)))
            .Concat(
                Barbs.SelectMany(b =>
                    new[]
                    {
                        Of($"barb-{b.Key}", PortType.HoseBarb, $"hose barb {b.Size}", b.Size, PortGender.Male, b.BoreMm),
                        Of($"hose-{b.Key}", PortType.HoseEnd, $"hose end {b.Size} bore", b.Size, PortGender.Female, b.BoreMm),
                    }
                )
            )
            .Concat(
                Tubes.SelectMany(t =>
                    new[]
                    {
                        Of($"bead-{t.Key}", PortType.Bead, $"beaded tube {t.Size}", t.Size, PortGender.Male, t.BoreMm),
                        Of($"tube-{t.Key}", PortType.PlainTube, $"plain tube {t.Size}", t.Size, PortGender.Male, t.BoreMm),
                        Of($"ferrule-{t.Key}", PortType.Ferrule, $"ferrule nut for {t.Size} tube", t.Size, PortGender.Female, t.BoreMm),
                    }
                )
            )
            .Concat(
                DashHoses.SelectMany(d =>
                    new[]
                    {
                        Of($"socket-{d.Dash}", PortType.HoseSocket, $"hose socket #{d.Dash}", $"#{d.Dash}", PortGender.Male, d.BoreMm),
                        Of($"dash-hose-{d.Dash}", PortType.DashHose, $"dash hose #{d.Dash}, {d.Bore} bore", $"#{d.Dash}", PortGender.Female, d.BoreMm),
                    }
                )
            );

    private static IEnumerable<Port> QuickConnects((string Key, string Size, double BoreMm, string HoseKey) tube) =>
        Retainers
            .Select(r =>
                Of($"qc-{tube.Key}-f-{r.Code}", PortType.QuickConnect, $"quick connect {tube.Size}, female, {r.Words}", tube.Size, PortGender.Female, tube.BoreMm) with
                {
                    Retainer = r.Retainer,
                }
            )
            .Prepend(Of($"qc-{tube.Key}-m", PortType.QuickConnect, $"quick connect {tube.Size}, male", tube.Size, PortGender.Male, tube.BoreMm));

    private static IEnumerable<Port> Pair(string code, PortType type, string name, string size, double boreMm, string thread) =>
        new[] { ("m", "male", PortGender.Male), ("f", "female", PortGender.Female) }.Select(half =>
            Of($"{code}-{half.Item1}", type, $"{name} {size}, {half.Item2}", size, half.Item3, boreMm) with
            {
                Thread = thread,
            }
        );

    private static Port Of(string code, PortType type, string name, string size, PortGender gender, double boreMm) => new(code, type, name, size, gender) { BoreMm = boreMm };
}
