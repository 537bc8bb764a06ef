using System.Collections;
using System.Collections.Concurrent;
using System.Linq.Expressions;
using System.Reflection;
using System.Text.Json.Serialization;

namespace HazyGauge.Core.Haze;

/// <summary>Looks through results for numbers that are none: nobody can write down, save or show infinity.</summary>
public static class FiniteNumbers
{
    private static readonly ConcurrentDictionary<Type, Action<object>?> Looks = new();

    /// <summary>Looks at every number of a value and of all its parts.</summary>
    /// <param name="value">Records of Core, lists and dictionaries of them; a tree.</param>
    /// <exception cref="NotFiniteNumberException">One of them, or its haze, is no finite number.</exception>
    public static void Check(object? value)
    {
        if (value is not null)
        {
            Looks.GetOrAdd(value.GetType(), LookAt)?.Invoke(value);
        }
    }

    private static Action<object>? LookAt(Type type)
    {
        if (type == typeof(double))
        {
            return value => Check((double)value);
        }

        if (type == typeof(Hazy))
        {
            return value => Check((Hazy)value);
        }

        if (typeof(IDictionary).IsAssignableFrom(type))
        {
            return value => CheckEach(((IDictionary)value).Values);
        }

        if (type.IsPrimitive || type.IsEnum || type == typeof(string))
        {
            return null;
        }

        return typeof(IEnumerable).IsAssignableFrom(type) ? value => CheckEach((IEnumerable)value)
            : type.Assembly == typeof(FiniteNumbers).Assembly || type.IsGenericType ? LookInto(type)
            : null;
    }

    private static void Check(double number)
    {
        if (!double.IsFinite(number))
        {
            throw new NotFiniteNumberException(number);
        }
    }

    private static void Check(Hazy number)
    {
        Check(number.Value);
        Check(number.StandardU);
    }

    private static void CheckEach(IEnumerable values)
    {
        foreach (var value in values)
        {
            Check(value);
        }
    }

    // What is written out, and nothing else: other properties may not even have a value.
    private static Action<object>? LookInto(Type type)
    {
        var looks = type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
            .Where(p => p.CanRead && p.GetIndexParameters().Length == 0 && p.GetCustomAttribute<JsonIgnoreAttribute>() is null or { Condition: not JsonIgnoreCondition.Always })
            .Where(p => CanHold(p.PropertyType))
            .Select(p => LookAt(type, p))
            .ToArray();
        return looks.Length == 0 ? null : value => Array.ForEach(looks, look => look(value));
    }

    private static bool CanHold(Type type) =>
        (Nullable.GetUnderlyingType(type) ?? type) is var bare && (bare == typeof(double) || !(bare.IsPrimitive || bare.IsEnum || bare == typeof(string)));

    // Numbers are read as they are: most of what there is to look at are numbers, and a box for each would cost more than looking.
    private static Action<object> LookAt(Type type, PropertyInfo property)
    {
        var value = Expression.Parameter(typeof(object));
        var read = Expression.Property(Expression.Convert(value, type), property);
        Action<object> Compiled(Expression call) => Expression.Lambda<Action<object>>(call, value).Compile();
        return property.PropertyType == typeof(double) ? Compiled(Expression.Call(typeof(FiniteNumbers), nameof(Check), null, read))
            : property.PropertyType == typeof(Hazy) ? Compiled(Expression.Call(typeof(FiniteNumbers), nameof(Check), null, read))
            : Compiled(Expression.Call(typeof(FiniteNumbers), nameof(Check), null, Expression.Convert(read, typeof(object))));
    }
}
