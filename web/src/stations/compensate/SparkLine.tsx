import { EthanolPlot } from "../../plot/EthanolPlot";
import { linePath, withRoom } from "../../plot/shapes";
import { said } from "../../words/said";
import type { CompensateResults } from "./types";

type Spark = NonNullable<CompensateResults["spark"]>;

/** Spark over all blends; the mark stands at the low end of the haze, where it is safe. */
export function SparkLine({ spark }: { spark: Spark }) {
  const points = spark.curve;
  const cautiousPct = spark.cautiousEthanolPct;
  const cautiousDeg = spark.addition.cautiousAdditionDeg.value;
  return (
    <EthanolPlot
      label={said("compensate", "drawnSpark", {
        from: points[0]?.additionDeg.toFixed(1) ?? "",
        to: points.at(-1)?.additionDeg.toFixed(1) ?? "",
        cautious: cautiousDeg.toFixed(1),
      })}
      height={180}
      left={40}
      range={withRoom([0, ...points.map((p) => p.additionDeg)])}
      ticks={4}
      tickText={(tick) => `${Number(tick.toFixed(6))}°`}
    >
      {({ x, y, paint }) => (
        <>
          <path
            d={linePath(points.map((p) => [x(p.ethanolPct), y(p.additionDeg)]))}
            fill="none"
            strokeWidth="3.5"
            stroke={paint}
          />
          <g style={{ stroke: "var(--color-base-content)" }}>
            <path d={`M${x(0)} ${y(cautiousDeg)}H${x(cautiousPct)}`} strokeDasharray="2 3" strokeWidth="1.3" />
            <circle cx={x(cautiousPct)} cy={y(cautiousDeg)} r="6" strokeWidth="2.6" style={{ fill: "var(--color-base-200)" }} />
          </g>
        </>
      )}
    </EthanolPlot>
  );
}
