import type { Recheck } from "../api/client";
import { figureText } from "../record/figures";
import { useUnits } from "../words/useUnits";

/** Says where what was saved is not what comes of it today, and why. */
export function Rechecked({ recheck }: { recheck: Recheck | undefined }) {
  const units = useUnits();
  if (!recheck || (recheck.canCompare && recheck.sinceSaved.length === 0)) {
    return null;
  }
  const cause =
    recheck.savedWith === recheck.now
      ? "Another station changed since this was saved."
      : `Saved with version ${recheck.savedWith}, now ${recheck.now}.`;
  return (
    <p className="mt-3 max-w-[58rem] border-l-4 border-base-content pl-3">
      <b>{cause}</b> {!recheck.canCompare && "This version cannot read the results saved then; what you see is calculated anew. "}
      {recheck.sinceSaved.map((d) => `${d.label}: ${figureText(d.from, units)}, now ${figureText(d.to, units)}`).join("; ")}
      {recheck.sinceSaved.length > 0 && "."}
    </p>
  );
}
