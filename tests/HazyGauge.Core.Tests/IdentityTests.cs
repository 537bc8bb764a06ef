using System.Text.Json.Nodes;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Identity;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Plumbing.Checks;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Capacity;
using HazyGauge.Core.Stations.Compensate;
using HazyGauge.Core.Stations.Harness;
using HazyGauge.Core.Stations.Route;
using HazyGauge.Core.Stations.Signal;
using HazyGauge.Core.Stations.Survey;

namespace HazyGauge.Core.Tests;

/// <summary>Ids are given once and stand for one thing for good, whoever edits and however.</summary>
public class IdentityTests
{
    private static readonly IdentifiedList Chain = new("chain", "part") { Same = ["code"], KnownBy = ["code"] };
    private static readonly IdentifiedList Users = new("users", "user")
    {
        Same = ["kind"],
        KnownBy = ["name"],
        NamedBy = "name",
    };

    /// <summary>A document of things by their codes, as a client without ids sends it.</summary>
    private static JsonObject Of(params string[] codes) => new() { ["chain"] = new JsonArray([.. codes.Select(c => (JsonNode)new JsonObject { ["code"] = c })]) };

    private static string[] Ids(JsonObject document) => [.. document["chain"]!.AsArray().Select(t => (string)t!["id"]!)];

    private static JsonObject Given(JsonObject document, JsonObject? last = null, params JsonObject[] older)
    {
        var copy = (JsonObject)document.DeepClone();
        Identities.Give([Chain], copy, last, () => older);
        return copy;
    }

    [Fact]
    public void Without_ids_equal_things_keep_theirs_in_order_and_only_what_is_left_over_is_new()
    {
        var first = Given(Of("a", "b", "a"));
        Ids(first).ShouldBe(["part1", "part2", "part3"]);

        // As many as before: all keep them, in whatever order they come.
        Ids(Given(Of("a", "b", "a"), first)).ShouldBe(["part1", "part2", "part3"]);
        Ids(Given(Of("b", "a", "a"), first)).ShouldBe(["part2", "part1", "part3"]);
        Ids(Given(Of("a", "a", "c", "b", "a"), first)).ShouldBe(["part1", "part3", "part4", "part2", "part5"]);
        var fewer = Given(Of("a", "b"), first);
        Ids(fewer).ShouldBe(["part1", "part2"]);

        // What had an id once never gives it to another thing.
        Ids(Given(Of("a", "b", "c"), fewer, first)).ShouldBe(["part1", "part2", "part4"]);
        Ids(Given(Of("a", "b", "a"), fewer, first)).ShouldBe(["part1", "part2", "part4"]);
    }

    [Fact]
    public void An_id_that_is_sent_stays_unless_it_stands_for_another_thing()
    {
        var first = Given(Of("a", "b"));
        JsonObject Sent(params (string Code, string? Id)[] things) =>
            new()
            {
                ["chain"] = new JsonArray([
                    .. things.Select(t => (JsonNode)(t.Id is null ? new JsonObject { ["code"] = t.Code } : new JsonObject { ["code"] = t.Code, ["id"] = t.Id })),
                ]),
            };
        Ids(Given(Sent(("b", "part2"), ("a", "part1"), ("a", "mine")), first)).ShouldBe(["part2", "part1", "mine"]);
        Ids(Given(Sent(("b", "part2"), ("a", null)), first)).ShouldBe(["part2", "part3"]);

        // Another part in its place, the same id twice, an id that stood for another part once.
        Ids(Given(Sent(("c", "part1"), ("b", "part2")), first)).ShouldBe(["part3", "part2"]);
        Ids(Given(Sent(("a", "part1"), ("a", "part1")), first)).ShouldBe(["part1", "part3"]);
        Ids(Given(Sent(("c", "part1")), Given(Of("b"), first), first)).ShouldNotContain("part1");

        // Undone, it is the part it was.
        Ids(Given(Sent(("a", "part1"), ("b", "part2")), Given(Sent(("b", "part2")), first), first)).ShouldBe(["part1", "part2"]);
        foreach (var bad in new[] { "1", "", "ä", "a b", "a~b", new string('a', 33) })
        {
            Should.Throw<RefusedInputException>(() => Given(Sent(("a", bad)))).Errors.Keys.ShouldBe(["chain[0].id"]);
        }
    }

