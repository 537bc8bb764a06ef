import { useEffect, useId, useState } from "react";

interface Props {
  label: string;
  unit?: string;
  prefix?: string;
  placeholder?: string;
  value: number | null;
  onChange: (value: number | null) => void;
  /** What the program has against the value. */
  error?: string;
  hint?: string;
}

/** A number typed by hand, with a decimal point or comma; what is not a number is said beside the field and not passed on. */
export function NumberField({ label, unit, prefix, placeholder, value, onChange, error, hint }: Props) {
  const id = useId();
  const [text, setText] = useState(value?.toString() ?? "");
  const parsed = parse(text);
  // Only a value that comes from elsewhere replaces what is being typed.
  useEffect(() => {
    setText((current) => (parse(current) === value ? current : (value?.toString() ?? "")));
  }, [value]);
  const trouble = Number.isNaN(parsed) ? "This must be a number, like 73.5." : error;
  return (
    <div className="grid gap-1">
      <label htmlFor={id} className="label-text">
        {label}
      </label>
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
        {prefix && <span className="reading text-ink-2">{prefix}</span>}
        <input
          id={id}
          className="field w-[6.2rem]"
          inputMode="decimal"
          autoComplete="off"
          placeholder={placeholder}
          value={text}
          aria-invalid={Boolean(trouble)}
          aria-describedby={trouble ? `${id}-trouble` : hint ? `${id}-hint` : undefined}
          onChange={(e) => {
            setText(e.target.value);
            const next = parse(e.target.value);
            if (!Number.isNaN(next)) {
              onChange(next);
            }
          }}
        />
        {unit && <span className="text-[0.9rem] text-ink-2">{unit}</span>}
      </div>
      {trouble ? (
        <p id={`${id}-trouble`} className="text-[0.9rem] text-stop">
          {trouble}
        </p>
      ) : (
        hint && (
          <p id={`${id}-hint`} className="text-[0.9rem] text-ink-3">
            {hint}
          </p>
        )
      )}
    </div>
  );
}

function parse(text: string): number | null {
  const trimmed = text.trim().replace(",", ".");
  return trimmed === "" ? null : Number(trimmed);
}
