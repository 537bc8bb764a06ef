import { NumberField } from "../../fields/NumberField";
import { SelectField } from "../../fields/SelectField";
import { TextField } from "../../fields/TextField";
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
            <TextField
              label={`Connection ${at + 1}: where`}
              width="w-[11rem]"
              value={joint.place ?? ""}
              error={errorFor(`fuelSystem.joints[${at}].place`)}
              onChange={(place) => set(at, { place: place || undefined })}
            />
            <SelectField
              none="Choose"
              label="Line"
              value={joint.line}
              choices={[
                { name: "feed", label: "feed" },
                { name: "return", label: "return" },
              ]}
              error={errorFor(`fuelSystem.joints[${at}].line`)}
              onChange={(line) => set(at, { line })}
            />
            <TextField
              label="Size"
              width="w-[11rem]"
              value={joint.size ?? ""}
              error={errorFor(`fuelSystem.joints[${at}].size`)}
              placeholder="3/8 in"
              onChange={(size) => set(at, { size: size || undefined })}
            />
            <SelectField
              none="Choose"
              label="Line end"
              error={errorFor(`fuelSystem.joints[${at}].gender`)}
              value={joint.gender}
              choices={[
                { name: "male", label: "male" },
                { name: "female", label: "female" },
              ]}
              onChange={(gender) => set(at, { gender })}
            />
            <NumberField
              label="Angle"
              unit="°"
              value={joint.angleDeg ?? null}
              error={errorFor(`fuelSystem.joints[${at}].angleDeg`)}
              onChange={(angleDeg) => set(at, { angleDeg })}
            />
            <TextField
              label="Locking type"
              width="w-[11rem]"
              value={joint.retainer ?? ""}
              error={errorFor(`fuelSystem.joints[${at}].retainer`)}
              placeholder="ring, tab, slide lock"
              onChange={(retainer) => set(at, { retainer: retainer || undefined })}
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
