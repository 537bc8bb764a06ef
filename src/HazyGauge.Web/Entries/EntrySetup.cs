using HazyGauge.Core.Entries;

namespace HazyGauge.Web.Entries;

/// <summary>Brings kinds of entries into the program.</summary>
public static class EntrySetup
{
    /// <summary>Registers a kind: from then on its entries are written, checked, listed, found, exported, imported and read by stations.</summary>
    public static IServiceCollection AddEntryKind<T>(this IServiceCollection services)
        where T : class, IEntryKind => services.AddSingleton<IEntryKind, T>();
}
