namespace HazyGauge.Core.Parts;

/// <summary>Parts that more than one station asks for: one line of the buying list, under one name.</summary>
public static class CommonParts
{
    /// <summary>The feed's fuse holder, by its name in addresses.</summary>
    public const string FuseHolder = "fuse-holder";

    /// <summary>What it is called.</summary>
    public const string FuseHolderName = "Fuse holder with its own small fuse, from a switched position";
}
