import type { Stored, Unit } from "../api/client";
import { NumberField } from "./NumberField";
import { numberOf, plusMinusOf, stored } from "./stored";

interface Props {
  label: string;
  prefix?: string;
  unit?: string;
  /** The quantity; its haze is converted without the offset it may have. */
  quantity?: Unit;
  /** Where it stands in the catalogue. */
  path?: string;
  placeholder?: string;
  value: Stored;
  onChange: (value: number | { value: number; plusMinus: number } | undefined) => void;
  error?: string;
  hint?: string;
  /** How the doubt is asked for. */
  within?: string;
}

/** A number and how well it is known. */
export function HazyField({
  label,
  prefix,
  unit,
  quantity,
  path,
  placeholder,
  value,
  onChange,
  error,
  hint,
  within = "Tolerance",
}: Props) {
  const number = numberOf(value);
  const plusMinus = plusMinusOf(value);
  return (
    <div className="flex flex-wrap gap-x-6 gap-y-3">
      <NumberField
        label={label}
        prefix={prefix}
        unit={unit}
        quantity={quantity}
        path={path}
        placeholder={placeholder}
        value={number}
        error={error}
        hint={hint}
        onChange={(next, half) => onChange(stored(next, half ?? plusMinus))}
      />
      <NumberField
        label={within}
        prefix="±"
        placeholder="exact"
        unit={unit ?? (!quantity || quantity === "ethanolPct" ? "% ethanol" : undefined)}
        quantity={quantity === "celsius" ? "kelvinStep" : quantity}
        value={plusMinus}
        isHalfWidth
        onChange={(next) => onChange(stored(number, next))}
        error={number === null && plusMinus !== null ? "Give the number first." : undefined}
      />
    </div>
  );
}
