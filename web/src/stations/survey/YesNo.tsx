import { useId } from "react";

interface Props {
  label: string;
  hint?: string;
  value: boolean | null | undefined;
  onChange: (value: boolean) => void;
}

/** Yes or no, neither of them until one is chosen. */
export function YesNo({ label, hint, value, onChange }: Props) {
  const group = useId();
  return (
    <fieldset>
      <legend className="label-text">{label}</legend>
      {hint && <p className="text-[0.9rem] text-ink-3">{hint}</p>}
      <div className="flex gap-x-6">
        {[true, false].map((answer) => (
          <label key={String(answer)} className="flex min-h-[44px] cursor-pointer items-center gap-3 pr-3">
            <input
              type="radio"
              name={group}
              className="radio radio-sm border-edge"
              checked={value === answer}
              onChange={() => onChange(answer)}
            />
            {answer ? "Yes" : "No"}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
