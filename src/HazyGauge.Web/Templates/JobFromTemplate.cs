using System.Text.Json;
using HazyGauge.Core.Findings;
using HazyGauge.Core.People;
using HazyGauge.Data;
using HazyGauge.Data.Templates;
using HazyGauge.Web.Entries;
using HazyGauge.Web.Stations;

namespace HazyGauge.Web.Templates;

/// <summary>Begins a job from a template: its plans are saved, what was bought stands on the buying list with price and source, and what belongs to one vehicle is asked
/// again.</summary>
internal sealed class JobFromTemplate(TemplateStore templates, TemplateFiles files, JobSaver saver, EntryRules rules, EntryWriter writer, JsonSerializerOptions json)
{
    /// <summary>The new job.</summary>
    /// <exception cref="RefusedInputException">There is no such template, or today's rules refuse what it plans.</exception>
    public async Task<JobRow> CreateAsync(Guid templateId, JobLabel label, Person author, CancellationToken cancellation)
    {
        if (await templates.FindAsync(templateId, cancellation) is not { } row || JsonSerializer.Deserialize<TemplateFile>(row.Document, json) is not { } template)
        {
            throw new RefusedInputException("templateId", "There is no such template.");
        }

        var notes = (template.Parts ?? [])
            .Select(p => (p.Item, Note: files.NoteOf(p)))
            .Where(p => p.Note is not null)
            .Select(p => rules.Check(p.Note!, author, $"template-{p.Item}"))
            .ToList();
        var job = await saver.CreateAsync(
            label.Vehicle.Length > 0 ? label : label with { Vehicle = row.Vehicle },
            author,
            [.. template.Stations.Select(s => new Sent(s.Key, s.Value, 0))],
            cancellation
        );
        foreach (var note in notes)
        {
            await writer.WriteAsync(job.Id, note, cancellation);
        }

        return job;
    }
}