    [Fact]
    public void A_renamed_user_keeps_its_id_and_a_new_one_is_named_by_what_it_is_called()
    {
        JsonObject With(params JsonObject[] users) => new() { ["users"] = new JsonArray([.. users]) };
        JsonObject Give(JsonObject document, JsonObject? last)
        {
            Identities.Give([Users], document, last, () => []);
            return document;
        }

        JsonObject User(string kind, string name, string? id = null) =>
            id is null
                ? new() { ["kind"] = kind, ["name"] = name }
                : new()
                {
                    ["kind"] = kind,
                    ["name"] = name,
                    ["id"] = id,
                };
        string[] Named(JsonObject document) => [.. document["users"]!.AsArray().Select(t => (string)t!["id"]!)];
        var first = Give(With(User("gauge", "Cabin gauge"), User("gauge", "Cabin gauge"), User("reader", "3rd eye")), null);
        Named(first).ShouldBe(["cabin-gauge", "cabin-gauge-2", "user-3rd-eye"]);
        Named(Give(With(User("gauge", "Dash", "cabin-gauge-2"), User("gateway", "Cabin gauge", "cabin-gauge")), first)).ShouldBe(["cabin-gauge-2", "cabin-gauge-3"]);
    }

    /// <summary>Shown on the way of a page that keeps ids, and on that of a client that never sends one: 300 edits each, from several beginnings.</summary>
    [Theory]
    [InlineData(Client.GivesIds, 1)]
    [InlineData(Client.GivesIds, 2)]
    [InlineData(Client.KeepsIds, 3)]
    [InlineData(Client.KeepsIds, 4)]
    [InlineData(Client.SendsNone, 5)]
    [InlineData(Client.SendsNone, 6)]
    public void No_signature_ever_stands_on_another_joint_than_it_was_given_on(Client client, int seed)
    {
        var random = new Random(seed);
        var history = new List<JsonObject>();
        JsonObject? last = null;

        // What the mechanic sees: each part is one piece of metal, known by a number of its own.
        var pieces = new List<(int Piece, string Code, string? Id)>();
        var undo = new Stack<List<(int Piece, string Code, string? Id)>>();
        var (next, signed) = (0, new Dictionary<string, (int Before, int After, string Codes)>());
        for (var edit = 0; edit < 300; edit++)
        {
            pieces = Edited(pieces, undo, random, ref next);
            var document = new JsonObject { ["chain"] = new JsonArray([.. pieces.Select(p => (JsonNode)Sent(p, client, pieces.TrueForAll(q => q.Id is null)))]) };
            Identities.Give([Chain], document, last, () => history);
            history.Add(last = document);
            var ids = Ids(document);
            ids.Distinct().Count().ShouldBe(ids.Length);
            pieces = [.. pieces.Select((p, i) => p with { Id = ids[i] })];
            for (var i = 0; i + 1 < pieces.Count; i++)
            {
                var (joint, here) = (ThingId.OfBetween(ids[i], ids[i + 1])!, (pieces[i].Piece, pieces[i + 1].Piece, $"{pieces[i].Code}-{pieces[i + 1].Code}"));
                if (!signed.TryGetValue(joint, out var was))
                {
                    signed[joint] = here;
                }
                else if (client != Client.SendsNone)
                {
                    // Not only the same kind of parts: the same two pieces of metal.
                    was.ShouldBe(here, $"edit {edit}, {joint}");
                }
                else
                {
                    was.Codes.ShouldBe(here.Item3, $"edit {edit}, {joint}");
                }
            }
        }

        signed.Count.ShouldBeGreaterThan(100);
    }

    // The page gives new parts ids of its own; another client keeps those it knows, and leaves new ones to the program.
    private static JsonObject Sent((int Piece, string Code, string? Id) part, Client client, bool areAllNew) =>
        client == Client.SendsNone ? new() { ["code"] = part.Code }
        : part.Id is not null ? new() { ["code"] = part.Code, ["id"] = part.Id }
        : client == Client.GivesIds || areAllNew ? new() { ["code"] = part.Code, ["id"] = $"n{part.Piece}" }
        : new() { ["code"] = part.Code };

