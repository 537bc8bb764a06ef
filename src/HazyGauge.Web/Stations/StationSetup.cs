using HazyGauge.Core.Stations;

namespace HazyGauge.Web.Stations;

/// <summary>Brings stations onto the line.</summary>
public static class StationSetup
{
    /// <summary>Registers a station: from then on it is read, tried out, saved, imported, checked again, compared, duplicated and shown in the bay.</summary>
    public static IServiceCollection AddStation<T>(this IServiceCollection services)
        where T : class, IStation => services.AddSingleton<T>().AddSingleton<IStation>(s => s.GetRequiredService<T>());
}
