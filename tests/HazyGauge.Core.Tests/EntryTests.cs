using CsCheck;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Stations.Signal;
using HazyGauge.Core.Stations.Survey;

namespace HazyGauge.Core.Tests;

/// <summary>How entries answer, close and take back one another, against a plain reading of the whole list.</summary>
public class EntryTests
{
    private static readonly EntryKinds Kinds = new([]);
    private static readonly JobLine Line = new([new SurveyStation(), new SignalStation()]);

    private static EntryDraft Draft(string kind, string text = "x") => new(Kinds.OfWritten(kind), text);

    [Fact]
    public void Any_history_leaves_open_what_a_plain_reading_leaves_open()
    {
        Gen.Select(Gen.Int[0, 3], Gen.Int[0, 12], Gen.Int[0, 12])
            .Array[0, 40]
            .Sample(steps =>
            {
                var chain = new EntryChain([]);
                var kept = new List<EntryLink>();
                foreach (var (which, answers, takesBack) in steps)
                {
                    var kind = Kinds.All[which].Slug;
                    var draft = Draft(kind) with { Answers = kind == "closing" ? answers : null, TakesBack = takesBack == 0 ? null : takesBack };
                    if (chain.Judge(draft) != EntryRefusal.None)
                    {
                        continue;
                    }

                    var link = new EntryLink(kept.Count + 1, draft.Kind, draft.Answers, draft.TakesBack);
                    var before = kept.ToDictionary(k => k.Number, k => chain.IsOpen(k.Number));
                    chain.Add(link);
                    kept.Add(link);

                    // Only what it touches may change, so that nothing else has to be written.
                    var touched = chain.Touches(link).ToHashSet();
                    before.ShouldAllBe(b => touched.Contains(b.Key) || chain.IsOpen(b.Key) == b.Value);
                }

                bool Holds(EntryLink e) => kept.TrueForAll(k => k.TakesBack != e.Number);
                foreach (var entry in kept)
                {
                    var closed = kept.Exists(k => k.Kind.Slug == "closing" && k.Answers == entry.Number && Holds(k));
                    chain.IsOpen(entry.Number).ShouldBe(entry.Kind.Slug is "waiting" or "recheck" && Holds(entry) && !closed);
                    (chain.ClosedBy(entry.Number) is not null).ShouldBe(closed);
                    (chain.TakenBackBy(entry.Number) is null).ShouldBe(Holds(entry));
                }
            });
    }

    [Fact]
    public void A_corrected_correction_does_not_bring_the_first_mistake_to_life_and_what_was_closed_by_mistake_opens_again()
    {
        var (waiting, closing, note) = (Kinds.OfWritten("waiting"), Kinds.OfWritten("closing"), Kinds.OfWritten("note"));
        var chain = new EntryChain([new(1, waiting, null, null), new(2, closing, 1, null)]);
        (chain.IsOpen(1), chain.ClosedBy(1)).ShouldBe((false, 2));
        chain.Judge(Draft("closing") with { Answers = 1 }).ShouldBe(EntryRefusal.AlreadyClosed);
        chain.Judge(Draft("closing") with { Answers = 1, TakesBack = 2 }).ShouldBe(EntryRefusal.None);
        chain.Add(new(3, note, null, 2));
        (chain.IsOpen(1), chain.TakenBackBy(2)).ShouldBe((true, 3));
        chain.Judge(Draft("note") with { TakesBack = 2 }).ShouldBe(EntryRefusal.AlreadyTakenBack);
        chain.Add(new(4, closing, 1, null));
        chain.IsOpen(1).ShouldBeFalse();

        var corrected = new EntryChain([new(1, note, null, null), new(2, note, null, 1), new(3, note, null, 2)]);
        (corrected.TakenBackBy(1), corrected.TakenBackBy(2), corrected.TakenBackBy(3)).ShouldBe((2, 3, null));
        corrected.Judge(Draft("note") with { TakesBack = 9 }).ShouldBe(EntryRefusal.NothingToTakeBack);
        corrected.Judge(Draft("closing") with { Answers = 2 }).ShouldBe(EntryRefusal.NothingToAnswer);
        corrected.Judge(Draft("note") with { Answers = 3 }).ShouldBe(EntryRefusal.None);
    }

    [Fact]
    public void Every_kind_says_what_it_lacks_and_no_two_share_a_slug()
    {
        Kinds.All.Select(k => k.Slug).ShouldBe(["waiting", "recheck", "note", "closing"]);
        Kinds.HoldingUp.ShouldBe(["waiting"]);
        Should.Throw<ArgumentException>(() => new EntryKinds([new Core.Entries.Kinds.NoteEntry()]));
        foreach (var kind in Kinds.All)
        {
            var refused = Refused(new EntryDraft(kind, string.Empty));
            refused["text"].Length.ShouldBe(1);
            refused.ContainsKey("due").ShouldBe(kind.Due == Asked.Required);
            refused.ContainsKey("answers").ShouldBe(kind.Answers == Asked.Required);
            Refused(Draft(kind.Slug) with { Payload = new object() }).ShouldContainKey("payload");
            Refused(Draft(kind.Slug) with { Files = ["abc"] }).ShouldContainKey("files");
            Refused(Draft(kind.Slug) with { Files = [new string('a', 64), new string('a', 64)] }).ShouldContainKey("files");
            Refused(Draft(kind.Slug) with { Step = "\u0007" }).ShouldContainKey("step");
            Refused(Draft(kind.Slug, new string('x', 501))).ShouldContainKey("text");
        }
    }

    private static IReadOnlyDictionary<string, string[]> Refused(EntryDraft draft)
    {
        var check = new InputCheck();
        draft.Check(Line.Places.Select(p => p.Slug).ToHashSet(), check);
        return Should.Throw<RefusedInputException>(check.ThrowIfAny).Errors;
    }
}
