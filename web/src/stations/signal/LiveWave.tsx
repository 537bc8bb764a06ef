import type { Capture } from "../../api/client";
import { useWidth } from "../../shell/useWidth";

const height = 150;
const highY = 40;
const lowY = 116;
const shownS = 0.06;

/** The last hundredths of a second of a live wave, held still by its falling edge. */
export function LiveWave({ capture }: { capture: Capture }) {
  const [frame, width] = useWidth<HTMLDivElement>();
  return (
    <figure className="panel mt-4">
      <figcaption className="panel-title">The wire now: the last {1000 * shownS} ms</figcaption>
      <div ref={frame}>
        {width > 0 && (
          <svg width={width} height={height} role="img" aria-label="The level on the signal wire, live" className="block">
            <polyline
              points={pointsOf(capture, width)}
              fill="none"
              strokeWidth="2.4"
              style={{ stroke: "var(--color-base-content)" }}
            />
            <text x={0} y={highY - 14} fontSize="12.5" style={{ fill: "var(--ink-3)" }}>
              released
            </text>
            <text x={0} y={lowY + 22} fontSize="12.5" style={{ fill: "var(--ink-3)" }}>
              pulled low
            </text>
          </svg>
        )}
      </div>
    </figure>
  );
}

function pointsOf(capture: Capture, width: number): string {
  const edges = capture.excerpt;
  const start = edges.slice(1).find((e) => e.level === 0)?.tS ?? 0;
  const x = (tS: number) => (((tS - start) / shownS) * width).toFixed(1);
  const y = (level: number | null) => (level === 0 ? lowY : highY);
  const before = edges.filter((e) => e.tS < start).at(-1) ?? edges[0];
  const points = [`0,${y(before?.level ?? 1)}`];
  let level: number | null = before?.level ?? 1;
  for (const edge of edges.filter((e) => e.tS >= start && e.tS <= start + shownS)) {
    points.push(`${x(edge.tS)},${y(level)}`, `${x(edge.tS)},${y(edge.level)}`);
    level = edge.level;
  }
  points.push(`${width},${y(level)}`);
  return points.join(" ");
}
