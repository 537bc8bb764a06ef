namespace HazyGauge.Core;

/// <summary>The version of the rules: kept with every saved result, so that a later version can say where it would differ.</summary>
public static class CoreVersion
{
    /// <summary>Three numbers, like 0.1.0.</summary>
    public static readonly string Current = typeof(CoreVersion).Assembly.GetName().Version!.ToString(3);
}
