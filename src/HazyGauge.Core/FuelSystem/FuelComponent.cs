using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.FuelSystem;

/// <summary>A part of the fuel system that can be too small.</summary>
public enum FuelComponent
{
    /// <summary>The injectors in the ports.</summary>
    Injectors,

    /// <summary>The injectors in the cylinders: the time they have to inject.</summary>
    DirectInjection,

    /// <summary>The pump of the high-pressure side.</summary>
    HighPressurePump,

    /// <summary>The fuel pump or pumps.</summary>
    LowPressurePump,
}

/// <summary>The components in words.</summary>
public static class FuelComponentWords
{
    /// <summary>The component, inside a sentence.</summary>
    public static string InWords(this FuelComponent component) =>
        component switch
        {
            FuelComponent.Injectors => "the injectors",
            FuelComponent.DirectInjection => "the injection window",
            FuelComponent.HighPressurePump => "the high-pressure pump",
            FuelComponent.LowPressurePump => "the fuel pump",
            _ => throw new ArgumentOutOfRangeException(nameof(component), component, "Not a component."),
        };

    /// <summary>The component, to begin a sentence.</summary>
    public static string Named(this FuelComponent component) => $"The {component.InWords()[4..]}";

    /// <summary>The component with its verb, to begin a sentence.</summary>
    public static string Begins(this FuelComponent component) => $"{component.Named()} {component.Verb()}";

    /// <summary>The limit of a component, behind a percentage of it.</summary>
    public static Sentence LimitOf(DeliverySystem<Hazy> system, FuelComponent component) =>
        component switch
        {
            FuelComponent.Injectors when system.Injectors is { } ports => Sentence.Of($"of their limit, {Say.Percent(ports.DutyLimitPct.Value)} duty"),
            FuelComponent.DirectInjection => "of the time there is to inject",
            FuelComponent.HighPressurePump => "of what it delivers",
            FuelComponent.LowPressurePump when system.LowPressurePump is { MarginPct.Value: > 0 and var margin } => Sentence.Of($"of its flow, {Say.Percent(margin)} kept back"),
            FuelComponent.LowPressurePump => "of its flow",
            _ => throw new ArgumentOutOfRangeException(nameof(component), component, "Not a component of this system."),
        };

    /// <summary>Is, or are.</summary>
    public static string Verb(this FuelComponent component) => component == FuelComponent.Injectors ? "are" : "is";
}
