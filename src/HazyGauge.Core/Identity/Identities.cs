using System.Globalization;
using System.Text.Json.Nodes;
using HazyGauge.Core.Findings;

namespace HazyGauge.Core.Identity;

/// <summary>
/// Gives the things of a document their ids. What a client sends with an id keeps it, unless that id stands for another thing; what it sends without one
/// is matched to what was saved last, in order among equal things, and only what is left over then is new. No id ever stands for two things.
/// </summary>
public static class Identities
{
    /// <summary>Puts ids into a document.</summary>
    /// <param name="lists">The lists whose things carry ids.</param>
    /// <param name="document">The document; changed.</param>
    /// <param name="last">What was saved last, with its ids; null where nothing was.</param>
    /// <param name="older">Everything that was saved before that, asked for only where it matters; null where that is not known, as while something is only tried.</param>
    /// <exception cref="RefusedInputException">What is sent as an id can be none.</exception>
    public static void Give(IEnumerable<IdentifiedList> lists, JsonObject document, JsonObject? last, Func<IReadOnlyList<JsonObject>>? older = null)
    {
        var check = new InputCheck();
        Give(lists, document, last, older, check);
        check.ThrowIfAny();
    }

    /// <summary>Puts ids into a document that was kept: whatever stands there as an id and can be none counts as left out.</summary>
    /// <param name="lists">The lists whose things carry ids.</param>
    /// <param name="document">The document; changed.</param>
    public static void GiveKept(IEnumerable<IdentifiedList> lists, JsonObject document) => Give(lists, document, null, null, null);

    private static void Give(IEnumerable<IdentifiedList> lists, JsonObject document, JsonObject? last, Func<IReadOnlyList<JsonObject>>? older, InputCheck? check)
    {
        var before = older is null ? null : new Lazy<IReadOnlyList<JsonObject>>(older);
        foreach (var list in lists)
        {
            if (list.In(document) is { } items)
            {
                new Giving(list, last is null ? [] : [.. list.ThingsIn(last)], before is null ? null : () => before.Value.SelectMany(list.ThingsIn)).Over(items, check);
            }
        }
    }

    private sealed class Giving(IdentifiedList list, IReadOnlyList<JsonObject> last, Func<IEnumerable<JsonObject>>? older)
    {
        private readonly HashSet<string> _taken = new(StringComparer.Ordinal);
        private Dictionary<string, JsonObject>? _older;

        // Whatever had an id before what was saved last; the latest thing of each.
        private Dictionary<string, JsonObject> Older => _older ??= Index(older?.Invoke() ?? []);

        public void Over(JsonArray items, InputCheck? check)
        {
            var without = new List<JsonObject>();

            // Whoever knows ids sends them: what he sends without one is new, however like another it is.
            var knowsIds = items.OfType<JsonObject>().Any(thing => ThingJson.IdOf(thing) is not null);
            for (var i = 0; i < items.Count; i++)
            {
                if (items[i] is not JsonObject thing)
                {
                    continue;
                }

                if (check is not null && thing[ThingJson.Id] is { } sent && !ThingId.IsValid(ThingJson.Text(sent)))
                {
                    check.Refuse(string.Create(CultureInfo.InvariantCulture, $"{list.Path}[{i}].{ThingJson.Id}"), ThingId.Rule);
                }
                else if (ThingJson.IdOf(thing) is not { } id || !ThingId.IsValid(id) || !Keeps(thing, id) || !_taken.Add(id))
                {
                    without.Add(thing);
                }
            }

            if (!knowsIds)
            {
                Match(without, ThingJson.SayTheSame);
                Match(without, list.IsKnownAs);
            }

            foreach (var thing in without)
            {
                Put(thing, New(thing));
            }
        }

        private bool Keeps(JsonObject thing, string id) =>
            last.FirstOrDefault(l => ThingJson.IdOf(l) == id) is { } known
                ? list.IsSame(known, thing)
                : list.Same.Count == 0 || !Older.TryGetValue(id, out var gone) || list.IsSame(gone, thing);

        // In order, each to the first that is free: with as many as before, all keep their ids.
        private void Match(List<JsonObject> without, Func<JsonObject, JsonObject, bool> isIt)
        {
            foreach (var thing in without.ToList())
            {
                if (last.FirstOrDefault(l => ThingJson.IdOf(l) is { } free && !_taken.Contains(free) && isIt(l, thing)) is { } known)
                {
                    Put(thing, ThingJson.IdOf(known)!);
                    without.Remove(thing);
                }
            }
        }

        private string New(JsonObject thing)
        {
            var begun = list.BaseOf(thing);
            bool IsFree(string id) => !_taken.Contains(id) && last.All(l => ThingJson.IdOf(l) != id) && !Older.ContainsKey(id);
            if (begun != list.Prefix && IsFree(begun))
            {
                return begun;
            }

            var (dash, first) = begun == list.Prefix ? (string.Empty, 1) : ("-", 2);
            return Enumerable.Range(first, int.MaxValue - first).Select(n => string.Create(CultureInfo.InvariantCulture, $"{begun}{dash}{n}")).First(IsFree);
        }

        private void Put(JsonObject thing, string id)
        {
            thing[ThingJson.Id] = id;
            _taken.Add(id);
        }

        private static Dictionary<string, JsonObject> Index(IEnumerable<JsonObject> things)
        {
            var index = new Dictionary<string, JsonObject>(StringComparer.Ordinal);
            foreach (var thing in things)
            {
                if (ThingJson.IdOf(thing) is { } id)
                {
                    index[id] = thing;
                }
            }

            return index;
        }
    }
}