    /// <summary>What a client does about ids.</summary>
    public enum Client
    {
        /// <summary>It gives new parts ids of its own.</summary>
        GivesIds,

        /// <summary>It keeps those it was told.</summary>
        KeepsIds,

        /// <summary>It knows of none.</summary>
        SendsNone,
    }

    // Insert, remove, move, put another in its place, undo.
    private static List<(int Piece, string Code, string? Id)> Edited(
        List<(int Piece, string Code, string? Id)> pieces,
        Stack<List<(int Piece, string Code, string? Id)>> undo,
        Random random,
        ref int next
    )
    {
        string[] codes = ["barb", "hose", "sensor", "elbow"];
        undo.Push([.. pieces]);
        switch (random.Next(6))
        {
            case 0 or 1 when pieces.Count < 12:
                pieces.Insert(random.Next(pieces.Count + 1), (next++, codes[random.Next(codes.Length)], null));
                return pieces;
            case 2 when pieces.Count > 0:
                pieces.RemoveAt(random.Next(pieces.Count));
                return pieces;
            case 3 when pieces.Count > 1:
                var moved = pieces[random.Next(pieces.Count)];
                pieces.Remove(moved);
                pieces.Insert(random.Next(pieces.Count + 1), moved);
                return pieces;
            case 4 when pieces.Count > 0:
                pieces[random.Next(pieces.Count)] = (next++, codes[random.Next(codes.Length)], null);
                return pieces;
            default:
                undo.Pop();
                return undo.Count > 0 ? undo.Pop() : pieces;
        }
    }

    [Fact]
    public void A_joint_is_between_two_things_and_what_is_said_of_it_stays_with_it()
    {
        FittingPartOf("sensor", "s").Id.ShouldBe("s");
        var chain = new[] { FittingPartOf("qc-3-8-f-ring", "a"), FittingPartOf("sensor", "s"), FittingPartOf("qc-3-8-f-ring", "b") };
        RouteResults Evaluate(RoutePlan plan) => new RouteStation().Evaluate(plan, new StationContext(new Haze.HazeLedger()));
        var plan = new RoutePlan
        {
            From = "qc-3-8-f-ring",
            To = "qc-3-8-m",
            Chain = chain,
        };
        var ids = Evaluate(plan).Leaks.Select(l => l.Id!).ToList();
        ids.ShouldBe(["tank-qc-3-8-f-ring~a", "a~s", "s~b", "b~engine-qc-3-8-m"]);

        // Without a clip at the joint a~s; turned about, taken out, put back.
        var said = plan with { Joints = [new JointMade(Clip: false, Joint: "a~s")] };
        string? About(RoutePlan p) => Evaluate(p).Findings.FirstOrDefault(f => f.Code == "missingClip")?.About;
        About(said).ShouldBe("a~s");
        About(said with { Chain = [chain[0], chain[2], chain[1]] }).ShouldBeNull();
        About(said with { Chain = [chain[2], chain[0], chain[1]] }).ShouldBe("a~s");
        About(said with { Chain = [chain[0], chain[1]] }).ShouldBe("a~s");

        // What names no joint belongs to its place, and names the joint from then on.
        var positional = plan with { Joints = [new(), new(Clip: false)] };
        About(positional).ShouldBe("a~s");
        ((IStation)new RouteStation())
            .Evaluate(positional, new StationContext(new Haze.HazeLedger()))
            .Stamps.ShouldBe(new Dictionary<string, string> { ["joints[1].joint"] = "a~s" });

        // Another end of the line is another end: what was signed there does not stand on it.
        Evaluate(plan with { To = "qc-5-16-m" }).Leaks[^1].Id.ShouldBe("b~engine-qc-5-16-m");
    }

