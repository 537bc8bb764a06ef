using System.Text.RegularExpressions;
using CsCheck;
using HazyGauge.Core.Compensation;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Stations;
using HazyGauge.Core.Stations.Compensate;
using HazyGauge.Core.Stations.Survey;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Tests;

/// <summary>What Survey and Compensate say: the sentence for each state, and rules of writing that hold whatever is given.</summary>
public partial class StationSentencesTests
{
    private static readonly SurveyStation Survey = new();
    private static readonly CompensateStation Compensate = new();

    private static readonly VehicleSurvey Sound = new(
        new Engine(6, 3000, Aspiration.Natural, null, 6500, 150, 160, 0.9),
        new FuelSystemSurvey(
            FuelLine.Return,
            FuelSystemKind.Port,
            300,
            null,
            60,
            [new Joint(LineName.Return)],
            Materials: new FuelMaterials(MaterialRating.Rated, Seals: MaterialRating.Rated)
        ),
        new FuelPump(1, 200),
        new PortInjectors(6, 380, 300, 684, [new(12, 1.2), new(14, 0.9)]),
        new DirectInjection(),
        new EngineControl(SignalPath.DirectFrequency, true, true, true, null, 10, 10, true, CorrectionAbove: new(CorrectionAboveKind.None)),
        new Goals(85, 75, true)
    );

    private static SurveyResults Judge(VehicleSurvey survey) => Survey.Evaluate(survey, new StationContext(new HazeLedger()));

    private static CompensateResults Compensated(CompensatePlan plan, HazeLedger ledger, double? ethanolHz)
    {
        var upstream = ethanolHz is { } hz ? new Dictionary<string, object> { ["signal"] = new SensorSays(SensorReading.From(hz, 2.5, 5, ledger), null) } : [];
        return Compensate.Evaluate(plan, new StationContext(ledger, upstream, new Dictionary<NeededFile, StationFile>(), []));
    }

    [Theory]
    [Trait("Category", "Outside")]
    [InlineData(59.0, StationState.Proven, "Hold the blend between E5 and E15")]
    [InlineData(135.0, StationState.Hold, "Type in nothing")]
    [InlineData(null, StationState.InWork, "Type in nothing")]
    public void Nobody_with_a_display_alone_is_told_to_type_in_a_row(double? hz, StationState state, string headline)
    {
        // Made on E10, on E85 and uncorrected: lambda about 1.40 (common practice, no source).
        var ledger = new HazeLedger();
        var upstream = new Dictionary<string, object> { ["survey"] = Sound with { Control = new EngineControl(SignalPath.DisplayOnly, FuelMapEthanolPct: 10) } };
        if (hz is { } read)
        {
            upstream["signal"] = new SensorSays(SensorReading.From(read, 2.5, 5, ledger), null);
        }

        var results = Compensate.Evaluate(new CompensatePlan(), new StationContext(ledger, upstream, new Dictionary<NeededFile, StationFile>(), []));
        (results.Row, results.FuelFactor, results.State).ShouldBe((null, null, state));
        results.Headline.Text.ShouldContain(headline);
        if (state == StationState.Hold)
        {
            results.Findings.Single().Text.ShouldContain("1.40 times the lambda");
        }
    }

    public static TheoryData<string, VehicleSurvey, string, string> Surveys =>
        new()
        {
            { "sound", Sound, "It can be converted. The injectors are at 88 ", "Survey: can be converted; injectors at 88 " },
            { "nothing known", new VehicleSurvey(), "Not decided yet.", "Survey: not decided yet" },
            {
                "too small",
                Sound with
                {
                    Injectors = Sound.Injectors with { RatedFlowCcMin = 200 },
                },
                "It can be converted, but not as it is. The injectors are too small, at 1",
                "Survey: can be converted after changes; injectors at 1"
            },
            { "no plug", Sound with { Control = Sound.Control with { PlugPresent = false } }, "Not this way. Buy nothing yet.", "Survey: cannot be converted this way" },
        };

    [Theory]
    [MemberData(nameof(Surveys), DisableDiscoveryEnumeration = true)]
    public void A_survey_says_what_it_comes_to(string what, VehicleSurvey survey, string headline, string summary)
    {
        var results = Judge(survey);
        results.Headline.Text.ShouldStartWith(headline, customMessage: what);
        Survey.Summary(survey, results).Text.ShouldStartWith(summary, customMessage: what);
        (results.Eligible == Eligibility.No).ShouldBe(Survey.Progress(results).State == StationState.Hold);
    }

