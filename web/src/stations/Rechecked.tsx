import type { Recheck } from "../api/client";
import { figureText } from "../record/figures";
import { useUnits } from "../words/useUnits";

/** Says where what was saved is not what would come of it today. */
export function Rechecked({ recheck, cause }: { recheck: Recheck | undefined; cause: string }) {
  const units = useUnits();
  if (!recheck || recheck.differences.length === 0) {
    return null;
  }
  return (
    <p className="mt-3 max-w-[58rem] border-l-4 border-base-content pl-3">
      <b>{cause}</b> {recheck.savedWith !== recheck.now && `Saved with version ${recheck.savedWith}, now ${recheck.now}. `}
      {recheck.differences.map((d) => `${d.label}: ${figureText(d.from, units)}, today ${figureText(d.to, units)}`).join("; ")}.
    </p>
  );
}
