import { Segment } from "../../shell/Segment";
import { useUnits } from "../../words/useUnits";
import type { RouteStation } from "./types";

const names = { pressureSensor: "Sensor for the low side's pressure", portInjection: "Injectors in the ports" } as const;

/** What may come into the line later, and what putting its tee in now saves. */
export function LaterPanel({ route }: { route: RouteStation }) {
  const { document, setDraft, lastResults } = route;
  const units = useUnits();
  const later = lastResults?.later ?? [];
  if (later.length === 0) {
    return null;
  }
  return (
    <section className="panel mt-4" aria-labelledby="later-title">
      <h2 id="later-title" className="panel-title">
        Later stages
      </h2>
      <ul className="divide-y divide-rule">
        {later.map(({ what, now, isInChain, saves }) => (
          <li key={what} className="py-3">
            <div className="flex flex-wrap items-center justify-between gap-3">
              <p className="font-bold">{names[what]}</p>
              {!isInChain && (
                <Segment
                  label={names[what]}
                  choices={[
                    { name: "open", label: "Not decided" },
                    { name: "now", label: "Tee now" },
                    { name: "later", label: "Later" },
                  ]}
                  chosen={now == null ? "open" : now ? "now" : "later"}
                  onChoose={(name) => {
                    const rest = (document.later ?? []).filter((l) => l.what !== what);
                    const all = name === "open" ? rest : [...rest, { what, now: name === "now" }];
                    setDraft({ ...document, later: all.length > 0 ? all : undefined });
                  }}
                />
              )}
            </div>
            <p className="mt-1 text-ink-2">{units.say(saves)}</p>
          </li>
        ))}
      </ul>
    </section>
  );
}
