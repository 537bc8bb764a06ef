import { type RefObject, useCallback } from "react";
import type { BayFilter as Filter } from "../api/queries";
import { Segment } from "../shell/Segment";
import { useShortcut } from "../shell/useShortcut";

interface Props {
  filter: Filter;
  onFilter: (filter: Filter) => void;
  typed: string;
  onType: (typed: string) => void;
  field: RefObject<HTMLInputElement | null>;
  counts: Record<Filter, number>;
}

/** Finds jobs: by words, and by what is up with them. */
export function BayFilter({ filter, onFilter, typed, onType, field, counts }: Props) {
  useShortcut(
    "/",
    useCallback(() => field.current?.focus(), [field]),
  );
  const label = (name: Filter, words: string) => ({ name, label: `${words} ${counts[name]}` });
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
          label("held", "On hold"),
          label("waiting", "Waiting"),
          label("archived", "Archived"),
          // Seldom there, and then wanted.
          ...(counts.removed > 0 || filter === "removed" ? [label("removed", "Removed")] : []),
        ]}
        chosen={filter}
        onChoose={onFilter}
      />
    </search>
  );
}
