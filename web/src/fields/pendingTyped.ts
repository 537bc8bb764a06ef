const pending = new Set<Promise<unknown>>();

/** Has whoever saves wait for this: a text was typed that the program is still reading. */
export function noteReading(answer: Promise<unknown>) {
  pending.add(answer);
  answer.finally(() => pending.delete(answer));
}

/** Once every text that was typed is read, or refused. */
export async function allRead() {
  while (pending.size > 0) {
    await Promise.allSettled(pending);
  }
}
