interface Props {
  id: string;
  label: string;
  value: boolean | null | undefined;
  onChange: (value: boolean) => void;
}

/** Yes or no, neither of them until one is chosen. */
export function YesNo({ id, label, value, onChange }: Props) {
  return (
    <fieldset className="segment w-fit" aria-label={label}>
      {[true, false].map((answer) => (
        <button
          key={String(answer)}
          id={answer ? id : undefined}
          type="button"
          className="min-h-[44px]! px-5!"
          aria-pressed={value === answer}
          onClick={() => onChange(answer)}
        >
          {answer ? "Yes" : "No"}
        </button>
      ))}
    </fieldset>
  );
}
