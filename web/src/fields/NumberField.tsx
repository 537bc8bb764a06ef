import { useEffect, useState } from "react";
import type { Unit } from "../api/client";
import { units } from "../shell/settings";
import { toShown, toStored, unitOf } from "../words/units";
import { Labelled } from "./Labelled";

interface Props {
  label: string;
  unit?: string;
  /** A quantity whose unit the mechanic chooses; the value stays metric. */
  quantity?: Unit;
  prefix?: string;
  placeholder?: string;
  value: number | null;
  onChange: (value: number | null) => void;
  /** What the program has against the value. */
  error?: string;
  hint?: string;
}

/** A number typed by hand, with a decimal point or comma; what is not a number is said beside the field and not passed on. */
export function NumberField({ label, unit, quantity, prefix, placeholder, value, onChange, error, hint }: Props) {
  const [system] = units.use();
  const shown = value === null ? null : quantity && system === "us" ? round(toShown(value, quantity, system)) : value;
  const [text, setText] = useState(shown?.toString() ?? "");
  const parsed = parse(text);
  // Only a value that comes from elsewhere replaces what is being typed.
  useEffect(() => {
    setText((current) => {
      const typed = parse(current);
      const same = typed === shown || (typed !== null && quantity && toStored(typed, quantity, system) === value);
      return same ? current : (shown?.toString() ?? "");
    });
  }, [shown, value, quantity, system]);
  const trouble = Number.isNaN(parsed) ? "This must be a number, like 73.5." : error;
  const unitText = unit ?? (quantity ? unitOf(quantity, system) : undefined);
  return (
    <Labelled label={label} error={trouble} hint={hint}>
      {(labels) => (
        <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
          {prefix && <span className="reading text-ink-2">{prefix}</span>}
          <input
            {...labels}
            className="field w-[6.2rem]"
            inputMode="decimal"
            autoComplete="off"
            placeholder={placeholder}
            value={text}
            onChange={(e) => {
              setText(e.target.value);
              const next = parse(e.target.value);
              if (!Number.isNaN(next)) {
                onChange(next === null ? null : quantity ? toStored(next, quantity, system) : next);
              }
            }}
          />
          {unitText && <span className="text-[0.9rem] text-ink-2">{unitText}</span>}
        </div>
      )}
    </Labelled>
  );
}

/** A converted number with as many digits as anybody would type. */
function round(value: number): number {
  return Number(value.toPrecision(4));
}

function parse(text: string): number | null {
  const trimmed = text.trim().replace(",", ".");
  return trimmed === "" ? null : Number(trimmed);
}
