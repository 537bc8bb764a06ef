import { useId } from "react";
import { LabelledGroup } from "./Labelled";
import { Mark } from "./Mark";

interface Props {
  label: string;
  hint?: string;
  error?: string;
  value: boolean | null | undefined;
  onChange: (value: boolean) => void;
}

/** Yes or no, neither of them until one is chosen. */
export function YesNo({ label, hint, error, value, onChange }: Props) {
  const group = useId();
  return (
    <LabelledGroup label={label} hint={hint} error={error}>
      <div className="flex gap-x-6">
        {[true, false].map((answer) => (
          <label key={String(answer)} className="flex min-h-[44px] cursor-pointer items-center gap-3 pr-3">
            <Mark type="radio" name={group} checked={value === answer} onChange={() => onChange(answer)} />
            {answer ? "Yes" : "No"}
          </label>
        ))}
      </div>
    </LabelledGroup>
  );
}
