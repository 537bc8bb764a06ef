import { type RefObject, useCallback } from "react";
import { Segment } from "../shell/Segment";
import { useShortcut } from "../shell/useShortcut";
import type { Sieve } from "./sift";

interface Props {
  sieve: Sieve;
  onSieve: (sieve: Sieve) => void;
  typed: string;
  onType: (typed: string) => void;
  field: RefObject<HTMLInputElement | null>;
  counts: Record<Sieve, number>;
}

/** Finds jobs: by words, and by what is up with them. */
export function BaySieve({ sieve, onSieve, typed, onType, field, counts }: Props) {
  useShortcut(
    "/",
    useCallback(() => field.current?.focus(), [field]),
  );
  const label = (name: Sieve, words: string) => ({ name, label: `${words} ${counts[name]}` });
  return (
    <search className="no-print mt-4 flex flex-wrap items-center gap-x-5 gap-y-3">
      <input
        ref={field}
        type="search"
        className="field w-full sm:w-[20rem]"
        placeholder="Find a job"
        aria-label="Find a job"
        value={typed}
        onChange={(e) => onType(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === "Escape") {
            onType("");
            e.currentTarget.blur();
          }
        }}
      />
      <Segment
        label="Which jobs"
        choices={[
          label("all", "All"),
          label("due", "Due"),
          label("held", "Held"),
          label("waiting", "Waiting"),
          label("aside", "Put aside"),
        ]}
        chosen={sieve}
        onChoose={onSieve}
      />
    </search>
  );
}
