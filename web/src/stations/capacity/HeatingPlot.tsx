import { extent, niceTicks, pathOf } from "../../plot/plot";
import { useWidth } from "../../shell/useWidth";
import { hazyToShown } from "../../words/units";
import { useUnits } from "../../words/useUnits";
import type { CapacityResults } from "./types";

const [height, left, right, top, bottom] = [168, 44, 14, 14, 26];

/** Temperature of the fuel over the drive with its haze, and where it begins to boil. */
export function HeatingPlot({ drive }: { drive: CapacityResults["drive"] }) {
  const units = useUnits();
  const [frame, width] = useWidth<HTMLDivElement>();
  const points = drive.timeline.map((p) => ({ minute: p.minute, ...hazyToShown(p.fuelTempC, "celsius", units.current) }));
  const bubble = hazyToShown(drive.atInlet.bubblePointC, "celsius", units.current);
  const minutes = points.at(-1)?.minute ?? 1;
  const [low, high] = extent([
    ...points.flatMap((p) => [p.value - p.plusMinus, p.value + p.plusMinus]),
    bubble.value - bubble.plusMinus,
    bubble.value + bubble.plusMinus,
  ]);
  const x = (minute: number) => left + ((width - left - right) * minute) / minutes;
  const y = (value: number) => top + ((height - top - bottom) * (high - value)) / (high - low);
  const band = (of: -1 | 1) => points.map((p) => [x(p.minute), y(p.value + of * p.plusMinus)] as const);
  return (
    <div ref={frame} className="mt-2">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          className="block"
          aria-label={`Fuel temperature over ${minutes.toFixed(0)} minutes: from ${units.hazy(drive.timeline[0]?.fuelTempC ?? drive.finalC, "celsius")} to ${units.hazy(drive.finalC, "celsius")}; it begins to boil at ${units.hazy(drive.atInlet.bubblePointC, "celsius")}.`}
        >
          <defs>
            <pattern id="boiling" width="11" height="11" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
              <rect width="5.5" height="11" style={{ fill: "var(--color-stop)" }} />
            </pattern>
          </defs>
          <rect
            x={left}
            width={width - left - right}
            y={y(bubble.value + bubble.plusMinus)}
            height={y(bubble.value - bubble.plusMinus) - y(bubble.value + bubble.plusMinus)}
            fill="url(#boiling)"
            opacity="0.28"
          />
          <path d={`M${left} ${y(bubble.value)}H${width - right}`} strokeWidth="2" style={{ stroke: "var(--color-stop)" }} />
          <text
            x={width - right - 4}
            y={y(bubble.value) - 5}
            textAnchor="end"
            fontSize="12.5"
            strokeWidth="4"
            paintOrder="stroke"
            style={{ fill: "var(--color-stop)", stroke: "var(--color-base-200)" }}
          >
            begins to boil
          </text>
          <g className="reading" fontSize="12.5" style={{ fill: "var(--ink-2)" }}>
            {niceTicks(low, high, 4).map((tick) => (
              <text key={tick} x={left - 8} y={y(tick) + 4.5} textAnchor="end">
                {tick.toFixed(0)}
              </text>
            ))}
            <text x={x(0)} y={height - 8}>
              0
            </text>
            <text x={x(minutes)} y={height - 8} textAnchor="end">
              {minutes.toFixed(0)} min
            </text>
          </g>
          <path
            d={`${pathOf([...band(1), ...band(-1).reverse()])}Z`}
            style={{ fill: "var(--color-base-content)" }}
            opacity="0.16"
          />
          <path
            d={pathOf(points.map((p) => [x(p.minute), y(p.value)]))}
            fill="none"
            strokeWidth="2.4"
            style={{ stroke: "var(--color-base-content)" }}
          />
        </svg>
      )}
    </div>
  );
}
