import { type ReactNode, useId } from "react";

/** What ties a control to its label and to what is said about it. */
export interface Labels {
  id: string;
  "aria-invalid": boolean;
  "aria-describedby": string | undefined;
}

interface Props {
  label: ReactNode;
  /** What the program has against the answer; said instead of the hint. */
  error?: string;
  hint?: string;
  /** How wide it stands among its neighbours. */
  className?: string;
  /** Label and control in one line. */
  inline?: boolean;
  children: (labels: Labels) => ReactNode;
}

/** A control under its label, and under it what the program has against the answer, or what helps with it. */
export function Labelled({ label, error, hint, className = "", inline, children }: Props) {
  const id = useId();
  const said = error ?? hint;
  return (
    <div className={`${inline ? "flex flex-wrap items-center gap-x-4 gap-y-1" : "grid content-start gap-1"} ${className}`}>
      <label htmlFor={id} className="label-text">
        {label}
      </label>
      {children({ id, "aria-invalid": Boolean(error), "aria-describedby": said ? `${id}-said` : undefined })}
      {said && <Said id={`${id}-said`} error={error} hint={hint} />}
    </div>
  );
}

/** Several controls that answer one question, under their legend. */
export function LabelledGroup({
  label,
  error,
  hint,
  children,
}: Omit<Props, "children" | "className" | "inline"> & { children: ReactNode }) {
  const id = useId();
  return (
    <fieldset aria-describedby={(error ?? hint) ? id : undefined}>
      <legend className="label-text">{label}</legend>
      {(error ?? hint) && <Said id={id} error={error} hint={hint} />}
      {children}
    </fieldset>
  );
}

function Said({ id, error, hint }: { id: string; error?: string; hint?: string }) {
  return (
    <p id={id} className={`max-w-[32rem] text-[0.9rem] ${error ? "text-stop" : "text-ink-3"}`}>
      {error ?? hint}
    </p>
  );
}
