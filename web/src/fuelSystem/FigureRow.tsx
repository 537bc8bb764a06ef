import { useId, useState } from "react";
import type { Assumption, Field, Stored } from "../api/client";
import { prefixOf, usualText } from "../fields/catalogue";
import { HazyField } from "../fields/HazyField";
import { numberOf, plusMinusOf } from "../fields/stored";
import { useUnits } from "../words/useUnits";
import { assumed } from "./assumed";

interface Props {
  field: Field;
  value: Stored;
  /** The typical figure that is calculated with while nothing is given. */
  used?: Assumption;
  onChange: (value: Stored) => void;
  error?: string;
}

/** A figure that is calculated with, and whether it is typical or given; its field opens where one wants to give it. */
export function FigureRow({ field, value, used, onChange, error }: Props) {
  const id = useId();
  const units = useUnits();
  const [opened, setOpened] = useState(false);
  const open = opened || Boolean(error);
  const given = numberOf(value);
  const { label, quantity, leftOut } = field;
  const shown =
    given !== null
      ? assumed({ words: null, value: given, unit: quantity, plusMinusPct: null, plusMinus: plusMinusOf(value) }, units)
      : used
        ? assumed(used, units)
        : (leftOut ?? (usualText(field, units) || "not needed here"));
  return (
    <li className="py-1.5">
      <div className="grid grid-cols-[minmax(0,1fr)_auto_5.2rem] items-center gap-x-3 print:grid-cols-[1fr_auto]">
        <span>{label}</span>
        <span className={`max-w-[11rem] text-right ${given !== null ? "reading font-bold" : "text-ink-2"}`}>{shown}</span>
        <button
          type="button"
          className="btn btn-ghost no-print px-2"
          aria-expanded={open}
          aria-controls={id}
          aria-label={`Edit: ${label}`}
          onClick={() => setOpened(!opened)}
        >
          {open ? "Close" : "Edit"}
        </button>
      </div>
      <div id={id}>
        {open && (
          <div className="pb-2">
            <HazyField
              label={label}
              quantity={quantity}
              path={field.path}
              prefix={prefixOf(field)}
              value={value}
              error={error}
              hint={field.howTo || undefined}
              onChange={onChange}
            />
          </div>
        )}
      </div>
    </li>
  );
}
