using System.Text.Json.Nodes;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.People;
using HazyGauge.Core.Sentences;
using HazyGauge.Data.Entries;

namespace HazyGauge.Web.Entries;

/// <summary>From a request to an entry that may be written.</summary>
internal sealed class EntryRules(JobLine line, EntryKinds kinds, EntryPayloads payloads)
{
    private const int LongestKey = 80;

    private readonly HashSet<string> _stations = line.Places.Select(p => p.Slug).ToHashSet(StringComparer.Ordinal);

    /// <summary>The entry to write.</summary>
    /// <param name="request">What is asked for.</param>
    /// <param name="author">Who writes.</param>
    /// <param name="idempotencyKey">What the writer's browser calls it.</param>
    /// <param name="isPractice">True where it is only for practice.</param>
    /// <param name="schema">Number of the shape of what it carries; null for the present one.</param>
    /// <exception cref="RefusedInputException">It is not one.</exception>
    public EntryToWrite Check(EntryRequest request, Person author, string idempotencyKey, bool isPractice = false, int? schema = null)
    {
        var check = new InputCheck();
        if (idempotencyKey.Length is 0 or > LongestKey || idempotencyKey.Any(Letters.AreHidden))
        {
            check.Refuse("Idempotency-Key", $"Every entry needs a key of its own, 1 to {LongestKey} printable characters, so that it is written once however often it is sent.");
        }

        if (kinds.Find(request.Kind) is not { } kind)
        {
            check.Refuse("kind", $"Say what kind of entry it is: {string.Join(", ", kinds.All.Select(k => k.Slug))}.").ThrowIfAny();
            throw new InvalidOperationException("A refusal was passed over.");
        }

        var payload = JsonNode.Parse(request.Payload?.GetRawText() ?? "null");
        var carried = payloads.Read(kind, payload, 0, new HazeLedger(), schema);
        var draft = new EntryDraft(kind, request.Text?.Trim() ?? string.Empty)
        {
            Due = request.Due,
            Blocks = [.. (request.Blocks ?? []).Distinct(StringComparer.Ordinal)],
            Station = request.Station,
            Step = request.Step?.Trim(),
            Files = [.. (request.Files ?? []).Concat(kind.FilesOf(carried).Where(f => request.Files?.Contains(f, StringComparer.Ordinal) != true))],
            IsPractice = isPractice,
            Answers = request.Answers,
            TakesBack = request.TakesBack,
            Payload = carried,
        };
        draft.Check(_stations, check);
        check.ThrowIfAny();
        var said = kind.Summary(draft.Payload);
        return new EntryToWrite(draft, payload?.ToJsonString(), said is null ? null : payloads.Kept(said), said?.Text, author, idempotencyKey) { Schema = schema };
    }
}