    [Fact]
    public void Compensation_says_what_to_open_by_and_keeps_spark_out_until_it_is_proven()
    {
        var ledger = new HazeLedger();
        Compensated(new CompensatePlan(), ledger, 123.4).NextAction.Command.ShouldContain("base map");
        var noReading = Compensated(new CompensatePlan { BaseEthanolPct = 10 }, new HazeLedger(), null);
        noReading.Headline.Text.ShouldBe("The row for a base map on E10 is ready; today's factor needs a reading.");
        Compensate.Summary(new CompensatePlan(), noReading).Text.ShouldBe("Base map on E10; no reading yet");

        // A map that ran on "E85" of E75 was right: the first reading on that fuel is its blend.
        Compensated(new CompensatePlan { BaseEthanolPct = 85 }, new HazeLedger(), 125)
            .Findings.Single()
            .ShouldSatisfyAllConditions(f => f.Code.ShouldBe("baseAsLabelled"), f => f.Text.ShouldContain("that was E75, not E85"));
        Compensated(new CompensatePlan { BaseEthanolPct = 85 }, new HazeLedger(), 60).Findings.ShouldBeEmpty();

        var read = Compensated(new CompensatePlan { BaseEthanolPct = 10, Metering = Metering.Mass }, new HazeLedger(), 123.4);
        read.Headline.Text.ShouldMatch(@"^At E73, inject 1\.\d\d ± 0\.\d\d times the base map's open time on E10\. Add no spark\.$");
        read.Lead.Text.ShouldMatch(@"^Fuel is uncertain by ± \d\.\d %: at worst \d\.\d % lean, which 1\.\d\d\d covers\. Dead time is added after, never multiplied\.$");
        Compensate.Summary(new CompensatePlan(), read).Text.ShouldMatch(@"^1\.\d+ ± 0\.\d+ times the open time of E10 on E73 ± 5$");
    }

    [Fact]
    public void Whatever_is_given_every_sentence_is_whole_in_both_systems_and_counts_the_same_numbers()
    {
        var survey =
            from power in Gen.Double[20, 600]
            from pump in Gen.Double[40, 400]
            from flow in Gen.Double[100, 1500]
            from pressure in Gen.Double[200, 500]
            from known in Gen.Int[0, 63]
            select Sound with
            {
                Engine = Sound.Engine with { PowerKw = (known & 1) > 0 ? power : null, WantedPowerKw = (known & 2) > 0 ? power * 1.2 : null },
                Pump = (known & 4) > 0 ? new FuelPump(1, pump) : new FuelPump(),
                Injectors = (known & 8) > 0 ? Sound.Injectors with { RatedFlowCcMin = flow } : new PortInjectors(),
                FuelSystem = Sound.FuelSystem with { BasePressureKpa = (known & 16) > 0 ? pressure : null },
                Control = (known & 32) > 0 ? Sound.Control : new EngineControl(),
            };
        survey.Sample(
            s =>
            {
                var results = Judge(s);
                Said(results.Headline);
                Said(results.Lead);
                Said(results.NextAction);
                foreach (var finding in Survey.Findings(results))
                {
                    Said(finding.Sentence);
                }
            },
            iter: 60
        );

        Gen.Select(Gen.Double[0, 100], Gen.Double[45, 160], Gen.Int[0, 2])
            .Sample(
                (basePct, hz, metering) =>
                {
                    var results = Compensated(new CompensatePlan { BaseEthanolPct = basePct, Metering = MeteringSchools.All[metering] }, new HazeLedger(), hz);
                    Said(results.Headline);
                    Said(results.Lead);
                    Said(results.NextAction);
                    foreach (var finding in Compensate.Findings(results))
                    {
                        Said(finding.Sentence);
                    }
                },
                iter: 60
            );
    }

    private static void Said(NextAction action)
    {
        Said(new Sentence(action.Template, action.Values));
        Said(new Sentence(action.WhyTemplate, action.Values));
    }

    private static void Said(Sentence sentence)
    {
        if (sentence.Template.Length == 0)
        {
            return;
        }

        foreach (var system in new[] { UnitSystem.Metric, UnitSystem.Us })
        {
            var text = SentenceText.Render(sentence, system);
            text.ShouldNotContain("{");
            text.ShouldNotContain("  ");
            text.ShouldNotContain("..");
            text.ShouldNotContain("NaN");
            text.ShouldNotContain("∞");
            (char.IsUpper(text[0]) || char.IsDigit(text[0])).ShouldBeTrue(text);
            (text[^1] is '.' or '?' or '!').ShouldBeTrue(text);
            Doubled().IsMatch(text).ShouldBeFalse(text);
            if (system == UnitSystem.Us)
            {
                MetricUnit().IsMatch(text).ShouldBeFalse(text);
            }
        }

        // Every number it carries is said, and no other name is asked for.
        var named = Name().Matches(sentence.Template).Select(m => m.Groups["name"].Value).ToHashSet(StringComparer.Ordinal);
        named.ShouldAllBe(n => sentence.Values.ContainsKey(n));
    }

    [GeneratedRegex(@"\b(?<word>[A-Za-z]+) \k<word>\b", RegexOptions.ExplicitCapture, 1000)]
    private static partial Regex Doubled();

    [GeneratedRegex(@"\d\s?(kPa|kW|L/h|°C|cm³|litres?)\b", RegexOptions.ExplicitCapture, 1000)]
    private static partial Regex MetricUnit();

    [GeneratedRegex(@"\{(?<name>[A-Za-z0-9]+)\}", RegexOptions.ExplicitCapture, 1000)]
    private static partial Regex Name();
}
