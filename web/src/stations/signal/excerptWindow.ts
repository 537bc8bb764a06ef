import type { Capture } from "../../api/client";

type Edge = Capture["excerpt"][number];

export interface Stretch {
  level: Edge["level"];
  fromS: number;
  toS: number;
}

export interface DrawnWindow {
  fromS: number;
  toS: number;
}

const spikeS = 50e-6;

/** The stretches of constant level between the edges of an excerpt. */
export function stretchesOf(edges: readonly Edge[], endS: number): Stretch[] {
  return edges.map((edge, i) => ({ level: edge.level, fromS: edge.tS, toS: edges[i + 1]?.tS ?? endS }));
}

/** The part of the excerpt to draw first: round whatever is odd in it, else its beginning; about three periods wide. */
export function firstWindow(stretches: readonly Stretch[], periodS: number, endS: number): DrawnWindow {
  const startS = stretches[0]?.fromS ?? 0;
  const inner = stretches.slice(1, -1);
  const unknown = inner.find((s) => s.level === null);
  const gap = inner.find((s) => s.toS - s.fromS > 1.5 * periodS) ?? silentEnd(stretches, periodS);
  const spike = inner.find((s) => s.toS - s.fromS < spikeS);
  const odd = unknown ?? spike ?? gap;
  const width = 3.2 * periodS;
  if (!odd) {
    return { fromS: startS, toS: Math.min(endS, startS + width) };
  }
  const oddWidth = Math.min(odd.toS - odd.fromS, 6 * periodS);
  const fromS = Math.max(startS, odd.fromS - width / 2);
  return { fromS, toS: Math.min(endS, Math.max(fromS + width, odd.fromS + oddWidth + width / 2)) };
}

/** The first low pulse in the window whose whole period is drawn too. */
export function dimensioned(stretches: readonly Stretch[], window: DrawnWindow, periodS: number) {
  for (let i = 1; i + 2 < stretches.length; i++) {
    const [low, high, next] = [stretches[i], stretches[i + 1], stretches[i + 2]];
    if (
      low?.level === 0 &&
      high?.level === 1 &&
      next?.level === 0 &&
      low.fromS >= window.fromS &&
      high.toS <= window.toS &&
      Math.abs(high.toS - low.fromS - periodS) < 0.2 * periodS
    ) {
      return { fallS: low.fromS, riseS: low.toS, nextS: high.toS };
    }
  }
  return null;
}

function silentEnd(stretches: readonly Stretch[], periodS: number): Stretch | undefined {
  const last = stretches.at(-1);
  return last && last.toS - last.fromS > 3.5 * periodS ? last : undefined;
}
