import type { PathPoint, RoutePlan } from "./types";

interface Props {
  path: readonly PathPoint[];
  chosen: RoutePlan["place"];
}

/** The fuel's way from the tank to the engine and back, with the joints that were found and the places a sensor could go. */
export function FuelPathFigure({ path, chosen }: Props) {
  // Of several joints it is the first the fuel passes.
  const sensorAt = path.find((p) => chosen != null && p.places.includes(chosen));
  return (
    <figure className="panel" aria-labelledby="path-title">
      <figcaption id="path-title" className="panel-title">
        The way of the fuel
      </figcaption>
      <Lane points={path.filter((p) => !p.isBack)} sensorAt={sensorAt} label="From the tank to the engine" />
      {path.some((p) => p.isBack) && <Lane points={path.filter((p) => p.isBack)} sensorAt={sensorAt} label="Back to the tank" />}
    </figure>
  );
}

function Lane({ points, sensorAt, label }: { points: readonly PathPoint[]; sensorAt: PathPoint | undefined; label: string }) {
  return (
    <div className="mt-3">
      <p className="label-text" aria-hidden="true">
        {label}
      </p>
      <ol className="mt-1 flex flex-wrap gap-y-3" aria-label={label}>
        {points.map((point, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a point of the way is where it stands.
          <li key={i} className="flex min-w-[5.4rem] flex-1 flex-col">
            <span className="flex items-center" aria-hidden="true">
              <span className={`h-[3px] flex-1 bg-base-content ${i === 0 ? "opacity-0" : ""}`} />
              <PointMark point={point} isChosen={point === sensorAt} />
              <span className={`h-[3px] flex-1 bg-base-content ${i === points.length - 1 ? "opacity-0" : ""}`} />
            </span>
            <span className="mt-1 px-1 text-center text-[0.88rem] leading-tight">
              {nameOf(point)}
              {!point.isKnown && <span className="block text-[0.8rem] text-ink-3">not looked at</span>}
              {point === sensorAt && <span className="block font-bold">sensor here</span>}
            </span>
          </li>
        ))}
      </ol>
    </div>
  );
}

// What the survey says of a joint or of the filter is somebody's own wording, and stands behind what it is.
const nameOf = ({ kind, name }: PathPoint) =>
  kind === "joint" ? `Joint: ${name}` : kind === "filter" && name !== "Filter" ? `Filter, ${name}` : name;

/** A mark of our own for each thing on the way. */
function PointMark({ point, isChosen }: { point: PathPoint; isChosen: boolean }) {
  return (
    <svg width="40" height="40" viewBox="0 0 40 40" role="presentation" aria-hidden="true">
      <g className="fill-base-300 stroke-base-content" strokeWidth="1.8">
        {shapes[point.kind]}
      </g>
      {point.places.length > 0 && (
        <circle
          cx="20"
          cy="20"
          r="17"
          className="fill-none stroke-base-content"
          strokeWidth={isChosen ? 3.4 : 1.2}
          strokeDasharray={isChosen ? undefined : "4 4"}
        />
      )}
    </svg>
  );
}

const line = <line x1="0" y1="20" x2="40" y2="20" strokeWidth="3" />;

const shapes: Record<PathPoint["kind"], React.ReactNode> = {
  tank: <path d="M5 12 h30 v18 a3 3 0 0 1 -3 3 h-24 a3 3 0 0 1 -3 -3 z M11 12 v-5 h8 v5 M5 21 h30" />,
  pump: <path d="M8 9 h24 v22 h-24 z M14 20 h12 M21 15 l5 5 l-5 5" />,
  filter: <path d="M10 8 h20 l4 12 l-4 12 h-20 l-4 -12 z M15 13 v14 M20 13 v14 M25 13 v14" />,
  feed: line,
  joint: <path d="M0 20 h12 M28 20 h12 M12 12 v16 h6 v-16 z M22 14 v12 h6 v-12 z" />,
  highPressurePump: <path d="M8 9 h24 v22 h-24 z M13 14 l6 6 l-6 6 M21 14 l6 6 l-6 6" />,
  rail: <path d="M3 14 h34 v7 h-34 z M9 21 v9 M20 21 v9 M31 21 v9" />,
  regulator: <path d="M8 16 h24 v16 h-24 z M20 16 v-4 M12 8 l16 4 M20 22 l-5 5 h10 z" />,
  return: <path d="M40 20 h-34 M14 12 l-9 8 l9 8" strokeWidth="3" fill="none" />,
};
