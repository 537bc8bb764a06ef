using System.Globalization;
using CsCheck;
using HazyGauge.Core.Fields.Typed;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Tests;

/// <summary>Numbers as mechanics type them.</summary>
public class TypedNumberTests
{
    private static TypedQuestion Asked(string what) => VehicleFields.Find(what) is { } field ? TypedQuestion.Of(field) : TypedQuestion.OfQuantity(what).ShouldNotBeNull(what);

    private static TypedNumber Read(string what, string text, UnitSystem system = UnitSystem.Metric) => TypedNumber.Of(text, Asked(what), system);

    // Conversions by definition (NIST SP 811); the others by hand.
    [Theory]
    [Trait("Category", "Outside")]
    [InlineData("ethanol", "85", 85)]
    [InlineData("ethanol", "E85", 85)]
    [InlineData("ethanol", "e 85", 85)]
    [InlineData("ethanol", "85%", 85)]
    [InlineData("ethanol", "85 % ", 85)]
    [InlineData("ethanol", "73,5", 73.5)]
    [InlineData("ethanol", "70 ± 3", 70)]
    [InlineData("pressure", "300", 300)]
    [InlineData("pressure", "300 kPa", 300)]
    [InlineData("pressure", "300kpa", 300)]
    [InlineData("pressure", "43.5 psi", 299.921942)]
    [InlineData("pressure", "43,5 PSI", 299.921942)]
    [InlineData("pressure", "3 bar", 300)]
    [InlineData("pressure", "3,0bar", 300)]
    [InlineData("pressure", "0.3 MPa", 300)]
    [InlineData("pressure", "1.0e2", 100)]
    [InlineData("pressure", "29.92 inHg", 101.321091)]
    [InlineData("pressure", "−20 kPa", -20)]
    [InlineData("temperature", "104 °F", 40)]
    [InlineData("temperature", "104F", 40)]
    [InlineData("temperature", "-40", -40)]
    [InlineData("temperature", "-40 f", -40)]
    [InlineData("temperature", "300 K", 26.85)]
    [InlineData("power", "200 hp", 149.139974)]
    [InlineData("power", "200 PS", 147.09975)]
    [InlineData("power", "1,000 W", 1)]
    [InlineData("flow", "190 L/h", 190)]
    [InlineData("flow", "190 lph", 190)]
    [InlineData("flow", "50 gph", 189.270589)]
    [InlineData("flow", "3.2 l/min", 192)]
    [InlineData("volume", "18 gal", 68.137412)]
    [InlineData("volume", "18gallons", 68.137412)]
    [InlineData("volume", "15 imp gal", 68.19135)]
    [InlineData("engineSpeed", "6,500", 6500)]
    [InlineData("engineSpeed", "6 500 rpm", 6500)]
    [InlineData("engineSpeed", "6'500", 6500)]
    [InlineData("engineSpeed", "6.5 krpm", 6500)]
    [InlineData("engineSpeed", "6500 1/min", 6500)]
    [InlineData("engineSpeed", "1.5e3", 1500)]
    [InlineData("injectorFlow", "1.234,5", 1234.5)]
    [InlineData("injectorFlow", "1,234.5 cc/min", 1234.5)]
    [InlineData("injectorFlow", "740 cm³/min", 740)]
    [InlineData("length", "3/8 in", 0.009525)]
    [InlineData("length", "1 1/2 in", 0.0381)]
    [InlineData("length", "5'", 1.524)]
    [InlineData("length", "12\"", 0.3048)]
    [InlineData("voltage", "300 mV", 0.3)]
    [InlineData("voltage", ",3", 0.3)]
    [InlineData("time", "950 µs", 0.95)]
    [InlineData("time", "950 us", 0.95)]
    [InlineData("duration", "1.5 h", 90)]
    [InlineData("displacement", "350 cid", 5735.47)]
    public void A_number_is_understood_in_any_unit_of_its_kind(string what, string text, double metric)
    {
        var read = Read(what, text);
        read.Value.ShouldBe(metric, Math.Abs(metric) * 1e-5);
        read.Doubt.ShouldBeNull();
    }

    [Fact]
    public void A_plus_before_a_power_is_asked_about_and_before_a_wish_or_a_temperature_is_not()
    {
        var typed = Read("engine.wantedPowerKw", "+60 hp");
        typed.Value.ShouldBe(44.742, 1e-3);
        typed.Doubt.ShouldNotBeNull().Text.ShouldBe("\u201c+60 hp\u201d is taken as 44.742 kW in all. So much more than now goes under Wishes.");
        Read("engine.powerKw", "+45").Doubt.ShouldNotBeNull();
        Read("engine.powerKw", "145").Doubt.ShouldBeNull();
        Read("temperature", "+5").Doubt.ShouldBeNull();
        TypedNumber.Of("+60 hp", TypedQuestion.Of(VehicleFields.Find("goals.wishes")!.Items.First(f => f.Path == "extraKw")), UnitSystem.Metric).Doubt.ShouldBeNull();
    }

