import type { HubConnection } from "@microsoft/signalr";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { keys } from "../api/queries";
import { author } from "../shell/settings";

/** A document somebody saved. The hub is not part of the OpenAPI document, so its shapes are written here. */
interface SavedNews {
  slug: string;
  revision: number;
  author: string;
}

/** What happened on a job just now. */
interface JobNews {
  job: string;
  saved: readonly SavedNews[];
  lastEntry: number | null;
}

/** The bay of a busy shop is asked for again at most this often. */
const bayRestMs = 2000;
const againMs = 3000;

/** Follows what happens on a job: what the page shows of it is asked for again, and what others saved is told. */
export function useJobNews(id: string): readonly SavedNews[] {
  const client = useQueryClient();
  const [saved, setSaved] = useState<readonly SavedNews[]>([]);
  useEffect(() => {
    return follow("Follow", [id], (news) => {
      client.invalidateQueries({ queryKey: keys.job(id) });
      client.invalidateQueries({ queryKey: ["recheck", id] });
      const others = news?.saved.filter((s) => s.author !== author.get()) ?? [];
      if (others.length > 0) {
        setSaved((before) => [...before.filter((b) => others.every((o) => o.slug !== b.slug)), ...others]);
      }
    });
  }, [client, id]);
  return saved;
}

/** Follows what happens on all jobs: the bay is asked for again. */
export function useBayNews() {
  const client = useQueryClient();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = follow("FollowBay", [], () => {
      timer ??= setTimeout(() => {
        timer = undefined;
        client.invalidateQueries({ queryKey: keys.bay });
      }, bayRestMs);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [client]);
}

/** Listens until it is stopped. After a lost connection it tells "something may have happened" without saying what. */
function follow(method: string, args: readonly unknown[], tell: (news: JobNews | null) => void): () => void {
  let hub: HubConnection | null = null;
  let stopped = false;
  const begin = async () => {
    const { HttpTransportType, HubConnectionBuilder, LogLevel } = await import("@microsoft/signalr");
    if (stopped) {
      return;
    }
    hub = new HubConnectionBuilder()
      .withUrl("/hubs/live", { skipNegotiation: true, transport: HttpTransportType.WebSockets })
      .withAutomaticReconnect({ nextRetryDelayInMilliseconds: () => againMs })
      .configureLogging(LogLevel.None)
      .build();
    const mine = hub;
    mine.on("JobNews", tell);
    mine.onreconnected(async () => {
      await mine.invoke(method, ...args);
      tell(null);
    });
    while (!stopped) {
      try {
        await mine.start();
        await mine.invoke(method, ...args);
        return;
      } catch {
        // The page works without it; it tries again until the program is back.
        await mine.stop();
        await new Promise((wait) => setTimeout(wait, againMs));
      }
    }
  };
  begin();
  return () => {
    stopped = true;
    hub?.stop();
  };
}
