using System.Reflection;

namespace HazyGauge.Core.Fields;

/// <summary>How many items a list holds at most, where that is not the usual number. Whatever reads a list from outside stops there, and the API's description says so.</summary>
/// <param name="most">How many.</param>
[AttributeUsage(AttributeTargets.Property | AttributeTargets.Parameter)]
public sealed class MostItemsAttribute(int most) : Attribute
{
    /// <summary>What a list holds at most where nothing else is said.</summary>
    public const int Usual = 20;

    /// <summary>How many sources of a number's doubt can be named.</summary>
    public const int HazeParts = 100;

    /// <summary>How many.</summary>
    public int Most => most;

    /// <summary>How many items the list of a property holds at most: as the property says, or the parameter of a record it comes from.</summary>
    public static int Of(PropertyInfo list) =>
        list.GetCustomAttribute<MostItemsAttribute>()?.Most
        ?? list.DeclaringType?.GetConstructors().SelectMany(c => c.GetParameters()).FirstOrDefault(p => p.Name == list.Name)?.GetCustomAttribute<MostItemsAttribute>()?.Most
        ?? Usual;
}
