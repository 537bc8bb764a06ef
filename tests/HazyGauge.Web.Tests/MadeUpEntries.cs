using HazyGauge.Core.Entries;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;

namespace HazyGauge.Web.Tests;

/// <summary>What was read off a meter.</summary>
public sealed record MeterReading(Hazy VoltageV);

/// <summary>What went into the tank.</summary>
public sealed record Refuelled(Hazy LitresL, Hazy EthanolPct);

/// <summary>Whether a joint leaks.</summary>
public sealed record LeakCheck(bool IsDry, Hazy? PressureKpa = null);

/// <summary>A hold that somebody lifts against the advice.</summary>
public sealed record Override(string Code);

/// <summary>Somebody looked at a hold and signs for it.</summary>
public sealed class SignOffKind : EntryKind
{
    public override string Slug => "signOff";

    public override string Name => "Sign-off";

    public override Asked AtStep => Asked.Required;
}

/// <summary>A reading, at a step, that may answer what was to be checked and closes it.</summary>
public sealed class MeterReadingKind : EntryKind<MeterReading>
{
    public override string Slug => "meterReading";

    public override string Name => "Meter reading";

    public override string? AsksText => null;

    public override Asked AtStep => Asked.Required;

    public override Asked Answers => Asked.Optional;

    public override bool CanAnswer(IEntryKind other) => other.Slug == "recheck";

    public override bool Closes => true;

    public override IReadOnlyList<Field> Fields { get; } =
    [
        new("voltageV", "Voltage")
        {
            Unit = Unit.Volt,
            Min = 0,
            Max = 60,
        },
    ];

    public override Sentence Summary(MeterReading payload) => Sentence.Of($"{Say.Of(payload.VoltageV, Unit.Volt, 2)} on the meter.");
}

/// <summary>A fill.</summary>
public sealed class RefuelledKind : EntryKind<Refuelled>
{
    public override string Slug => "refuelled";

    public override string Name => "Refuelled";

    public override string? AsksText => null;

    public override IReadOnlyList<Field> Fields { get; } =
    [
        new("litresL", "Volume")
        {
            Unit = Unit.Litres,
            Min = 0.1,
            Max = 500,
        },
        new("ethanolPct", "Ethanol")
        {
            Unit = Unit.Percent,
            Min = 0,
            Max = 100,
        },
    ];

    public override Sentence Summary(Refuelled payload) => Sentence.Of($"Filled {Say.Of(payload.LitresL, Unit.Litres, 0)} of {Say.Ethanol(payload.EthanolPct)}.");
}

/// <summary>A leak check of a joint; a leak needs words.</summary>
public sealed class LeakCheckKind : EntryKind<LeakCheck>
{
    public override string Slug => "leakCheck";

    public override string Name => "Leak check";

    public override string? AsksText => null;

    public override Asked AtStep => Asked.Required;

    public override void Check(LeakCheck payload, EntryDraft draft, InputCheck check)
    {
        if (!payload.IsDry && draft.Text.Length == 0)
        {
            check.Refuse("text", "Say where it leaks.");
        }
    }

    public override Sentence Summary(LeakCheck payload) => payload.IsDry ? "Dry." : "Leaks.";
}

/// <summary>An override: it needs a reason.</summary>
public sealed class OverrideKind : EntryKind<Override>
{
    public override string Slug => "override";

    public override string Name => "Override";

    public override string AsksText => "Reason";

    public override Sentence TextMissing => "An override needs its reason.";

    public override Sentence Summary(Override payload) => $"Overrides {payload.Code}.";
}

/// <summary>What is asked.</summary>
public sealed record TankPlan
{
    public Hazy? CapacityL { get; init; }
}

/// <summary>What it comes to.</summary>
public sealed record TankResults(Hazy? FilledL, bool IsSignedOff);

/// <summary>A station that is told by entries: how much was filled, and whether somebody signed for it. More than the tank holds, it stops the work until then.</summary>
public sealed class TankStation : Station<TankPlan, TankResults>
{
    public override string Slug => "blend";

    public override string Name => "Blend";

    public override string Question => "What is in the tank?";

    public override IReadOnlyList<string> ReadsEntries => ["refuelled", "signOff"];

    public override StationProgress NotStarted => new(StationState.Empty, NextAction.Of(Slug, "fill", "Fill the tank.", "Then note it."));

    public override TankResults Evaluate(TankPlan plan, StationContext context)
    {
        var fills = context.Entries.Select(e => e.Payload).OfType<Refuelled>().ToList();
        return new TankResults(
            fills.Count == 0 ? null : fills.Select(f => f.LitresL).Aggregate((a, b) => a + b),
            context.Entries.Any(e => e is { Kind: "signOff", Step: "overfilled" })
        );
    }

    public override StationProgress Progress(TankResults results) =>
        results switch
        {
            { FilledL: null } => NotStarted,
            { FilledL.Value: > 60, IsSignedOff: false } => new(
                StationState.Hold,
                NextAction.Of(Slug, "overfilled", "Stop filling.", Sentence.Of($"{Say.Of(results.FilledL!.Value, Unit.Litres, 1)} is more than it holds."))
            ),
            _ => new(StationState.Proven, NextAction.Of(Slug, "full", "Go on.", "It is filled.")),
        };

    public override Sentence Summary(TankPlan plan, TankResults results) =>
        results.FilledL is { } filled ? Sentence.Of($"{Say.Of(filled, Unit.Litres, 1)} filled") : "nothing filled";

    public override IReadOnlyList<Figure> Figures(TankPlan plan, TankResults? results) => [Figure.Of("filledL", "Filled", results?.FilledL, Unit.Litres)];
}
