import { type ReactNode, useId } from "react";
import type { Sentence } from "../../api/client";
import { useCatalogue } from "../../fields/catalogue";
import { Mark } from "../../fields/Mark";
import { useUnits } from "../../words/useUnits";

interface Advice {
  choice: string;
  verdict: "good" | "withCare" | "poor" | "never";
  why: Sentence;
}

interface Props {
  title: string;
  /** Where the choice stands in the plan. */
  path: "supply" | "ground";
  choices: readonly Advice[];
  recommended: string | undefined;
  chosen: string | null | undefined;
  onChoose: (choice: string) => void;
  children?: ReactNode;
}

const verdicts = { good: "Good", withCare: "With care", poor: "Poor", never: "Never" } as const;

/** Every choice with its verdict and the reason, the best first; choosing it is one touch. */
export function AdvicePanel({ title, path, choices, recommended, chosen, onChoose, children }: Props) {
  const units = useUnits();
  const field = useCatalogue("harness")(path);
  const id = useId();
  const names = new Map(field.choices.map((c) => [c.name, c.label]));
  return (
    <section className="panel" aria-labelledby={id}>
      <h2 id={id} className="panel-title">
        {title}
      </h2>
      <ul className="mt-1 divide-y divide-rule">
        {choices.map(({ choice, verdict, why }) => (
          <li key={choice} className={choice === chosen ? "" : "print:hidden"}>
            <label className="grid cursor-pointer grid-cols-[1.5rem_1fr] gap-x-3 py-2.5 md:grid-cols-[1.5rem_11rem_1fr]">
              <Mark type="radio" name={id} checked={choice === chosen} onChange={() => onChoose(choice)} />
              <span>
                <span className={choice === chosen ? "font-bold" : ""}>{names.get(choice) ?? choice}</span>
                <span className={`block text-[0.9rem] ${verdict === "never" ? "font-bold text-stop" : "text-ink-2"}`}>
                  {verdicts[verdict]}
                  {choice === recommended && ", recommended"}
                </span>
              </span>
              <span className="col-start-2 text-ink-2 md:col-start-3">{units.say(why)}</span>
            </label>
          </li>
        ))}
      </ul>
      {children}
    </section>
  );
}
