using System.Runtime.CompilerServices;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Sensing;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Simulation;
using HazyGauge.Core.Stations.Signal;
using Microsoft.AspNetCore.SignalR;

namespace HazyGauge.Web.Live;

/// <summary>What a simulator sensor is to send.</summary>
/// <param name="EthanolPct">0 to 100 %.</param>
/// <param name="FuelTempC">-40 to 125 C. Default 25.</param>
/// <param name="Fault">What is wrong with it. Default none.</param>
/// <param name="NoiseUs">Standard deviation by which every edge is off, us. Default 0.</param>
/// <param name="Seed">Any number; the same one gives the same wave.</param>
public sealed record SimulatorRequest(double EthanolPct, double FuelTempC = 25, SimulatorFault Fault = SimulatorFault.None, double NoiseUs = 0, int Seed = 1)
{
    internal SimulatorSettings Settings => new(EthanolPct, FuelTempC, Fault, NoiseUs);
}

/// <summary>One of twenty looks a second at a signal.</summary>
/// <param name="TS">Time since the beginning, s.</param>
/// <param name="Settings">What the simulator is sending.</param>
/// <param name="Capture">What the wire says.</param>
/// <param name="Headline">That in a sentence.</param>
public sealed record LiveFrame([property: System.Text.Json.Serialization.JsonPropertyName("tS")] double TS, SimulatorRequest Settings, CaptureResult Capture, Sentence Headline);

/// <summary>
/// What happens while a page is open. A caller that follows a job or the bay is told with <see cref="JobNewsDesk.Message"/>. Live signals: a caller streams <c>StandIn</c>
/// to start a simulator sensor and receive a frame every 50 ms, changes it with
/// <c>Change</c> while it runs, and ends the stream to stop it.
/// </summary>
internal sealed class LiveHub(TimeProvider clock) : Hub
{
    private const string Running = "stand-ins";
    private static readonly TimeSpan Frame = TimeSpan.FromMilliseconds(50);

    /// <summary>Starts a simulator sensor and watches its wire.</summary>
    [HubMethodName("StandIn")]
    public async IAsyncEnumerable<LiveFrame> Simulate(SimulatorRequest? request, [EnumeratorCancellation] CancellationToken cancellation)
    {
        var asked = Asked(request);
        var simulator = InWords(() => new LiveSimulator(asked.Settings, asked.Seed));
        var address = Context.GetHttpContext()?.Connection.RemoteIpAddress?.ToString() ?? string.Empty;
        using var place = LivePlaces.Take(Context.ConnectionId, address) ?? throw new HubException("So many simulators are running already. Stop one of them first.");

        // Whoever does not take what is sent holds a place others want: he is let go.
        using var patience = new Patience(Context.Abort, clock);
        var mine = Mine;
        lock (mine)
        {
            mine.Add(simulator);
        }

        try
        {
            var began = clock.GetTimestamp();
            using var timer = new PeriodicTimer(Frame, clock);
            do
            {
                patience.Renew();
                var nowS = clock.GetElapsedTime(began).TotalSeconds;
                LiveFrame frame;
                lock (simulator)
                {
                    var read = simulator.RunTo(nowS, SensorLaw.UsualToleranceEthanolPct);
                    var s = simulator.Settings;
                    frame = new LiveFrame(
                        nowS,
                        new SimulatorRequest(s.EthanolPct, s.FuelTempC, s.Fault, s.NoiseUs, asked.Seed),
                        read with
                        {
                            Timeline = [],
                        },
                        SignalWords.Headline(read.Reading)
                    );
                }

                yield return frame;
            } while (await timer.WaitForNextTickAsync(cancellation));
        }
        finally
        {
            lock (mine)
            {
                mine.Remove(simulator);
            }
        }
    }

    /// <summary>Changes the simulator that was started last of those that run on this connection, from its next period on.</summary>
    public void Change(SimulatorRequest? request)
    {
        var mine = Mine;
        LiveSimulator? simulator;
        lock (mine)
        {
            simulator = mine.LastOrDefault();
        }

        if (simulator is null)
        {
            throw new HubException("No simulator is running here. Start one first.");
        }

        InWords(() =>
        {
            lock (simulator)
            {
                return simulator.Settings = Asked(request).Settings;
            }
        });
    }

    /// <summary>From now on this connection hears what is saved and written on a job.</summary>
    public Task Follow(Guid job) => Groups.AddToGroupAsync(Context.ConnectionId, JobNewsDesk.GroupOf(job), Context.ConnectionAborted);

    /// <summary>From now on this connection hears of every job on which something is saved or written.</summary>
    public Task FollowBay() => Groups.AddToGroupAsync(Context.ConnectionId, JobNewsDesk.Bay, Context.ConnectionAborted);

    /// <inheritdoc/>
    public override Task OnConnectedAsync()
    {
        Context.Items[Running] = new List<LiveSimulator>();
        return base.OnConnectedAsync();
    }

    // What runs on this connection, in the order it was started.
    private List<LiveSimulator> Mine => (List<LiveSimulator>)Context.Items[Running]!;

    private static SimulatorRequest Asked(SimulatorRequest? request) => request ?? throw new HubException("Say what the simulator is to send, like { \"ethanolPct\": 50 }.");

    private static T InWords<T>(Func<T> act)
    {
        try
        {
            return act();
        }
        catch (RefusedInputException refused)
        {
            throw new HubException(refused.Message, refused);
        }
    }
}
