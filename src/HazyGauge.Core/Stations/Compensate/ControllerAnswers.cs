using HazyGauge.Core.Compensation;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Compensate;

/// <summary>What every controller on the vehicle needs: nobody is told to type what he cannot type.</summary>
internal sealed class ControllerAnswers(VehicleSurvey survey, Hazy basePct, SensorReading? reading, FuelFactorResult? fuel)
{
    // A controller and a gauge on one sensor that agree within 2 points are normal (common practice, no source).
    private const double SamePct = 2;

    private readonly double _highest = survey.HighestOrUsualPct().Value;
    private readonly IReadOnlyList<SettingVerdict> _settings = SettingVerdicts.Of(survey);

    /// <summary>The answers, the engine's controller first.</summary>
    public IReadOnlyList<ControllerAnswer> All()
    {
        var listed = (survey.Controllers ?? []).OrderByDescending(c => c.Role == ControllerRole.Engine).ToList();
        if (!EngineControllers.Of(listed).Any() && survey.NumbersSetBy() != NumbersBy.OwnTable)
        {
            listed.Insert(0, new ControllerOnBoard(survey.Control.SignalPath == SignalPath.InjectorExtender ? "Injector extender" : "Engine", ControllerRole.Engine));
        }

        return
        [
            .. listed.Select(c =>
            {
                var by = c.Role == ControllerRole.Engine ? OfEngine(c) : c.SetsNumbers ?? NumbersBy.OwnTable;
                var settings = _settings.Where(s => s.Controller is null || string.Equals(s.Controller.Trim(), c.Name?.Trim(), StringComparison.OrdinalIgnoreCase)).ToList();
                return new ControllerAnswer(c.Name!.Trim(), c.Role, by, [.. Steps(c, by), .. ToMend(settings)], settings);
            }),
        ];
    }

    // Where nothing may be typed in, none of the engine's controllers gets a row, whatever was said of it alone.
    private NumbersBy OfEngine(ControllerOnBoard controller) =>
        survey.NumbersSetBy() is var all && (controller.SetsNumbers is not { } said || all == NumbersBy.Nobody || said == NumbersBy.OwnTable) ? all : said;

    private IEnumerable<ControllerStep> Steps(ControllerOnBoard controller, NumbersBy by) =>
        by switch
        {
            NumbersBy.CalibratorsFile => File(controller),
            NumbersBy.FixedBox => Box(controller),
            NumbersBy.Nobody => Held(controller),
            _ => Table(controller),
        };

    private IEnumerable<ControllerStep> ToMend(IReadOnlyList<SettingVerdict> settings) =>
        settings
            .Where(s => s is { IsWrong: true, ShouldBe: not null })
            .Select(s => new ControllerStep(
                StepKind.TypeIn,
                Sentence.Of($"{SettingVerdicts.Named(survey.Settings![s.Index] with { Controller = null })}: set {s.ShouldBe!.Value:0.###}, then read it back.")
            ));

    private IEnumerable<ControllerStep> Table(ControllerOnBoard controller)
    {
        if (controller.Role == ControllerRole.Engine)
        {
            yield return new(StepKind.TypeIn, "The row on this page; spark stays out until a log proves the fueling.");
        }
        else
        {
            yield return Beside(controller.Role);
        }

        foreach (var step in Verified(controller))
        {
            yield return step;
        }
    }

    private IEnumerable<ControllerStep> File(ControllerOnBoard controller)
    {
        var isEngine = controller.Role == ControllerRole.Engine;
        yield return new(
            StepKind.Send,
            survey.HasTypicalMapBlend
                ? Sentence.Of($"That the blend of the map is not known, only {Say.Ethanol(basePct)} by its label or name: better read the sensor on that fuel first.")
                : Sentence.Of($"Blend of the map as it is: {Say.Ethanol(controller.BaseEthanolPct ?? basePct)}.")
        );
        yield return new(
            StepKind.Send,
            reading?.EthanolPct is { } ethanol
                ? Sentence.Of(
                    $"What the sensor reads today: {Say.Ethanol(ethanol)}{(reading.FuelTempC is { } t ? Sentence.Of($", fuel at {Say.Of(t, Unit.Celsius, 0)}") : Sentence.Empty)}."
                )
                : "A reading of the sensor: there is none yet."
        );
        yield return new(StepKind.Send, Input());
        if (isEngine)
        {
            yield return new(StepKind.Send, "The Capacity page: how much the fuel system carries, and at which power.");
        }

        yield return new(
            StepKind.Send,
            $"Revision of the controller: {Or(controller.Revision ?? survey.Control.FirmwareRevision, "not read yet")}. File in it: {Or(controller.File, "not noted yet")}."
        );
        yield return new(
            StepKind.AskFor,
            isEngine ? Sentence.Of($"A file that takes every blend up to {Say.Ethanol(_highest)}, and which reading counts when the signal is lost.") : Beside(controller.Role).Text
        );
        foreach (var open in Access(controller).Where(a => string.IsNullOrWhiteSpace(a.Value)))
        {
            yield return new(StepKind.AskFor, open.Ask);
        }

        foreach (var known in Access(controller).Where(a => !string.IsNullOrWhiteSpace(a.Value)))
        {
            yield return new(StepKind.Enable, $"{known.Name}: {known.Value!.Trim()}.");
        }

        yield return new(
            StepKind.Verify,
            string.IsNullOrWhiteSpace(controller.File)
                ? "Write the file with a data cable, read it back and compare; note its name here. Until it is there, the job waits for it."
                : $"Read back what is in it and compare with {controller.File.Trim()}."
        );
        foreach (var step in Verified(controller))
        {
            yield return step;
        }
    }

