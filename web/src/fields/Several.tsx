import type { Field } from "../api/client";
import { LabelledGroup } from "./Labelled";
import { Mark } from "./Mark";

interface Props {
  label: string;
  hint?: string;
  error?: string;
  choices: Field["choices"];
  value: readonly string[] | undefined;
  onChange: (value: readonly string[]) => void;
}

/** Some of a few; none of them is an answer too. */
export function Several({ label, hint, error, choices, value = [], onChange }: Props) {
  return (
    <LabelledGroup label={label} hint={hint} error={error}>
      <div className="grid gap-x-6 sm:grid-cols-2 lg:grid-cols-3">
        {choices.map(({ name, label: words }) => (
          <label key={name} className="flex min-h-[44px] cursor-pointer items-center gap-3">
            <Mark
              type="checkbox"
              checked={value.includes(name)}
              onChange={(e) =>
                onChange(choices.map((c) => c.name).filter((c) => (c === name ? e.target.checked : value.includes(c))))
              }
            />
            {words}
          </label>
        ))}
      </div>
    </LabelledGroup>
  );
}
