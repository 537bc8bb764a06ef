using System.Text.Json;
using HazyGauge.Core.Fields;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Tests;

/// <summary>A page can ask for everything that is known of a vehicle from the catalogue alone.</summary>
public class CatalogueTests
{
    [Fact]
    public void Every_fact_of_a_vehicle_is_asked_for_once_and_somewhere()
    {
        var facts = typeof(VehicleSurvey)
            .GetProperties()
            .Where(group => group.PropertyType.Namespace == typeof(VehicleSurvey).Namespace)
            .SelectMany(group =>
                group
                    .PropertyType.GetConstructors()
                    .MaxBy(c => c.GetParameters().Length)!
                    .GetParameters()
                    .SelectMany(p =>
                        p.ParameterType == typeof(FuelMaterials) || p.ParameterType == typeof(CorrectionAbove)
                            ? p.ParameterType.GetProperties().Select(m => $"{Camel(group.Name)}.{Camel(p.Name!)}.{Camel(m.Name)}")
                            : [$"{Camel(group.Name)}.{Camel(p.Name!)}"]
                    )
            )
            .Concat(["users", "controllers", "settings", "instruments"]);
        Assert.Equal(facts.Order(StringComparer.Ordinal), VehicleFields.All.Select(f => f.Path).Order(StringComparer.Ordinal));
        Assert.All(VehicleFields.All, f => Assert.True(f.Group is { Place: not null } != f.AskedAt is not null, $"{f.Path} is asked at a stop or at a station."));
    }

    [Fact]
    public void Every_choice_and_every_row_can_be_given()
    {
        foreach (var field in VehicleFields.All)
        {
            var type = Nullable.GetUnderlyingType(field.ValueType) ?? field.ValueType;
            var chosen = field.Answer == AnswerKind.Several ? type.GetGenericArguments()[0] : type;
            Assert.Equal(
                chosen.IsEnum ? Enum.GetNames(chosen).Where(n => chosen != typeof(MaterialRating) || n != nameof(MaterialRating.Unknown)).Select(Camel) : [],
                field.Choices.Select(c => c.Name)
            );
            Assert.Equal(field.Answer == AnswerKind.List, field is { Items.Count: > 0, ItemName: not null });
            Assert.Equal(field.Answer == AnswerKind.Table, field.Columns.Count > 0);
            Assert.All(field.Columns, c => Assert.Contains(type.GetGenericArguments()[0].GetProperties(), p => Camel(p.Name) == c.Name));
        }
    }

    private static string Camel(string name) => JsonNamingPolicy.CamelCase.ConvertName(name);
}
