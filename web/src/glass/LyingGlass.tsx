import { ethanolColour } from "./ethanolColour";

/** The sight glass laid down, for a strip: as full as the blend, its end blurred over the haze, true to scale. What it says stands beside it. */
export function LyingGlass({ ethanolPct, plusMinus }: { ethanolPct: number; plusMinus: number }) {
  const colour = ethanolColour(ethanolPct);
  const low = Math.max(0, ethanolPct - plusMinus);
  const high = Math.min(100, ethanolPct + plusMinus);
  return (
    <span
      aria-hidden="true"
      className="h-[22px] w-[110px] shrink-0 overflow-hidden rounded-[7px] border-2 border-ink-2 bg-base-200"
      style={{ backgroundImage: `linear-gradient(to right, ${colour} ${low}%, transparent ${high}%)` }}
    />
  );
}
