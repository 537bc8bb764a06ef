import { afterAll, beforeAll, vi } from "vitest";

/** A drawing is made to the width it is seen at: the tests of a file see it so wide. */
export function seenAt(width: number): void {
  class Seen {
    constructor(private readonly tell: ResizeObserverCallback) {}
    observe() {
      this.tell([{ contentRect: { width } } as ResizeObserverEntry], this as unknown as ResizeObserver);
    }
    disconnect() {}
  }
  beforeAll(() => {
    vi.stubGlobal("ResizeObserver", Seen);
  });
  afterAll(() => {
    vi.unstubAllGlobals();
  });
}
