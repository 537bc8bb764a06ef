import { useCatalogue } from "../../fields/catalogue";
import { useUnits } from "../../words/useUnits";
import { lengthText } from "./lengths";
import type { RoutePlan } from "./types";

const [width, height] = [520, 250];
const sensor = { x: 190, y: 92, width: 140, height: 56 };

/** The sensor as it is held: what holds it, which way the fuel runs, and how far everything is from it. */
export function HoldingDrawing({ holding }: { holding: NonNullable<RoutePlan["holding"]> }) {
  const units = useUnits();
  const field = useCatalogue("route");
  const held = field("holding.kind").choices.find((c) => c.name === holding.kind)?.label;
  const far = (mm: number | null | undefined) => (mm == null ? null : lengthText(mm, units));
  const [hot, moving, highVoltage] = [far(holding.hotMm), far(holding.movingMm), far(holding.highVoltageMm)];
  const [plug, loop] = [far(holding.plugRoomMm), far(holding.serviceLoopMm)];
  const middle = sensor.y + sensor.height / 2;
  const said = [
    held && `${held}${holding.to ? `, ${holding.to}` : ""}`,
    hot && `${hot} to the nearest hot part`,
    moving && `${moving} to the nearest moving part`,
    highVoltage && `${highVoltage} to ignition or high voltage`,
    plug && `${plug} before the plug`,
    loop && `${loop} of spare wire`,
    holding.noLongerCloses && `no longer closes: ${holding.noLongerCloses}`,
  ].filter(Boolean);
  if (said.length === 0) {
    return null;
  }
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      className="mt-3 h-auto max-w-full"
      role="img"
      aria-label={`The sensor: ${said.join("; ")}`}
    >
      <g className="fill-base-300 stroke-base-content" strokeWidth="1.6">
        <path
          d={`M60 ${middle - 7} H${sensor.x} M60 ${middle + 7} H${sensor.x} M${sensor.x + sensor.width} ${middle - 7} H460 M${sensor.x + sensor.width} ${middle + 7} H460`}
        />
        <rect {...sensor} rx="6" />
        <path d={`M${width / 2 - 16} ${sensor.y} v-14 h32 v14 z M${width / 2} ${sensor.y - 14} v-12`} />
        {holding.lie && <path d={flow(holding.lie, middle)} className="fill-none" strokeWidth="2.2" />}
        {held && (
          <path
            d={`M${width / 2 - 40} ${sensor.y + sensor.height} v16 M${width / 2 + 40} ${sensor.y + sensor.height} v16 M${width / 2 - 70} ${sensor.y + sensor.height + 16} h140`}
            strokeWidth="3"
          />
        )}
      </g>
      <g className="fill-base-content text-[13px]">
        <text x={width / 2} y={middle + 5} textAnchor="middle" className="font-bold">
          sensor
        </text>
        {held && (
          <text x={width / 2} y={sensor.y + sensor.height + 38} textAnchor="middle">
            {held}
            {holding.to ? `: ${holding.to}` : ""}
          </text>
        )}
        {plug && <Note x={width / 2 - 30} y={40} anchor="end" what="before the plug" far={plug} />}
        {loop && <Note x={width / 2 + 30} y={40} anchor="start" what="spare wire" far={loop} />}
        {hot && <Note x={8} y={middle - 40} anchor="start" what="to a hot part" far={hot} />}
        {moving && <Note x={width - 8} y={middle - 40} anchor="end" what="to a moving part" far={moving} />}
        {highVoltage && <Note x={width - 8} y={middle + 34} anchor="end" what="to high voltage" far={highVoltage} />}
        {holding.noLongerCloses && (
          <text x={8} y={height - 12}>
            No longer closes: {holding.noLongerCloses}
            {holding.remedy ? `. ${holding.remedy}` : ""}
          </text>
        )}
      </g>
    </svg>
  );
}

// An arrow under the sensor: level, or as far up or down as it runs.
function flow(lie: NonNullable<NonNullable<RoutePlan["holding"]>["lie"]>, middle: number): string {
  const rise = lie === "level" ? 0 : lie === "upwards" ? -18 : 18;
  const y = middle + 44;
  return `M70 ${y - rise / 2} L160 ${y + rise / 2} M148 ${y + rise / 2 - 8} L160 ${y + rise / 2} L148 ${y + rise / 2 + 8}`;
}

function Note({ x, y, anchor, what, far }: { x: number; y: number; anchor: "start" | "end"; what: string; far: string }) {
  return (
    <text x={x} y={y} textAnchor={anchor}>
      <tspan className="reading text-[15px] font-bold">{far}</tspan>
      <tspan x={x} dy="16" className="fill-ink-2">
        {what}
      </tspan>
    </text>
  );
}
