import { curveStepAfter, line } from "d3-shape";
import type { Capture } from "../../api/client";
import { PlotFrame } from "../../plot/PlotFrame";

const shownS = 0.06;

type Level = readonly [tS: number, level: number];

/** The last hundredths of a second of a live wave, held still by its falling edge. */
export function LiveWave({ capture }: { capture: Capture }) {
  const levels = levelsOf(capture);
  const startS = levels[0]?.[0] ?? 0;
  return (
    <figure className="panel mt-4">
      <figcaption className="panel-title">The wire now: the last {1000 * shownS} ms</figcaption>
      <PlotFrame
        label="The level on the signal wire, live"
        height={150}
        margins={{ left: 0, right: 0, top: 40, bottom: 34 }}
        x={[startS, startS + shownS]}
        y={[0, 1]}
      >
        {({ x, y }) => (
          <>
            <path
              d={
                line<Level>()
                  .x(([tS]) => x(tS))
                  .y(([, level]) => y(level))
                  .curve(curveStepAfter)(levels) ?? ""
              }
              fill="none"
              strokeWidth="2.4"
              style={{ stroke: "var(--color-base-content)" }}
            />
            <text x={0} y={y(1) - 14} fontSize="12.5" style={{ fill: "var(--ink-3)" }}>
              high
            </text>
            <text x={0} y={y(0) + 22} fontSize="12.5" style={{ fill: "var(--ink-3)" }}>
              pulled low
            </text>
          </>
        )}
      </PlotFrame>
    </figure>
  );
}

/** The levels from the first falling edge on, each up to the next. */
function levelsOf({ excerpt }: Capture): Level[] {
  const startS = excerpt.slice(1).find((e) => e.level === 0)?.tS ?? 0;
  const before = excerpt.filter((e) => e.tS < startS).at(-1) ?? excerpt[0];
  const shown = excerpt.filter((e) => e.tS >= startS && e.tS <= startS + shownS);
  const levels = [...(shown[0]?.tS === startS ? [] : [{ level: before?.level ?? 1 }]), ...shown].map(
    (e): Level => ["tS" in e ? e.tS : startS, e.level === 0 ? 0 : 1],
  );
  return [...levels, [startS + shownS, levels.at(-1)?.[1] ?? 1]];
}
