import { useEffect, useRef, useState } from "react";
import type { TypedNumber, Unit } from "../api/client";
import { units } from "../shell/settings";
import { toStored, typedAs, type Units, unitOf } from "../words/units";
import { Labelled } from "./Labelled";
import { noteReading } from "./pendingTyped";
import { plainNumber } from "./plainNumber";
import { useTyped } from "./useTyped";

interface Props {
  label: string;
  unit?: string;
  /** A quantity whose unit the mechanic chooses; the value stays metric. */
  quantity?: Unit;
  /** Where it stands in the catalogue: what is unlikely for it is asked about. */
  path?: string;
  prefix?: string;
  placeholder?: string;
  value: number | null;
  /** The number, and its half-width where one was typed with it. */
  onChange: (value: number | null, plusMinus?: number) => void;
  /** What the program has against the value. */
  error?: string;
  hint?: string;
  /** True where it is a half-width: small ones are no slip. */
  isHalfWidth?: boolean;
}

/**
 * A number typed by hand, in the unit shown or any other of its kind. What is read in one way only is taken at once; the rest the program
 * understands, doubts or refuses. What stands for a value is left as it was typed; a text that cannot be read leaves the value from before, not the
 * number it began with.
 */
export function NumberField({
  label,
  unit,
  quantity,
  path,
  prefix,
  placeholder,
  value,
  onChange,
  error,
  hint,
  isHalfWidth = false,
}: Props) {
  const [system] = units.use();
  const shown = value === null ? "" : shownText(value, quantity, system);
  const [text, setText] = useState(shown);
  // The value the text stands for, and in which units it was typed.
  const standsFor = useRef<{ value: number | null; system: Units }>({ value, system });
  const [isTyped, setTyped] = useState(false);
  // The value when the typing began, or since the program last read a text.
  const before = useRef(value);
  const hasKind = path !== undefined || (quantity !== undefined && quantity !== "none");
  const { typed, refused, isUnheard, ask } = useTyped(isTyped && hasKind ? text : "", { path, quantity }, system);
  const plain = plainNumber(text);

  // Only a value that comes from elsewhere, or other units, replace what is being typed.
  useEffect(() => {
    if (standsFor.current.value !== value || standsFor.current.system !== system) {
      standsFor.current = { value, system };
      before.current = value;
      setText(shown);
      setTyped(false);
    }
  }, [value, system, shown]);

  const take = (next: number | null, plusMinus?: number) => {
    standsFor.current = { value: next, system };
    if (plusMinus === undefined) {
      onChange(next);
    } else {
      onChange(next, plusMinus);
    }
  };
  const read = (understood: TypedNumber | null) => {
    if (understood) {
      before.current = understood.value;
      if (understood.value !== value || understood.plusMinus != null) {
        take(understood.value, understood.plusMinus ?? undefined);
      }
    } else if (standsFor.current.value !== before.current) {
      take(before.current);
    }
  };
  const isWhole = !isTyped || !Number.isNaN(plain) || !hasKind;
  const isRead = typed !== null || refused !== undefined || isUnheard;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for every answer of the program.
  useEffect(() => {
    if (!isWhole && isRead) {
      read(typed);
    }
  }, [typed, isRead]);
  // Left before the program has read it, by hand or because the page goes on: it is read all the same.
  const leave = () => {
    if (isWhole) {
      before.current = standsFor.current.value;
    } else if (!isRead) {
      noteReading(ask(text).then(read));
    }
  };
  const leaving = useRef(leave);
  useEffect(() => {
    leaving.current = leave;
  });
  useEffect(() => () => leaving.current(), []);

  const trouble =
    refused ?? error ?? (Number.isNaN(plain) && (!hasKind || isUnheard) ? "This must be a number, like 73.5." : undefined);
  const doubt = isHalfWidth ? undefined : typed?.doubt;
  const echo = typed && Number.isNaN(plain) && typed.shown !== text.trim() ? `Understood as ${typed.shown}.` : undefined;
  const unitText = unit ?? (quantity ? unitOf(quantity, system) : undefined);
  return (
    <Labelled label={label} error={trouble} hint={echo ?? hint}>
      {(labels) => (
        <>
          <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
            {prefix && <span className="reading text-ink-2">{prefix}</span>}
            <input
              {...labels}
              className="field w-[6.2rem]"
              inputMode="decimal"
              autoComplete="off"
              placeholder={placeholder}
              value={text}
              onBlur={leave}
              onChange={(e) => {
                setText(e.target.value);
                setTyped(true);
                const next = plainNumber(e.target.value);
                if (!Number.isNaN(next)) {
                  take(next === null ? null : quantity ? toStored(next, quantity, system) : next);
                }
              }}
            />
            {unitText && <span className="text-[0.9rem] text-ink-2">{unitText}</span>}
          </div>
          {doubt && !refused && (
            <div role="status" className="flex max-w-[32rem] flex-wrap items-center gap-x-3 gap-y-1 text-[0.93rem]">
              <b>{doubt.text}</b>
              {doubt.meant.map((meant) => (
                <button
                  key={meant.text}
                  type="button"
                  className="btn btn-outline"
                  aria-label={`${label}: ${meant.text}`}
                  onClick={() => {
                    setText(meant.text);
                    take(meant.value);
                  }}
                >
                  {meant.text}
                </button>
              ))}
            </div>
          )}
        </>
      )}
    </Labelled>
  );
}

function shownText(value: number, quantity: Unit | undefined, system: Units): string {
  return (quantity ? typedAs(value, quantity, system) : value).toString();
}
