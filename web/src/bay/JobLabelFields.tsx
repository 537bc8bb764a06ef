import type { Ref } from "react";
import type { ApiError } from "../api/client";
import { TextField } from "../fields/TextField";

/** What a job is told apart by. */
export interface JobLabel {
  name: string;
  vehicle: string;
  plate: string;
  reference: string;
}

export const emptyLabel: JobLabel = { name: "", vehicle: "", plate: "", reference: "" };

/** What the program has against a label that stands beside none of its fields. */
export const besideFields = (refused: ApiError | null) =>
  refused && !Object.keys(emptyLabel).some((field) => refused.for(field)) ? refused : null;

interface Props {
  label: JobLabel;
  onChange: (label: JobLabel) => void;
  refused: ApiError | null;
  /** The first field. */
  ref?: Ref<HTMLInputElement>;
}

/** The fields by which a job is told apart. */
export function JobLabelFields({ label, onChange, refused, ref }: Props) {
  const field = (name: keyof JobLabel) => ({
    value: label[name],
    error: refused?.for(name),
    onChange: (text: string) => onChange({ ...label, [name]: text }),
  });
  return (
    <div className="grid w-full gap-3 sm:grid-cols-2">
      <TextField ref={ref} label="Job name" hint="The vehicle's name will do." maxLength={80} {...field("name")} />
      <TextField label="Vehicle" hint="A few words: body, engine, year." {...field("vehicle")} />
      <TextField label="Plate or serial number" maxLength={40} {...field("plate")} />
      <TextField label="Customer's reference" hint="Such as an order number." maxLength={60} {...field("reference")} />
    </div>
  );
}
