/** Lets one through at once, and then one in so many milliseconds; who is called off while waiting is never let through. */
export function pace(ms: number): (signal: AbortSignal) => Promise<void> {
  let last = Number.NEGATIVE_INFINITY;
  return async (signal) => {
    signal.throwIfAborted();
    const wait = last + ms - performance.now();
    if (wait > 0) {
      await new Promise<void>((done, failed) => {
        const timer = setTimeout(done, wait);
        signal.addEventListener("abort", () => {
          clearTimeout(timer);
          failed(signal.reason);
        });
      });
    }
    signal.throwIfAborted();
    last = performance.now();
  };
}
