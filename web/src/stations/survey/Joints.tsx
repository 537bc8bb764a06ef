import { useId } from "react";
import { NumberField } from "../../fields/NumberField";
import type { Joint } from "./types";

interface Props {
  joints: readonly Joint[];
  onChange: (joints: Joint[] | undefined) => void;
  errorFor: (field: string) => string | undefined;
}

/** Joints a sensor could go into, each with what has to match when parts are bought. */
export function Joints({ joints, onChange, errorFor }: Props) {
  const set = (at: number, part: Partial<Joint>) => onChange(joints.map((j, i) => (i === at ? { ...j, ...part } : j)));
  return (
    <fieldset className="grid gap-4" aria-label="Connections">
      {joints.map((joint, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a joint is what stands at its place.
        <div key={at} className="grid gap-3 border-l-2 border-rule pl-3">
          <div className="flex flex-wrap gap-x-5 gap-y-3">
            <Words label={`Connection ${at + 1}: where`} value={joint.place} onChange={(place) => set(at, { place })} />
            <Pick
              label="Line"
              value={joint.line}
              choices={{ feed: "feed", return: "return" }}
              error={errorFor(`fuelSystem.joints[${at}].line`)}
              onChange={(line) => set(at, { line })}
            />
            <Words label="Size" value={joint.size} placeholder="3/8 in" onChange={(size) => set(at, { size })} />
            <Pick
              label="Line end"
              value={joint.gender}
              choices={{ male: "male", female: "female" }}
              onChange={(gender) => set(at, { gender })}
            />
            <NumberField
              label="Angle"
              unit="°"
              value={joint.angleDeg ?? null}
              error={errorFor(`fuelSystem.joints[${at}].angleDeg`)}
              onChange={(angleDeg) => set(at, { angleDeg })}
            />
            <Words
              label="Locking type"
              value={joint.retainer}
              placeholder="ring, tab, slide lock"
              onChange={(retainer) => set(at, { retainer })}
            />
          </div>
          <div>
            <button
              type="button"
              className="btn btn-ghost"
              onClick={() => onChange(joints.length === 1 ? undefined : joints.filter((_, i) => i !== at))}
            >
              Remove connection {at + 1}
            </button>
          </div>
        </div>
      ))}
      <div>
        <button type="button" className="btn btn-outline" onClick={() => onChange([...joints, {}])}>
          {joints.length === 0 ? "Describe a connection" : "Add a connection"}
        </button>
      </div>
    </fieldset>
  );
}

interface WordsProps {
  label: string;
  value: string | null | undefined;
  placeholder?: string;
  onChange: (text: string | undefined) => void;
}

function Words({ label, value, placeholder, onChange }: WordsProps) {
  const id = useId();
  return (
    <div className="grid content-start gap-1">
      <label htmlFor={id} className="label-text">
        {label}
      </label>
      <input
        id={id}
        className="field w-[11rem]"
        maxLength={200}
        placeholder={placeholder}
        value={value ?? ""}
        onChange={(e) => onChange(e.target.value || undefined)}
      />
    </div>
  );
}

interface PickProps<T extends string> {
  label: string;
  value: T | null | undefined;
  choices: Record<T, string>;
  error?: string;
  onChange: (value: T | undefined) => void;
}

function Pick<T extends string>({ label, value, choices, error, onChange }: PickProps<T>) {
  const id = useId();
  return (
    <div className="grid content-start gap-1">
      <label htmlFor={id} className="label-text">
        {label}
      </label>
      <select
        id={id}
        className="field pr-8"
        value={value ?? ""}
        aria-invalid={Boolean(error)}
        aria-describedby={error ? `${id}-trouble` : undefined}
        onChange={(e) => onChange((e.target.value || undefined) as T | undefined)}
      >
        <option value="">not said</option>
        {Object.entries<string>(choices).map(([name, words]) => (
          <option key={name} value={name}>
            {words}
          </option>
        ))}
      </select>
      {error && (
        <p id={`${id}-trouble`} className="max-w-[18rem] text-[0.9rem] text-stop">
          {error}
        </p>
      )}
    </div>
  );
}
