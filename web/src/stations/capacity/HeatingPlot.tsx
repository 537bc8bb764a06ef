import { PlotFrame } from "../../plot/PlotFrame";
import { bandPath, linePath, withRoom } from "../../plot/shapes";
import { said } from "../../words/said";
import { hazyToShown } from "../../words/units";
import { useUnits } from "../../words/useUnits";
import type { CapacityResults } from "./types";

/** Temperature of the fuel over the drive with its haze, and where it begins to boil. */
export function HeatingPlot({ drive }: { drive: NonNullable<CapacityResults["drive"]> }) {
  const units = useUnits();
  const points = drive.timeline.map((p) => ({ minute: p.minute, ...hazyToShown(p.fuelTempC, "celsius", units.current) }));
  const bubble = hazyToShown(drive.atInlet.bubblePointC, "celsius", units.current);
  const minutes = points.at(-1)?.minute ?? 1;
  const range = withRoom([...points, bubble].flatMap((p) => [p.value - p.plusMinus, p.value + p.plusMinus]));
  return (
    <PlotFrame
      className="mt-2"
      label={said("capacity", "drawnHeating", {
        minutes: minutes.toFixed(0),
        from: units.hazy(drive.timeline[0]?.fuelTempC ?? drive.finalC, "celsius"),
        to: units.hazy(drive.finalC, "celsius"),
        boilsAt: units.hazy(drive.atInlet.bubblePointC, "celsius"),
      })}
      height={168}
      margins={{ left: 44, right: 14, top: 14, bottom: 28 }}
      x={[0, minutes]}
      y={range}
      xMarks={[
        { at: 0, text: "0", anchor: "start" },
        { at: minutes, text: `${minutes.toFixed(0)} min`, anchor: "end" },
      ]}
      yTicks={4}
    >
      {({ x, y, box }) => (
        <>
          <defs>
            <pattern id="boiling" width="11" height="11" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
              <rect width="5.5" height="11" style={{ fill: "var(--color-stop)" }} />
            </pattern>
          </defs>
          <rect
            {...box}
            y={y(bubble.value + bubble.plusMinus)}
            height={y(bubble.value - bubble.plusMinus) - y(bubble.value + bubble.plusMinus)}
            fill="url(#boiling)"
            opacity="0.28"
          />
          <path d={`M${box.x} ${y(bubble.value)}h${box.width}`} strokeWidth="2" style={{ stroke: "var(--color-stop)" }} />
          <text
            x={box.x + box.width - 4}
            y={y(bubble.value) - 5}
            textAnchor="end"
            fontSize="12.5"
            strokeWidth="4"
            paintOrder="stroke"
            style={{ fill: "var(--color-stop)", stroke: "var(--color-base-200)" }}
          >
            begins to boil
          </text>
          <path
            d={bandPath(
              points.map((p) => [x(p.minute), y(p.value + p.plusMinus)]),
              points.map((p) => [x(p.minute), y(p.value - p.plusMinus)]),
            )}
            style={{ fill: "var(--color-base-content)" }}
            opacity="0.16"
          />
          <path
            d={linePath(points.map((p) => [x(p.minute), y(p.value)]))}
            fill="none"
            strokeWidth="2.4"
            style={{ stroke: "var(--color-base-content)" }}
          />
        </>
      )}
    </PlotFrame>
  );
}
