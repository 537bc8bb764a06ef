import type { Ref } from "react";
import { shortcuts } from "./settings";

const keys: readonly (readonly [string, string])[] = [
  ["g, then 1 … 9, 0", "go to a station of the job, from Survey to Hand over"],
  ["b", "go to the bay"],
  ["r", "go to the record of the job"],
  ["n", "new job (in the bay)"],
  ["/", "find a job (in the bay)"],
  ["j, k", "to the next job, to the one before (in the bay)"],
  ["s", "save (at a station)"],
  ["u", "US or metric units"],
  ["?", "this list"],
];

/** What the keys do, and the switch that turns them off. */
export function KeyHelp({ ref }: { ref: Ref<HTMLDialogElement> }) {
  const [on, setOn] = shortcuts.use();
  return (
    <dialog ref={ref} className="modal" aria-labelledby="keys-title">
      <div className="modal-box max-w-md border border-rule bg-base-200">
        <h2 id="keys-title" className="text-lg font-bold">
          Keys
        </h2>
        <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-4 gap-y-2">
          {keys.map(([key, what]) => (
            <div key={key} className="contents">
              <dt>
                <kbd className="kbd-key">{key}</kbd>
              </dt>
              <dd className="text-ink-2">{what}</dd>
            </div>
          ))}
        </dl>
        <p className="mt-3 text-[0.9rem] text-ink-3">Keys rest while you type in a field.</p>
        <label className="mt-2 flex min-h-[44px] items-center gap-3">
          <input
            type="checkbox"
            className="toggle"
            checked={on === "on"}
            onChange={(e) => setOn(e.target.checked ? "on" : "off")}
          />
          Single-key shortcuts
        </label>
        <form method="dialog" className="mt-4 text-right">
          <button type="submit" className="btn btn-primary">
            Close
          </button>
        </form>
      </div>
    </dialog>
  );
}
