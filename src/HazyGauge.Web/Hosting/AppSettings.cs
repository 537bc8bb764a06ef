using System.Globalization;
using System.Net;

namespace HazyGauge.Web.Hosting;

/// <summary>The surroundings do not allow a start; the message says what to change.</summary>
internal sealed class CannotStartException(string message) : Exception(message);

/// <summary>What the surroundings say about how to run.</summary>
/// <param name="Port">Port to listen on; 0 takes a free one.</param>
/// <param name="DataFolder">Folder of the database.</param>
/// <param name="LoadDemo">True to load the demo into an empty database.</param>
/// <param name="Ignored">Settings that would open other addresses; they do not.</param>
internal sealed record AppSettings(int Port, string DataFolder, bool LoadDemo, IReadOnlyList<string> Ignored)
{
    private static readonly string[] OtherAddresses = ["urls", "http_ports", "https_ports", "Kestrel:Endpoints"];

    private const int UsualPort = 5080;

    /// <summary>Reads the surroundings.</summary>
    /// <exception cref="CannotStartException">They ask for something that cannot be.</exception>
    public static AppSettings Read(IConfiguration configuration)
    {
        var bind = configuration["HAZY_BIND"];
        if (!string.IsNullOrEmpty(bind) && !(IPAddress.TryParse(bind, out var address) && address.Equals(IPAddress.Loopback)))
        {
            throw new CannotStartException($"HAZY_BIND={bind}: Hazy Gauge has no sign-in yet and listens on 127.0.0.1 only.");
        }

        var port = configuration["HAZY_PORT"];
        if (!string.IsNullOrEmpty(port) && !(ushort.TryParse(port, NumberStyles.None, CultureInfo.InvariantCulture, out _)))
        {
            throw new CannotStartException($"HAZY_PORT={port} is not a port between 0 and 65535.");
        }

        var folder = configuration["HAZY_DATA"];
        return new AppSettings(
            string.IsNullOrEmpty(port) ? UsualPort : ushort.Parse(port, CultureInfo.InvariantCulture),
            Path.GetFullPath(string.IsNullOrEmpty(folder) ? "data" : folder),
            configuration["HAZY_DEMO"] == "1",
            [.. OtherAddresses.Where(name => configuration.GetSection(name) is var section && (section.Value is { Length: > 0 } || section.GetChildren().Any()))]
        );
    }
}
