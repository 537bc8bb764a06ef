import { useId } from "react";
import { author } from "./settings";

/** Who writes: asked once, kept in this browser. */
export function InitialsField({ error }: { error?: string }) {
  const id = useId();
  const [initials, setInitials] = author.use();
  return (
    <div className="grid content-start gap-1">
      <label htmlFor={id} className="label-text">
        Your initials
      </label>
      <input
        id={id}
        className="field w-[6.2rem]"
        maxLength={20}
        autoComplete="off"
        value={initials}
        aria-invalid={Boolean(error)}
        aria-describedby={error ? `${id}-trouble` : undefined}
        onChange={(e) => setInitials(e.target.value)}
      />
      {error && (
        <p id={`${id}-trouble`} className="text-[0.9rem] text-stop">
          {error}
        </p>
      )}
    </div>
  );
}
