using System.Globalization;
using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Line;

/// <summary>Judges the Capacity station.</summary>
public static class CapacityProgress
{
    /// <summary>A job whose fuel system nobody reckoned.</summary>
    public static readonly StationProgress NotStarted = new(
        StationState.Empty, new NextAction("Reckon what the fuel system carries.", "A pump that runs out at high ethanol costs the engine.", Station.CapacitySlug));

    /// <summary>Judges what was saved.</summary>
    public static StationProgress Of(VehicleCapacityResult result)
    {
        if (result.AtPoint is not { } point)
        {
            return InWork("Give the power wanted.", "Without it nothing can be reckoned.");
        }

        if (result.Findings.FirstOrDefault(f => f.Severity == Severity.Stop) is { } stop)
        {
            return Hold("Do not go on with this fuel system.", stop.Text);
        }

        return point.Verdict switch
        {
            CapacityVerdict.NotKnown => InWork("Find out what carries the fuel.", "Neither injectors nor pump are known."),
            CapacityVerdict.TooSmall => Hold("Lower the power or fit more before any ethanol goes in.", Reach(point)),
            CapacityVerdict.Capped => InWork($"{(point.Remedies.Count > 0 ? point.Remedies[0].What : "Fit more, or want less")}{(point.Remedies.Count > 1 ? ", or choose another way" : string.Empty)}.", Reach(point)),
            CapacityVerdict.Doubtful => InWork(HazeBudget.MostHelpfulCheck(HazeBudget.Of(point.Answer))?.Source.Check?.Text ?? "Stay a little below what is wanted.", $"{Reach(point)} As far as is known that may not do."),
            _ => new StationProgress(StationState.Proven, new NextAction("The fuel system carries what is wanted.", Reach(point), Station.CapacitySlug)),
        };
    }

    /// <summary>How far a fuel system reaches, two sentences.</summary>
    public static string Reach(CapacityResult point)
    {
        var limit = point is { EthanolBinding: { } binding, MaxEthanolPct: null or { Value: < 100 } } ? $" {binding.Begins()} the limit." : string.Empty;
        return point.MaxEthanolPct is { } most
            ? string.Create(CultureInfo.InvariantCulture, $"At {point.PowerKw.Value:0} kW it carries up to {HazyText.Ethanol(most.Value, Interval95.HalfWidth(most))}.{limit}")
            : string.Create(CultureInfo.InvariantCulture, $"At {point.PowerKw.Value:0} kW it carries not even E0.{limit}");
    }

    private static StationProgress InWork(string command, string reason) => new(StationState.InWork, new NextAction(command, reason, Station.CapacitySlug));

    private static StationProgress Hold(string command, string reason) => new(StationState.Hold, new NextAction(command, reason, Station.CapacitySlug));
}
