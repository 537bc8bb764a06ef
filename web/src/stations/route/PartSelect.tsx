import { Labelled } from "../../fields/Labelled";
import { grouped } from "./grouped";
import type { Part } from "./types";
import { useParts } from "./useParts";

interface Props {
  label: string;
  /** The end it goes onto: parts that fit come first. */
  open: string | undefined;
  onChoose: (part: Part) => void;
}

/** A part of the catalog, those that fit here before the others. */
export function PartSelect({ label, open, onChoose }: Props) {
  const { data } = useParts();
  const fits = new Set((data?.mates ?? []).flatMap(([a, b]) => (a === open ? [b] : b === open ? [a] : [])));
  const group = (part: Part) => (part.ports.some((p) => fits.has(p)) ? "Fits the end before it" : "Needs another end before it");
  const groups = grouped(data?.parts ?? [], group).sort(([a]) => (a.startsWith("Fits") ? -1 : 1));
  return (
    <Labelled label={label} className="min-w-0">
      {(labels) => (
        <select
          {...labels}
          className="field w-full max-w-[22rem] pr-8"
          value=""
          onChange={(e) => {
            const part = data?.parts.find((p) => p.code === e.target.value);
            if (part) {
              onChoose(part);
            }
          }}
        >
          <option value="">Choose a part</option>
          {groups.map(([name, parts]) => (
            <optgroup key={name} label={name}>
              {parts.map((part) => (
                <option key={part.code} value={part.code}>
                  {part.name}
                </option>
              ))}
            </optgroup>
          ))}
        </select>
      )}
    </Labelled>
  );
}