    [Fact]
    public void Every_finding_of_route_and_harness_has_a_part_and_no_code_ends_in_a_position()
    {
        // Two of everything that can be wrong, so that a code by position would show.
        var chain = new[] { FittingPartOf("qc-3-8-f-ring", "a"), FittingPartOf("qc-3-8-f-ring", "b"), FittingPartOf("sensor", "s") };
        var route = new RouteStation();
        var routed = route.Evaluate(
            new RoutePlan
            {
                From = "qc-3-8-m",
                To = "qc-3-8-m",
                Chain = chain,
                GapMm = 900,
                Joints = [new(Clip: false), new(Sealant: true), new(Sealant: true), new(Clip: false)],
            },
            new StationContext(new Haze.HazeLedger())
        );
        var harness = new HarnessStation();
        var wired = harness.Evaluate(
            new HarnessPlan
            {
                Supply = Wiring.Supplies.SupplyChoice.BatteryPost,
                Wires = [new("supply-sensor", HotMm: 1, MovingMm: 1, Pin: 1, Clicked: false), new("signal-controller", HotMm: 1, Joint: Wiring.Wires.WireJoint.PiercingTap)],
                Spares = [new("A", Id: "spare1"), new("B", Id: "spare2")],
                Displaced = [new("This", Id: "displaced1"), new("That", Id: "displaced2")],
                Connectors = [new("Main", Id: "main")],
            },
            new StationContext(new Haze.HazeLedger())
        );
        foreach (var (station, findings) in new[] { ("route", route.Findings(routed)), ("harness", harness.Findings(wired)) })
        {
            findings.ShouldNotBeEmpty(station);
            findings.ShouldAllBe(f => f.Part != null && f.Part.All(char.IsAsciiLetterLower), station);
            findings.ShouldAllBe(f => !f.Code.Any(char.IsAsciiDigit) && !f.Code.Contains('-'), station);

            // Of two of a kind each says which it is about.
            findings.GroupBy(f => f.Code).Where(g => g.Count() > 1).ShouldAllBe(g => g.Select(f => f.About).Distinct().Count() == g.Count(), station);
        }

        harness.Findings(wired).Where(f => f.Code == "spare").Select(f => f.About).ShouldBe(["spare1", "spare2"]);
    }

    [Fact]
    public void A_station_reads_what_it_declared_and_nothing_else()
    {
        var declared = new StationContext(
            new Haze.HazeLedger(),
            new Dictionary<string, object> { ["survey"] = Vehicles.VehicleSurvey.Empty },
            new Dictionary<NeededFile, StationFile>(),
            [],
            declared: [typeof(Vehicles.VehicleSurvey)]
        );
        declared.Published<Vehicles.VehicleSurvey>().ShouldBeSameAs(Vehicles.VehicleSurvey.Empty);
        Should.Throw<InvalidOperationException>(() => declared.Published<Sensing.SensorSays>()).Message.ShouldContain("DependsOn");
        Should.Throw<InvalidOperationException>(() => declared.SoFar).Message.ShouldContain("ReadsSoFar");

        // What every station publishes is what it says it publishes, or the pass would throw; whoever reads it names the station that does.
        IStation[] stations = [new SurveyStation(), new CapacityStation(), new RouteStation(), new HarnessStation(), new SignalStation(), new CompensateStation()];
        var line = new JobLine(stations);
        var plans = stations.ToDictionary(s => s.Slug, s => new PlanToEvaluate(s.EmptyPlan, 1));
        var outcomes = JobPass.Over(line, stations.Select(s => s.Slug), new PassInputs(plans, new()), new Haze.HazeLedger());
        outcomes.Select(o => o.Station.Slug).ShouldBe(stations.Select(s => s.Slug), ignoreOrder: true);
        outcomes.ShouldAllBe(o => o.Refused == null);
    }

    private static Plumbing.FittingPart FittingPartOf(string code, string id) =>
        code == "sensor"
            ? new(code, "Sensor", ["qc-3-8-m", "qc-3-8-m"], 7.9, 92, 0, true, Sensor: true, Id: id)
            : new(code, "Quick connect 3/8 in", ["qc-3-8-f-ring", "qc-3-8-f-ring"], 7.5, 30, 10, true, Clip: true, Id: id);
}
