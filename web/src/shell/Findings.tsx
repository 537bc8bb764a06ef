import type { Finding } from "../api/client";
import { useUnits } from "../words/useUnits";

/** What the program noticed: what must stop the work stands in the hatched frame, what is only good to know plain. */
export function Findings({ findings }: { findings: readonly Finding[] }) {
  const units = useUnits();
  const stops = findings.filter((f) => f.severity === "stop");
  const cautions = findings.filter((f) => f.severity === "caution");
  const notes = findings.filter((f) => f.severity === "info");
  if (findings.length === 0) {
    return null;
  }
  return (
    <div className="mt-4 grid gap-3">
      {stops.length > 0 && (
        <div className="hatched">
          <div className="px-4 py-3">
            <p className="font-bold text-stop">Stop here</p>
            {stops.map((f) => (
              <p key={`${f.code} ${f.text}`} className="mt-1">
                {units.say(f)}
              </p>
            ))}
          </div>
        </div>
      )}
      {cautions.map((f) => (
        <p key={`${f.code} ${f.text}`} className="max-w-[58rem] border-l-4 border-base-content pl-3">
          <b>Look at this.</b> {units.say(f)}
        </p>
      ))}
      {notes.map((f) => (
        <p key={`${f.code} ${f.text}`} className="max-w-[58rem] border-l-4 border-rule pl-3 text-ink-2">
          {units.say(f)}
        </p>
      ))}
    </div>
  );
}
