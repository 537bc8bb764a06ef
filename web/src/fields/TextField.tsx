import type { ReactNode, Ref } from "react";
import { Labelled } from "./Labelled";

interface Props {
  label: ReactNode;
  value: string;
  onChange: (text: string) => void;
  error?: string;
  hint?: string;
  placeholder?: string;
  maxLength?: number;
  type?: "text" | "date";
  /** How wide it stands among its neighbours. */
  className?: string;
  inline?: boolean;
  /** How wide the text itself is. */
  width?: string;
  ref?: Ref<HTMLInputElement>;
}

/** A line of text, or a day. */
export function TextField({
  label,
  value,
  onChange,
  error,
  hint,
  className,
  inline,
  width = "w-full",
  maxLength = 200,
  ...input
}: Props) {
  return (
    <Labelled label={label} error={error} hint={hint} className={className} inline={inline}>
      {(labels) => (
        <input
          {...labels}
          {...input}
          className={`field ${width}`}
          autoComplete="off"
          maxLength={maxLength}
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Labelled>
  );
}
