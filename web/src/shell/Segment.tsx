interface Props<T extends string> {
  label: string;
  choices: readonly { name: T; label: string }[];
  chosen: T;
  onChoose: (name: T) => void;
}

/** A choice of few, all of them seen. */
export function Segment<T extends string>({ label, choices, chosen, onChoose }: Props<T>) {
  return (
    <fieldset className="segment no-print w-fit max-w-full flex-wrap" aria-label={label}>
      {choices.map(({ name, label }) => (
        <button key={name} type="button" aria-pressed={chosen === name} onClick={() => onChoose(name)}>
          {label}
        </button>
      ))}
    </fieldset>
  );
}
