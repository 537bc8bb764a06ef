import { Labelled } from "../../fields/Labelled";
import { grouped } from "./grouped";
import { useParts } from "./useParts";

interface Props {
  label: string;
  hint?: string;
  error?: string;
  value: string | null | undefined;
  onChange: (code: string | undefined) => void;
}

/** An end of the line, by family and size. */
export function PortField({ label, hint, error, value, onChange }: Props) {
  const { data } = useParts();
  return (
    <Labelled label={label} error={error} hint={hint}>
      {(labels) => (
        <select
          {...labels}
          className="field w-full pr-8"
          value={value ?? ""}
          onChange={(e) => onChange(e.target.value || undefined)}
        >
          <option value="">Choose</option>
          {grouped(data?.ports ?? [], (port) => port.family ?? "").map(([family, ports]) => (
            <optgroup key={family} label={family}>
              {ports.map((port) => (
                <option key={port.code} value={port.code}>
                  {port.name}
                </option>
              ))}
            </optgroup>
          ))}
        </select>
      )}
    </Labelled>
  );
}
