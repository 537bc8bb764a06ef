import type { StationStep } from "../api/client";
import { Nut } from "../line/Nut";
import { useUnits } from "../words/useUnits";

const states = {
  open: { nut: "empty", word: "open" },
  waiting: { nut: "empty", word: "waits" },
  done: { nut: "proven", word: "done" },
  gone: { nut: "proven", word: "done; not in the plan any more" },
} as const;

/** The steps of the work at a station: which are done, which can be done now, and what the others wait for. */
export function StepList({ steps }: { steps: readonly StationStep[] }) {
  const units = useUnits();
  if (steps.length === 0) {
    return null;
  }
  const number = new Map(steps.map((step, i) => [step.id, i + 1]));
  const isOpen = (id: string) => steps.find((step) => step.id === id)?.state !== "done";
  return (
    <section className="panel mt-4" aria-labelledby="steps-title">
      <h2 id="steps-title" className="panel-title">
        Steps, {steps.filter((s) => s.state === "done").length} of {steps.filter((s) => s.state !== "gone").length} done
      </h2>
      <ol className="mt-1">
        {steps.map((step, i) => {
          const waitsFor = step.waitsFor.filter(isOpen).map((id) => number.get(id));
          return (
            <li key={step.id} className="flex min-h-[44px] items-center gap-3 border-t border-rule py-1.5">
              <span className="reading w-6 shrink-0 text-right text-ink-3">{i + 1}</span>
              <Nut state={states[step.state].nut} size={22} />
              <span className={step.state === "gone" ? "min-w-0 text-ink-3 line-through" : "min-w-0"}>
                {units.say(step.name)}
              </span>
              <span className="ml-auto text-right text-[0.9rem] text-ink-3">
                {step.state === "waiting" && waitsFor.length > 0 ? `waits for ${waitsFor.join(", ")}` : states[step.state].word}
              </span>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
