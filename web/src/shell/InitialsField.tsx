import { TextField } from "../fields/TextField";
import { author } from "./settings";

/** Who writes: asked once, kept in this browser. */
export function InitialsField({ error, inline }: { error?: string; inline?: boolean }) {
  const [initials, setInitials] = author.use();
  return (
    <TextField
      label="Your initials"
      inline={inline}
      width="w-[6.2rem]"
      maxLength={20}
      value={initials}
      error={error}
      onChange={setInitials}
    />
  );
}
