import { useState } from "react";
import { Link } from "react-router";
import type { Finding, Stored } from "../../api/client";
import { newKey, useEntryKinds, useWriteEntry } from "../../entries/queries";
import { HazyField } from "../../fields/HazyField";
import { useJobContext } from "../../job/jobContext";
import { InitialsField } from "../../shell/InitialsField";
import { author } from "../../shell/settings";
import { Trouble } from "../../shell/Trouble";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";

/** Notes which blend a fill came to: the reading is held against it from then on. */
export function MixedNote({ findings }: { findings: readonly Finding[] }) {
  const units = useUnits();
  const noted = findings.find((f) => f.part === "fill");
  const { job } = useJobContext();
  const [mixed, setMixed] = useState<Stored>();
  const [key, setKey] = useState(newKey);
  const [initials] = author.use();
  const write = useWriteEntry(job.id);
  const label = useEntryKinds()
    .data?.find((k) => k.slug === "fill")
    ?.fields.find((f) => f.path === "mixedEthanolPct")?.label;
  return (
    <form
      className="no-print mt-4 grid gap-3 border-t border-rule pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(
          { key, author: initials, entry: { kind: "fill", station: "signal", text: "", payload: { mixedEthanolPct: mixed } } },
          {
            onSuccess: () => {
              setMixed(undefined);
              setKey(newKey());
            },
          },
        );
      }}
    >
      <HazyField
        label={label ?? "Blend mixed in the tank"}
        prefix="E"
        quantity="ethanolPct"
        hint={said("signal", "whereKnownWhatWent")}
        value={mixed}
        onChange={(value) => setMixed(value)}
      />
      <div className="flex flex-wrap items-end gap-3">
        {mixed != null && <InitialsField />}
        <button type="submit" className="btn btn-outline" disabled={mixed == null || write.isPending || !initials.trim()}>
          Note the fill
        </button>
      </div>
      {write.error && <Trouble error={write.error} />}
      {noted && (
        <p className="text-ink-2">
          {noted.severity === "info" ? units.say(noted) : null}{" "}
          <Link className="link-quiet" to={`/jobs/${job.id}/record#${noted.about}`}>
            The fill on the record
          </Link>
        </p>
      )}
    </form>
  );
}
