export interface Step {
  name: string;
  /** What is done or open there. */
  note: string;
}

interface Props {
  label: string;
  steps: readonly Step[];
  at: number;
  onChoose: (at: number) => void;
}

/** The steps of a page that is walked through, and how far each is. */
export function Steps({ label, steps, at, onChoose }: Props) {
  return (
    <nav aria-label={label} className="no-print">
      <ol className="flex flex-wrap gap-2">
        {steps.map((step, i) => (
          <li key={step.name}>
            <button
              type="button"
              aria-current={i === at ? "step" : undefined}
              className={`min-h-[44px] rounded-[8px] border px-3 text-left leading-tight ${i === at ? "border-2 border-base-content font-bold" : "border-edge"}`}
              onClick={() => onChoose(i)}
            >
              {step.name} <span className="reading block text-[0.8rem] font-normal text-ink-3">{step.note}</span>
            </button>
          </li>
        ))}
      </ol>
    </nav>
  );
}
