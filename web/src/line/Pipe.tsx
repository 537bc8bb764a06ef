import { ethanolColour } from "../glass/ethanolColour";

interface Props {
  /** The job's blend; null shows an empty pipe. */
  ethanolPct: number | null;
  /** How far the work has come, 0 to 1. */
  reach: number;
  thick?: boolean;
}

/** The line drawn as two walls, with the job's fuel flowing as far as the work has come and fading there. */
export function Pipe({ ethanolPct, reach, thick = false }: Props) {
  const colour = ethanolColour(ethanolPct ?? 0);
  const full = `${Math.max(0, reach * 100 - 4)}%`;
  return (
    <span
      aria-hidden="true"
      className={`block w-full border-y ${thick ? "h-[10px] border-y-2" : "h-[7px]"}`}
      style={{ borderColor: "var(--edge)" }}
    >
      {ethanolPct !== null && (
        <span
          className="block h-full"
          style={{ background: `linear-gradient(to right, ${colour} ${full}, transparent ${Math.min(100, reach * 100 + 5)}%)` }}
        />
      )}
    </span>
  );
}
