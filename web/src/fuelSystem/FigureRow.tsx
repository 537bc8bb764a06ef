import { useId, useState } from "react";
import type { Assumption, Stored } from "../api/client";
import { HazyField } from "../fields/HazyField";
import { numberOf, plusMinusOf } from "../fields/stored";
import type { QuantityName } from "../words/units";
import { type UnitWords, useUnits } from "../words/useUnits";
import { assumed } from "./assumed";

interface Props {
  label: string;
  quantity?: QuantityName;
  unit?: string;
  prefix?: string;
  value: Stored;
  /** The typical figure that is reckoned with while nothing is given. */
  used?: Assumption;
  /** In words, where no figure stands in. */
  leftOut?: string;
  onChange: (value: Stored) => void;
  error?: string;
}

/** A figure that is reckoned with, and whether it is typical or given; its field opens where one wants to give it. */
export function FigureRow({ label, quantity, unit, prefix, value, used, leftOut, onChange, error }: Props) {
  const id = useId();
  const units = useUnits();
  const [opened, setOpened] = useState(false);
  const open = opened || Boolean(error);
  const given = numberOf(value) !== null;
  return (
    <li className="py-1.5">
      <div className="grid grid-cols-[minmax(0,1fr)_auto_5.2rem] items-center gap-x-3 print:grid-cols-[1fr_auto]">
        <span>{label}</span>
        <span className={`max-w-[11rem] text-right ${given ? "reading font-bold" : "text-ink-2"}`}>
          {given
            ? givenText(value, units, { quantity, unit, prefix })
            : used
              ? assumed(used, units)
              : (leftOut ?? "not needed here")}
        </span>
        <button
          type="button"
          className="btn btn-ghost no-print px-2"
          aria-expanded={open}
          aria-controls={id}
          aria-label={`${given ? "Change" : "Give"}: ${label}`}
          onClick={() => setOpened(!opened)}
        >
          {open ? "Close" : given ? "Change" : "Give it"}
        </button>
      </div>
      <div id={id}>
        {open && (
          <div className="pb-2">
            <HazyField
              label={label}
              quantity={quantity}
              unit={unit}
              prefix={prefix}
              value={value}
              error={error}
              onChange={onChange}
            />
          </div>
        )}
      </div>
    </li>
  );
}

function givenText(
  value: Stored,
  units: UnitWords,
  { quantity, unit, prefix }: Pick<Props, "quantity" | "unit" | "prefix">,
): string {
  const number = numberOf(value) ?? 0;
  const half = plusMinusOf(value);
  const shown = quantity ? units.number(number, quantity) : number.toString();
  const name = quantity ? units.unit(quantity) : unit;
  const haze = half === null ? "" : ` ± ${quantity ? units.step(half, quantity) : half}`;
  return `${prefix ?? ""}${shown}${haze}${name ? ` ${name}` : ""}`;
}
