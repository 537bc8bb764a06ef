using System.Text.Json.Nodes;
using HazyGauge.Core;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.People;
using HazyGauge.Core.Sentences;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Jobs;
using HazyGauge.Formats.Jobs;
using HazyGauge.Web.Entries;
using HazyGauge.Web.Haze;
using HazyGauge.Web.Stations;
using HazyGauge.Web.Uploads;

namespace HazyGauge.Web.Jobs;

/// <summary>Checks job files before anything of them is kept: a record that was read by other rules, or written by hand, is not let in.</summary>
internal sealed class JobFileChecker(JobLine line, EntryKinds kinds, EntryRules rules, StationDocuments documents)
{
    private const int LongestSummary = 300;
    private const int LongestName = 200;
    private readonly HashSet<string> _stations = line.Places.Select(p => p.Slug).ToHashSet(StringComparer.Ordinal);

    /// <summary>Checks everything a job file holds.</summary>
    /// <exception cref="RefusedInputException">It holds what no job can; fields are named by their path in the file.</exception>
    public CheckedJobFile Check(JobFile file)
    {
        var label = JobLabels.Check(new JobLabelRequest(file.Name, file.Vehicle, file.Plate, file.Reference));
        CheckRevisions(file);
        CheckFiles(file);
        return new CheckedJobFile(file, label, Entries(file));
    }

    private void CheckRevisions(JobFile file)
    {
        for (var i = 0; i < file.Revisions.Count; i++)
        {
            var revision = file.Revisions[i];
            var at = $"revisions[{i}]";
            if (revision.Revision != i + 1)
            {
                throw new RefusedInputException($"{at}.revision", $"Revision {revision.Revision} stands where {i + 1} belongs; a record has no gaps.");
            }

            CheckAuthor(revision.Author, revision.AuthorId, at);

            if (revision.Summary.Length > LongestSummary || revision.Summary.Any(Letters.AreHidden))
            {
                throw new RefusedInputException($"{at}.summary", $"A summary is one line of at most {LongestSummary} characters.");
            }

            var place = line.Find(revision.Slug) ?? throw new RefusedInputException($"{at}.slug", $"There is no station '{revision.Slug}'.");
            try
            {
                SentJson.CheckDocument(revision.Document);
                CheckDocument(place, JsonNode.Parse(revision.Document.GetRawText()));
            }
            catch (RefusedInputException refused)
            {
                throw new RefusedInputException($"{at}.document", refused.Message);
            }
        }
    }

    private static void CheckAuthor(string name, string? id, string at)
    {
        if (!Author.IsValid(name, out var author) || author != name)
        {
            throw new RefusedInputException($"{at}.author", $"An author has 1 to {Author.Longest} printable characters.");
        }

        if (id is not null && (id.Length is 0 or > LongestName || id.Any(Letters.AreHidden)))
        {
            throw new RefusedInputException($"{at}.authorId", $"The id of a person has 1 to {LongestName} printable characters.");
        }
    }

    private void CheckDocument(StationPlace place, JsonNode? document)
    {
        var inputs = StationDocuments.Inputs(document);
        if (StationDocuments.IsEmpty(document))
        {
            return;
        }

        if (line.Station(place.Slug) is not { } station)
        {
            throw new RefusedInputException("document", $"The station {place.Name} is not built yet and takes only an empty document.");
        }

        var whole = new Dictionary<string, JsonObject>(StringComparer.Ordinal) { [place.Slug] = inputs };
        DocumentUpgrade.Apply(whole);
        documents.Plan(station, whole[place.Slug], new HazeLedger());
        var kept = KeptDocument.Of(document!.ToJsonString());
        if ((document["schema"] is not null && kept.Schema is null) || (document["coreVersion"] is not null && kept.CoreVersion is null))
        {
            throw new RefusedInputException("schema", "The schema of a document is a whole number, and its coreVersion is text.");
        }

        if (kept.Schema > StationDocuments.CurrentSchema)
        {
            throw new RefusedInputException(
                "schema",
                $"A newer version of Hazy Gauge wrote this (shape {kept.Schema}; this one knows {StationDocuments.CurrentSchema}). Import it there."
            );
        }

        if (kept.CoreVersion == CoreVersion.Current && kept.Results is not null && documents.ResultsOf(station, kept) is null)
        {
            throw new RefusedInputException("results", $"What it holds as results does not belong to the {place.Name} station.");
        }
    }

