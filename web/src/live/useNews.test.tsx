import { QueryClient } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { author } from "../shell/settings";
import { Place } from "../testServer";
import { useBayNews, useJobNews } from "./useNews";

/** A hub that says what a test has it say. */
class Hub {
  static made: Hub[] = [];
  static failures = 0;
  heard: ((news: unknown) => void)[] = [];
  back: (() => Promise<void>)[] = [];
  invoked: unknown[][] = [];
  stopped = 0;

  constructor() {
    Hub.made.push(this);
  }

  on(message: string, tell: (news: unknown) => void) {
    expect(message).toBe("JobNews");
    this.heard.push(tell);
  }

  onreconnected(then: () => Promise<void>) {
    this.back.push(then);
  }

  async start() {
    if (Hub.failures-- > 0) {
      throw new Error("not there");
    }
  }

  async invoke(...call: unknown[]) {
    this.invoked.push(call);
  }

  async stop() {
    this.stopped++;
  }
}

vi.mock("@microsoft/signalr", () => {
  const builder = {
    withUrl: () => builder,
    withAutomaticReconnect: () => builder,
    configureLogging: () => builder,
    build: () => new Hub(),
  };
  return {
    HttpTransportType: { WebSockets: 1 },
    LogLevel: { None: 6 },
    HubConnectionBuilder: class {
      withUrl = builder.withUrl;
    },
  };
});

beforeEach(() => {
  Hub.made = [];
  Hub.failures = 0;
  author.set("JM");
});
afterEach(() => {
  vi.useRealTimers();
});

function inPlace(client: QueryClient) {
  return { wrapper: ({ children }: { children: ReactNode }) => <Place client={client}>{children}</Place> };
}

async function connected(): Promise<Hub> {
  await waitFor(() => expect(Hub.made[0]?.invoked.length).toBe(1));
  return Hub.made[0] as Hub;
}

test("a job's page asks again when something happens on it, and tells what others saved, the latest of each station", async () => {
  const client = new QueryClient();
  const asked = vi.spyOn(client, "invalidateQueries");
  const { result, unmount } = renderHook(() => useJobNews("7"), inPlace(client));
  const hub = await connected();
  expect(hub.invoked).toEqual([["Follow", "7"]]);

  act(() => hub.heard[0]?.({ job: "7", saved: [{ slug: "signal", revision: 4, author: "JM" }], lastEntry: null }));
  expect(result.current).toEqual([]);
  expect(asked.mock.calls.map(([filter]) => filter?.queryKey)).toEqual([
    ["jobs", "7"],
    ["recheck", "7"],
  ]);
  act(() => hub.heard[0]?.({ job: "7", saved: [{ slug: "capacity", revision: 5, author: "RL" }], lastEntry: null }));
  act(() => hub.heard[0]?.({ job: "7", saved: [{ slug: "capacity", revision: 6, author: "MK" }], lastEntry: null }));
  expect(result.current).toEqual([{ slug: "capacity", revision: 6, author: "MK" }]);

  // After a lost connection nobody knows what was missed: it follows again and asks for everything.
  asked.mockClear();
  await act(async () => hub.back[0]?.());
  expect(hub.invoked).toHaveLength(2);
  expect(asked).toHaveBeenCalledTimes(2);
  unmount();
  expect(hub.stopped).toBe(1);
});

test("the bay asks again once for a burst of news, and a program that is not there is tried again", async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true, advanceTimeDelta: 50 });
  Hub.failures = 1;
  const client = new QueryClient();
  const asked = vi.spyOn(client, "invalidateQueries");
  renderHook(() => useBayNews(), inPlace(client));
  await vi.advanceTimersByTimeAsync(3500);
  const hub = await connected();
  expect(hub.stopped).toBe(1);
  expect(hub.invoked).toEqual([["FollowBay"]]);
  for (let i = 0; i < 5; i++) {
    hub.heard[0]?.({ job: `${i}`, saved: [], lastEntry: i });
  }
  expect(asked).not.toHaveBeenCalled();
  await vi.advanceTimersByTimeAsync(2100);
  expect(asked.mock.calls.map(([filter]) => filter?.queryKey)).toEqual([["jobs", "bay"]]);
});
