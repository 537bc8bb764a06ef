import { Labelled } from "./Labelled";

interface Props<T extends string> {
  label: string;
  value: T | null | undefined;
  choices: readonly { name: T; label: string }[];
  onChange: (value: T | undefined) => void;
  error?: string;
  hint?: string;
  /** What is said while nothing is chosen; left out where something always is. */
  none?: string;
  className?: string;
  inline?: boolean;
  width?: string;
}

/** One of a few that do not all have to be seen. */
export function SelectField<T extends string>({
  label,
  value,
  choices,
  onChange,
  error,
  hint,
  none,
  className,
  inline,
  width = "pr-8",
}: Props<T>) {
  return (
    <Labelled label={label} error={error} hint={hint} className={className} inline={inline}>
      {(labels) => (
        <select
          {...labels}
          className={`field ${width}`}
          value={value ?? ""}
          onChange={(e) => onChange((e.target.value || undefined) as T | undefined)}
        >
          {none && <option value="">{none}</option>}
          {choices.map((choice) => (
            <option key={choice.name} value={choice.name}>
              {choice.label}
            </option>
          ))}
        </select>
      )}
    </Labelled>
  );
}
