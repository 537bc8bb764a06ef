namespace HazyGauge.Web.Live;

/// <summary>How many live streams run at once: so many on one connection, so many from one address, so many altogether.</summary>
internal static class LivePlaces
{
    private const int MostOnConnection = 2;
    private const int MostFromAddress = 16;
    private const int MostAltogether = 32;

    private static readonly Lock Door = new();
    private static readonly List<Place> Taken = [];

    /// <summary>A place, given back when it is disposed of; null where there is none left.</summary>
    public static IDisposable? Take(string connection, string address)
    {
        lock (Door)
        {
            if (Taken.Count >= MostAltogether || Taken.Count(p => p.Address == address) >= MostFromAddress || Taken.Count(p => p.Connection == connection) >= MostOnConnection)
            {
                return null;
            }

            var place = new Place(connection, address);
            Taken.Add(place);
            return place;
        }
    }

    private sealed class Place(string connection, string address) : IDisposable
    {
        public string Connection => connection;

        public string Address => address;

        public void Dispose()
        {
            lock (Door)
            {
                Taken.Remove(this);
            }
        }
    }
}

/// <summary>Acts where it is not renewed for a while.</summary>
internal sealed class Patience : IDisposable
{
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(15);
    private readonly ITimer _timer;

    public Patience(Action over, TimeProvider clock) => _timer = clock.CreateTimer(_ => over(), null, Longest, Timeout.InfiniteTimeSpan);

    public void Renew() => _timer.Change(Longest, Timeout.InfiniteTimeSpan);

    public void Dispose() => _timer.Dispose();
}
