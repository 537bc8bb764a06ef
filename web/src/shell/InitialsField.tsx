import { TextField } from "../fields/TextField";
import { author } from "./settings";

/** Who writes: asked once, kept in this browser. */
export function InitialsField({ error, inline }: { error?: string; inline?: boolean }) {
  const [initials, setInitials] = author.use();
  return (
    <TextField
      label={inline ? <span className="max-sm:sr-only">Your initials</span> : "Your initials"}
      placeholder={inline ? "Initials" : undefined}
      inline={inline}
      width={inline ? "w-[5.8rem] sm:w-[6.2rem]" : "w-[6.2rem]"}
      maxLength={20}
      value={initials}
      error={error}
      onChange={setInitials}
    />
  );
}