    private IEnumerable<ControllerStep> Box(ControllerOnBoard controller)
    {
        if (controller.Role != ControllerRole.Engine)
        {
            yield return Beside(controller.Role);
        }
        else
        {
            yield return new(
                StepKind.Enable,
                "Nothing can be typed in but what the box offers: set it to whole-range ethanol if it has a choice, and to the dead time if it asks for one."
            );
            yield return new(
                StepKind.Verify,
                Sentence.Of($"On the map's {Say.Ethanol(basePct.Value, 1)} first: with no more ethanol than that the box must add nothing. {LogWords.How(survey.AtHand())}")
            );
            if (Factor() is { } factor)
            {
                yield return factor;
            }
        }
    }

    private IEnumerable<ControllerStep> Held(ControllerOnBoard controller)
    {
        if (controller.Role == ControllerRole.Engine && survey.NumbersSetBy() != NumbersBy.Nobody)
        {
            yield return new(StepKind.Verify, "Nothing is set in it: another corrects the fuel. See that it does not count ethanol as well.");
            yield break;
        }

        yield return new(
            StepKind.Hold,
            controller.Role == ControllerRole.Engine
                ? Sentence.Of($"The tank between {Uncorrected.HeldBetween(basePct.Value)}: read the display after every fill.")
                : Beside(controller.Role).Text
        );
    }

    private IEnumerable<ControllerStep> Verified(ControllerOnBoard controller)
    {
        if (reading?.EthanolPct is { } ethanol)
        {
            yield return new(StepKind.Verify, Sentence.Of($"Key on, engine off: it must show {Say.Ethanol(ethanol.Value)} within {SamePct:0} points, as the sensor reads."));
            if (controller.Role == ControllerRole.Engine && survey.NumbersSetBy() != NumbersBy.OwnTable && Factor() is { } factor)
            {
                yield return factor;
                yield return new(StepKind.Verify, LogWords.How(survey.AtHand()));
            }
        }
    }

    private ControllerStep? Factor() =>
        fuel is not null && reading?.EthanolPct is { } ethanol
            ? new(StepKind.Verify, Sentence.Of($"On {Say.Ethanol(ethanol)} it must open {Say.Of(fuel.Factor, Unit.None, 2)} times as long as on the map's fuel."))
            : null;

    private Sentence Input() =>
        survey.Control.SignalPath switch
        {
            SignalPath.AnalyserVoltage => Sentence.Of(
                $"Ethanol input: {survey.Control.ConverterAt0V?.Value ?? ConverterVolts.UsualAt0V:0.##} V is E0, "
                    + $"{survey.Control.ConverterAt100V?.Value ?? ConverterVolts.UsualAt100V:0.##} V is "
                    + $"E100{(survey.Control.ConverterAt0V is null ? ", as usual: not read off the converter yet" : string.Empty)}."
            ),
            SignalPath.DirectFrequency => Sentence.Of($"Ethanol input: {SensorLaw.E0Hz:0} Hz is E0, {SensorLaw.E100Hz:0} Hz is E100; the low pulse carries fuel temperature."),
            SignalPath.Gateway => "Ethanol input: over the bus, from the gateway; its message as its maker describes it.",
            _ => "How the reading reaches it.",
        };

    private static ControllerStep Beside(ControllerRole? role) =>
        role switch
        {
            ControllerRole.AuxiliaryInjection => new(
                StepKind.Verify,
                "Injectors beside the engine's own: when they first fire, fuel trims drop sharply. Which share of the fuel they carry has to be in the engine's file too."
            ),
            ControllerRole.Boost => new(
                StepKind.Hold,
                "Boost by ethanol only once the reading is trusted, and by the low end of its haze: with less ethanol than read the engine must still not knock."
            ),
            ControllerRole.Transmission => new(StepKind.Hold, "It counts torque, not fuel: more power on ethanol needs its limits looked at, or it shifts as before and slips."),
            _ => new(StepKind.Verify, "What it does with the reading was not said: look before relying on it."),
        };

    private static IEnumerable<(string Name, string? Value, string Ask)> Access(ControllerOnBoard c) =>
        [
            ("Licence or access device", c.Access, "Which licence or access device opens this very controller."),
            ("Cable and port", c.Cable, "Which cable and port: a data cable, not one that only charges."),
            ("Program", c.Version, "Which version of the phone's or computer's program writes it."),
            ("Patch", c.Patch, "Whether the file needs a patch before ethanol counts."),
            ("Switch on", c.Enable, "Which switch makes ethanol count, and how it is seen that it does."),
            ("Map slot", c.MapSlot, "Into which map slot it goes."),
        ];

    private static string Or(string? said, string otherwise) => string.IsNullOrWhiteSpace(said) ? otherwise : said.Trim();
}
