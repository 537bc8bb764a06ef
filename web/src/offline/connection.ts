import { useSyncExternalStore } from "react";

/** Asked for to find out whether the program answers: small, always the same, and no work for it. */
const smallest = "/api/fuels";
const againMs = 1000;
const patienceMs = 3000;

/** When the program stopped answering; null while it answers. */
let lostAt: string | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
const listeners = new Set<() => void>();

function tell(next: string | null) {
  if (next === lostAt) {
    return;
  }
  lostAt = next;
  for (const listener of listeners) {
    listener();
  }
}

/** The program answered. */
export function answered() {
  clearTimeout(timer);
  timer = undefined;
  tell(null);
}

/** The program did not answer: it is asked again until it does. */
export function unanswered() {
  tell(lostAt ?? new Date().toISOString());
  timer ??= setTimeout(askAgain, againMs);
}

async function askAgain() {
  timer = undefined;
  if (await answers()) {
    answered();
  } else {
    unanswered();
  }
}

/** True where the program answers now. */
export async function answers(): Promise<boolean> {
  try {
    await fetch(smallest, { cache: "no-store", signal: AbortSignal.timeout(patienceMs) });
    return true;
  } catch {
    return false;
  }
}

export const isConnected = () => lostAt === null;

export function onConnection(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** When the program stopped answering; null while it answers. */
export const useLostAt = () => useSyncExternalStore(onConnection, () => lostAt);

/** The browser's own word on its network comes sooner than a request that fails. */
export function watchNetwork() {
  window.addEventListener("offline", unanswered);
  window.addEventListener("online", askAgain);
  if (!navigator.onLine) {
    unanswered();
  }
}

/** Asks the program, and notes whether it answers. */
export async function askProgram(request: Request): Promise<Response> {
  try {
    const response = await fetch(request);
    answered();
    return response;
  } catch (error) {
    // A question that the page itself gave up says nothing about the program.
    if (!request.signal.aborted) {
      unanswered();
    }
    throw error;
  }
}
