import { useId } from "react";
import type { CompensateResults, HazyNumber } from "../../api/client";
import { ethanolColour } from "../../glass/ethanolColour";
import { useWidth } from "../../shell/useWidth";
import { extent, niceTicks, pathOf } from "./plot";

type Spark = NonNullable<CompensateResults["spark"]>;

const height = 180;
const margin = { left: 40, right: 12, top: 12, bottom: 24 };

/** Spark over all blends; the mark stands at the low end of the haze, where it is safe. */
export function SparkLine({ spark, ethanol }: { spark: Spark; ethanol: HazyNumber | null }) {
  const [frame, width] = useWidth<HTMLDivElement>();
  const id = useId();
  const points = spark.curve;
  const [low, high] = extent([0, ...points.map((p) => p.additionDeg)]);
  const x = (pct: number) => margin.left + ((width - margin.left - margin.right) * pct) / 100;
  const y = (deg: number) => margin.top + ((height - margin.top - margin.bottom) * (high - deg)) / (high - low);
  const cautiousPct = ethanol ? Math.max(0, ethanol.value - 2 * ethanol.u) : null;
  const cautiousDeg = spark.addition.cautiousAdditionDeg.value;
  return (
    <div ref={frame}>
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`Spark addition from ${points[0]?.additionDeg.toFixed(1)} degrees at E0 to ${points.at(-1)?.additionDeg.toFixed(1)} at E100; ${cautiousDeg.toFixed(1)} at the cautious end of the reading.`}
        >
          <defs>
            <linearGradient id={`${id}e`} x1={x(0)} x2={x(100)} y1="0" y2="0" gradientUnits="userSpaceOnUse">
              {[0, 25, 50, 75, 100].map((e) => (
                <stop key={e} offset={`${e}%`} style={{ stopColor: ethanolColour(e) }} />
              ))}
            </linearGradient>
          </defs>
          {niceTicks(low, high, 4).map((tick) => (
            <g key={tick}>
              <line
                x1={x(0)}
                x2={x(100)}
                y1={y(tick)}
                y2={y(tick)}
                style={{ stroke: tick === 0 ? "var(--ink-3)" : "var(--rule)" }}
              />
              <text
                x={margin.left - 8}
                y={y(tick) + 4}
                textAnchor="end"
                fontSize="12"
                className="reading"
                style={{ fill: "var(--ink-2)" }}
              >
                {tick}°
              </text>
            </g>
          ))}
          {[0, 25, 50, 75, 100].map((pct) => (
            <text
              key={pct}
              x={x(pct)}
              y={height - 6}
              textAnchor="middle"
              fontSize="12"
              className="reading"
              style={{ fill: "var(--ink-2)" }}
            >
              {pct}
            </text>
          ))}
          <path
            d={pathOf(points.map((p) => [x(p.ethanolPct), y(p.additionDeg)]))}
            fill="none"
            strokeWidth="3.5"
            stroke={`url(#${id}e)`}
          />
          {cautiousPct !== null && (
            <g style={{ stroke: "var(--color-base-content)" }}>
              <path d={`M${x(0)} ${y(cautiousDeg)}H${x(cautiousPct)}`} strokeDasharray="2 3" strokeWidth="1.3" />
              <circle cx={x(cautiousPct)} cy={y(cautiousDeg)} r="6" strokeWidth="2.6" style={{ fill: "var(--color-base-200)" }} />
            </g>
          )}
        </svg>
      )}
    </div>
  );
}
