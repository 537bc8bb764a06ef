import type { HubConnection, ISubscription } from "@microsoft/signalr";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Capture, Sentence } from "../api/client";

export type SimulatorFault =
  | "none"
  | "noSupply"
  | "noPullUp"
  | "dropouts"
  | "missingPulses"
  | "glitches"
  | "contaminated"
  | "frozen"
  | "inverted"
  | "wandering"
  | "wholePeriodWidth";

/** What the simulator is to send. The hub is not part of the OpenAPI document, so its shapes are written here. */
export interface SimulatorRequest {
  ethanolPct: number;
  fuelTempC: number;
  fault: SimulatorFault;
  noiseUs: number;
  seed: number;
}

/** One of twenty looks a second at a signal. */
export interface LiveFrame {
  tS: number;
  settings: SimulatorRequest;
  capture: Capture;
  /** That in a sentence. */
  headline: Sentence;
}

export type LiveState = "off" | "starting" | "running" | "lost" | "refused";

/** The simulator sensor: started, changed while it runs, stopped; a dropped connection is taken up again by itself. */
export function useLive() {
  const [state, setState] = useState<LiveState>("off");
  const [frame, setFrame] = useState<LiveFrame | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [settings, setSettings] = useState<SimulatorRequest>({
    ethanolPct: 10,
    fuelTempC: 25,
    fault: "none",
    noiseUs: 0,
    seed: 1,
  });
  const wanted = useRef(settings);
  const connection = useRef<HubConnection | null>(null);
  const stream = useRef<ISubscription<LiveFrame> | null>(null);

  const subscribe = useCallback((hub: HubConnection) => {
    stream.current = hub.stream<LiveFrame>("StandIn", wanted.current).subscribe({
      next: (next) => {
        setFrame(next);
        setState("running");
      },
      complete: () => {},
      error: (error: Error) => {
        // A dropped connection ends the stream too; only what the program itself says is a refusal.
        if (isRefusal(error)) {
          setRefusal(wordsOf(error));
          setState("refused");
        }
      },
    });
  }, []);

  const stop = useCallback(() => {
    stream.current?.dispose();
    stream.current = null;
    const hub = connection.current;
    connection.current = null;
    hub?.stop();
    setState("off");
    setFrame(null);
  }, []);

  const start = useCallback(async () => {
    if (connection.current) {
      return;
    }
    setState("starting");
    setRefusal(null);
    // Loaded only when it is wanted: most visits never run a simulator.
    const { HubConnectionBuilder, LogLevel } = await import("@microsoft/signalr");
    const hub = new HubConnectionBuilder()
      .withUrl("/hubs/live")
      .withAutomaticReconnect({
        nextRetryDelayInMilliseconds: ({ previousRetryCount }) => Math.min(5000, 300 * 2 ** previousRetryCount),
      })
      .configureLogging(LogLevel.None)
      .build();
    connection.current = hub;
    hub.onreconnecting(() => setState("lost"));
    hub.onreconnected(() => subscribe(hub));
    hub.onclose(() => connection.current === hub && setState("lost"));
    const connect = async () => {
      while (connection.current === hub) {
        try {
          await hub.start();
          subscribe(hub);
          return;
        } catch {
          setState("lost");
          await new Promise((wait) => setTimeout(wait, 1000));
        }
      }
    };
    await connect();
  }, [subscribe]);

  const change = useCallback((part: Partial<SimulatorRequest>) => {
    wanted.current = { ...wanted.current, ...part };
    setSettings(wanted.current);
    const hub = connection.current;
    if (hub?.state === "Connected") {
      hub.invoke("Change", wanted.current).then(
        () => setRefusal(null),
        (error: Error) => isRefusal(error) && setRefusal(wordsOf(error)),
      );
    }
  }, []);

  useEffect(() => stop, [stop]);
  return { state, frame, refusal, settings, start, stop, change };
}

function isRefusal(error: Error): boolean {
  return error.message.includes("HubException: ");
}

/** The program's own sentence, without what the connection puts before it. */
function wordsOf(error: Error): string {
  return error.message.replace(/^.*HubException: /, "");
}

export type Live = ReturnType<typeof useLive>;