    private List<(JobFileEvent Event, EntryToWrite Entry)> Entries(JobFile file)
    {
        var taken = new List<(JobFileEvent, EntryToWrite)>();
        var chain = new EntryChain([]);
        var unreadable = (file.Entries ?? []).Where(e => e.Unreadable is not null).Select(e => e.Number).ToHashSet();
        foreach (var (e, i) in (file.Entries ?? []).Select((e, i) => (e, i)))
        {
            var at = string.Create(System.Globalization.CultureInfo.InvariantCulture, $"entries[{i}]");
            if (e.Number != i + 1)
            {
                throw new RefusedInputException($"{at}.number", $"Entry {e.Number} stands where {i + 1} belongs; entries have no gaps.");
            }

            CheckAuthor(e.Author, e.AuthorId, at);

            if (e.Kind.Length > LongestName || e.Kind.Any(Letters.AreHidden) || (kinds.Find(e.Kind) is null && e.Unreadable is null))
            {
                throw new RefusedInputException($"{at}.kind", $"There are no entries of kind '{e.Kind}' here. A newer version of Hazy Gauge may have written it.");
            }

            if (e.StepName is { } stepName && (stepName.Length > LongestName || stepName.Any(Letters.AreHidden)))
            {
                throw new RefusedInputException($"{at}.stepName", $"The name of a step is one line of at most {LongestName} characters.");
            }

            var entry = RefusedInputException.Under(at, () => Entry(e));
            if (entry.Draft.Files.FirstOrDefault(f => file.Files.All(known => known.Sha256 != f)) is not null)
            {
                throw new RefusedInputException($"{at}.files", "A file is named that is not in the list of files.");
            }

            // What could not be read where it comes from cannot be judged either; nor can what answers it.
            var isJudged = e.Unreadable is null && (e.Answers is not { } answered || !unreadable.Contains(answered));
            switch (isJudged ? chain.Judge(entry.Draft) : EntryRefusal.None)
            {
                case EntryRefusal.NothingToAnswer or EntryRefusal.AlreadyClosed:
                    throw new RefusedInputException($"{at}.answers", $"There is no open entry {e.Answers} before this one.");
                case EntryRefusal.NothingToTakeBack or EntryRefusal.AlreadyTakenBack:
                    throw new RefusedInputException($"{at}.takesBack", $"There is no entry {e.TakesBack} before this one that holds.");
                default:
                    chain.Add(entry.Link(e.Number));
                    taken.Add((e, entry));
                    break;
            }
        }

        return taken;
    }

    private EntryToWrite Entry(JobFileEvent e)
    {
        var (author, key) = (new Person(e.Author, e.AuthorId), string.Create(System.Globalization.CultureInfo.InvariantCulture, $"imported-{e.Number}"));
        if (e.Unreadable is { } raw)
        {
            // What could not be read there is taken along as it is, and stays set aside.
            var draft = new EntryDraft(kinds.OfWritten(e.Kind), e.Text)
            {
                Due = e.Due,
                Blocks = e.Blocks,
                Station = e.Station,
                Step = e.Step,
                StepName = e.StepName,
                IsPractice = e.Practice == true,
                Files = e.Files ?? [],
                Answers = e.Answers,
                TakesBack = e.TakesBack,
            };
            var check = new InputCheck();
            draft.CheckForm(_stations, check);
            check.ThrowIfAny();
            return new EntryToWrite(draft, raw, null, null, author, key) { Schema = e.Schema ?? 1 };
        }

        var entry = rules.Check(
            new EntryRequest(e.Kind, e.Text, e.Payload, e.Step, e.Files, e.Answers, e.TakesBack, e.Due, e.Blocks, e.Station),
            author,
            key,
            e.Practice == true,
            e.Schema ?? 1
        );
        return entry with { Draft = entry.Draft with { StepName = e.StepName } };
    }

    private static void CheckFiles(JobFile file)
    {
        for (var i = 0; i < file.Files.Count; i++)
        {
            var entry = file.Files[i];
            if (entry.Sha256.Length != 64 || !entry.Sha256.All(char.IsAsciiHexDigitLower))
            {
                throw new RefusedInputException($"files[{i}].sha256", "A SHA-256 has 64 hexadecimal digits in lower case.");
            }

            if (entry.Name != FileName.Sanitise(entry.Name) || entry.Bytes is < 1 or > MultipartUpload.LargestFile)
            {
                throw new RefusedInputException($"files[{i}]", "A file needs a plain name and a length of 1 byte to 512 MB.");
            }
        }

        if (file.Files.DistinctBy(f => f.Sha256).Count() != file.Files.Count)
        {
            throw new RefusedInputException("files", "A file stands twice in the list.");
        }

        if (file.Files.Sum(f => f.Bytes) > 2 * MultipartUpload.LargestFile)
        {
            throw new RefusedInputException("files", "The files are larger than 1 GB together.");
        }
    }
}
