import { useCallback, useRef } from "react";
import { shortcuts } from "./settings";
import { useShortcut } from "./useShortcut";

const keys: readonly (readonly [string, string])[] = [
  ["1 … 9, 0", "go to a station of the job, from Survey to Hand over"],
  ["b", "go to the bay"],
  ["r", "go to the record of the job"],
  ["n", "new job (in the bay)"],
  ["/", "find a job (in the bay)"],
  ["j, k", "to the next job, to the one before (in the bay)"],
  ["s", "save (at a station)"],
  ["u", "US or metric units"],
  ["?", "this list"],
];

export function KeyHelp() {
  const dialog = useRef<HTMLDialogElement>(null);
  const [on, setOn] = shortcuts.use();
  const open = useCallback(() => dialog.current?.showModal(), []);
  useShortcut("?", open, true);
  return (
    <>
      <button type="button" className="kbd-key no-print min-h-[32px] min-w-[32px]" aria-label="Keys" onClick={open}>
        ?
      </button>
      <dialog ref={dialog} className="modal" aria-labelledby="keys-title">
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
    </>
  );
}