    [Theory]
    [InlineData("goals.highestEthanolPct", "0.85", UnitSystem.Metric, "85")]
    [InlineData("control.fuelMapEthanolPct", "0,1", UnitSystem.Us, "10")]
    [InlineData("engine.boostKpa", "14", UnitSystem.Metric, "96.526602")]
    [InlineData("engine.boostKpa", "221", UnitSystem.Metric, "119.675")]
    [InlineData("fuelSystem.basePressureKpa", "43.5", UnitSystem.Metric, "299.921942")]
    [InlineData("fuelSystem.basePressureKpa", "3", UnitSystem.Us, "300")]
    [InlineData("pump.flowLph", "25", UnitSystem.Metric, "94.635295")]
    [InlineData("injectors.ratedFlowCcMin", "60", UnitSystem.Metric, "629.989403")]
    public void What_is_possible_but_unlikely_is_asked_about(string field, string text, UnitSystem system, string meant)
    {
        var doubt = Read(field, text, system).Doubt.ShouldNotBeNull();
        doubt.Meant.Select(m => m.Value).ShouldContain(v => Math.Abs(v - double.Parse(meant, CultureInfo.InvariantCulture)) < 1e-3, string.Join("; ", doubt.Meant));
        doubt.Text.ShouldContain("Did you mean ");

        // What is offered, typed as it is offered, is understood so and not asked about again.
        foreach (var one in doubt.Meant)
        {
            var again = Read(field, one.Text, system);
            again.Value.ShouldBe(one.Value, Math.Abs(one.Value) * 1e-3);
            again.Doubt.ShouldBeNull(one.Text);
        }
    }

    [Theory]
    [InlineData("power", "abc", "is not a number")]
    [InlineData("power", "", "is not a number")]
    [InlineData("power", "12,34,5", "is not a number")]
    [InlineData("power", "1/0 kW", "is not a number")]
    [InlineData("power", "190 L/h", "a flow; a power is asked for")]
    [InlineData("pressure", "3 foo", "nobody measures a pressure in")]
    [InlineData("power", "E85", "is a blend")]
    [InlineData("ethanol", "185", "“185” cannot be right")]
    [InlineData("engine.displacementCc", "2.0", "Did you mean 2 L?")]
    [InlineData("injectors.testFluidDensityKgM3", "0.745", "Did you mean 0.745 g/cm³?")]
    [InlineData("engine.powerKw", "9000", "between 1 and 2000 kW; “9000” cannot be right")]
    public void What_cannot_be_is_refused_with_what_was_typed(string what, string text, string why) =>
        Should.Throw<RefusedInputException>(() => Read(what, text)).Errors["text"].Single().ShouldContain(why);

    [Fact]
    public void A_refusal_and_an_echo_speak_the_units_that_are_shown()
    {
        Should
            .Throw<RefusedInputException>(() => Read("engine.powerKw", "9000", UnitSystem.Us))
            .Errors["text"]
            .Single()
            .ShouldBe("Power now must be between 1.341 and 2682 hp; “9000” cannot be right.");
        Read("engine.powerKw", "1,000", UnitSystem.Us).ShouldBe(new TypedNumber(745.699872, "kW", "1000 hp"));
        Read("fuelSystem.basePressureKpa", "300 kPa", UnitSystem.Us).Shown.ShouldBe("43.511 psi");
        Should
            .Throw<RefusedInputException>(() => Read("fuelSystem.basePressureKpa", "300", UnitSystem.Us))
            .Errors["text"]
            .Single()
            .ShouldEndWith("“300” cannot be right. Did you mean 300 kPa?");
        var absolute = Read("engine.boostKpa", "32 psia");
        absolute.Value.ShouldBe(119.307, 1e-3);
        absolute.Doubt.ShouldNotBeNull().Text.ShouldContain("above the air at sea level");
        Read("ethanol", "70 ± 3").PlusMinus.ShouldBe(3);
        Read("temperature", "104 ± 9 °F").PlusMinus.ShouldBe(5);
    }

    [Fact]
    public void Whatever_is_typed_is_understood_or_refused_and_what_is_shown_is_understood_again()
    {
        string[] pieces = ["1", "0", "7", "85", ",", ".", " ", "-", "+", "±", "e", "E", "/", "'", "psi", "kPa", "bar", "°F", "%", "in", "1/min", "\"", "ä", "\u00a0", "abs"];
        string[] kinds = ["pressure", "ethanol", "length", "engineSpeed", "engine.boostKpa"];
        Gen.Select(
                Gen.Int[0, pieces.Length - 1].Select(i => pieces[i]).Array[0, 9],
                Gen.Int[0, kinds.Length - 1].Select(i => kinds[i]),
                Gen.Bool.Select(us => us ? UnitSystem.Us : UnitSystem.Metric)
            )
            .Sample(
                (typed, what, system) =>
                {
                    TypedNumber read;
                    try
                    {
                        read = Read(what, string.Concat(typed), system);
                    }
                    catch (RefusedInputException)
                    {
                        return;
                    }

                    double.IsFinite(read.Value).ShouldBeTrue();
                    var style = UnitStyle.Of(Asked(what).Unit);
                    if (Math.Abs(read.Value) is > 1e-2 and < 1e6)
                    {
                        Read(what, read.Shown, system).Value.ShouldBe(read.Value, (Math.Abs(read.Value) * 2e-3) + (1e-3 / style.Factor));
                    }
                },
                iter: 20_000
            );
    }
}
