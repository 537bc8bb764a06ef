import { useState } from "react";
import { Mark } from "../../fields/Mark";
import { SelectField } from "../../fields/SelectField";
import { TextField } from "../../fields/TextField";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { madeAt, withJoint } from "./chain";
import type { JointMade, LeakPoint, RouteStation } from "./types";

const clamps: { name: NonNullable<JointMade["clamp"]>; label: string }[] = [
  { name: "fullCircle", label: "Full-circle clamp" },
  { name: "constantTension", label: "Constant-tension clamp" },
  { name: "ear", label: "Ear clamp" },
  { name: "wormGear", label: "Worm-gear clamp" },
  { name: "none", label: "No clamp" },
];

const tubes: { name: NonNullable<JointMade["tube"]>; label: string }[] = [
  { name: "steel", label: "Steel" },
  { name: "copperNickel", label: "Copper-nickel" },
  { name: "aluminium", label: "Aluminum" },
  { name: "nylon", label: "Nylon" },
];

/** Everything that can leak, by the number it is checked under, and how each joint is made up. */
export function LeakPanel({ route }: { route: RouteStation }) {
  const { document, setDraft, lastResults, errorFor } = route;
  const units = useUnits();
  const leaks = lastResults?.leaks ?? [];
  const joints = lastResults?.check ? (document.chain ?? []).length + 1 : 0;
  const ids = leaks.slice(0, joints).map((leak) => leak.id);
  const findings = route.results?.check?.findings ?? [];
  const opened = document.opened ?? [];
  return (
    <section className="panel mt-4 print:break-before-page" aria-labelledby="leaks-title">
      <h2 id="leaks-title" className="panel-title">
        Leak points
      </h2>
      {leaks.length === 0 && <p className="mt-2 text-ink-2">{said("route", "oncePartsChosenEvery")}</p>}
      <ol className="grid gap-x-8 md:grid-cols-2">
        {leaks.map((leak) => (
          <li key={leak.number} className="grid grid-cols-[2rem_1fr] content-start gap-x-2 border-t border-rule py-2">
            <span className="reading text-right">{leak.number}</span>
            <div className="min-w-0">
              <p>{leak.name}</p>
              <p className="text-[0.9rem] text-ink-2">{leak.seal}</p>
              {findings
                .filter((f) => f.joint === leak.number && leak.number <= joints)
                .map((f) => (
                  <p
                    key={f.code}
                    className={`mt-1 border-l-4 pl-2 text-[0.93rem] ${f.severity === "stop" ? "border-stop" : "border-rule text-ink-2"}`}
                  >
                    {f.severity === "stop" && <b className="text-stop">Stop here. </b>}
                    {units.say(f)}
                  </p>
                ))}
              {leak.number <= joints && leak.id != null && (
                <MadeBesides
                  leak={leak}
                  made={madeAt(document, ids, leak.id)}
                  onChange={(made) => leak.id != null && setDraft(withJoint(document, ids, leak.id, made))}
                />
              )}
              {leak.number <= joints && (
                <Made
                  leak={leak}
                  made={madeAt(document, ids, leak.id)}
                  onChange={(made) => leak.id != null && setDraft(withJoint(document, ids, leak.id, made))}
                />
              )}
              {leak.number > leaks.length - opened.length && (
                <button
                  type="button"
                  className="link-quiet no-print"
                  aria-label={`Remove ${leak.name}`}
                  onClick={() => {
                    const rest = opened.filter((_, i) => i !== leak.number - 1 - (leaks.length - opened.length));
                    setDraft({ ...document, opened: rest.length > 0 ? rest : undefined });
                  }}
                >
                  Remove
                </button>
              )}
            </div>
          </li>
        ))}
      </ol>
      <OpenedJoint error={errorFor("opened")} onAdd={(name) => setDraft({ ...document, opened: [...opened, name] })} />
    </section>
  );
}

/** What any joint can be: only hand tight; and where there is a bead, held by a collar in two halves. */
function MadeBesides({ leak, made, onChange }: { leak: LeakPoint; made: JointMade; onChange: (made: JointMade) => void }) {
  return (
    <div className="no-print flex flex-wrap gap-x-6">
      <label className="mt-1 flex min-h-[44px] w-fit cursor-pointer items-center gap-3">
        <Mark
          type="checkbox"
          checked={made.handTight ?? false}
          onChange={(e) => onChange({ ...made, handTight: e.target.checked || undefined })}
        />
        {`Joint ${leak.number} is only hand tight`}
      </label>
      {leak.hasBead && (
        <SelectField
          label={`Split collar at joint ${leak.number}`}
          none="None here"
          value={made.collar == null ? undefined : made.collar ? "on" : "missing"}
          choices={[
            { name: "on", label: "Both halves are on" },
            { name: "missing", label: "Missing" },
          ]}
          onChange={(collar) => onChange({ ...made, collar: collar == null ? undefined : collar === "on" })}
        />
      )}
    </div>
  );
}

/** How a joint is made up, asked where it can be made up wrongly. */
function Made({ leak, made, onChange }: { leak: LeakPoint; made: JointMade; onChange: (made: JointMade) => void }) {
  if (leak.asks === "clamp") {
    return (
      <div className="no-print mt-1">
        <SelectField
          label={`Clamp on joint ${leak.number}`}
          none="As the part asks for"
          value={made.clamp}
          choices={clamps}
          onChange={(clamp) => onChange({ ...made, clamp })}
        />
      </div>
    );
  }
  if (leak.asks === "tube") {
    return (
      <div className="no-print mt-1">
        <SelectField
          label={`Tube at joint ${leak.number}`}
          none="Not looked at yet"
          value={made.tube}
          choices={tubes}
          onChange={(tube) => onChange({ ...made, tube })}
        />
        {made.tube === "nylon" && (
          <label className="mt-1 flex min-h-[44px] w-fit cursor-pointer items-center gap-3">
            <Mark
              type="checkbox"
              checked={made.insert ?? false}
              onChange={(e) => onChange({ ...made, insert: e.target.checked || undefined })}
            />
            {`Insert in the tube at joint ${leak.number}`}
          </label>
        )}
      </div>
    );
  }
  if (leak.asks == null) {
    return null;
  }
  const asks = leak.asks;
  return (
    <label className="no-print mt-1 flex min-h-[44px] w-fit cursor-pointer items-center gap-3">
      <Mark
        type="checkbox"
        checked={made[asks] ?? leak.shouldBe ?? false}
        onChange={(e) => onChange({ ...made, [asks]: e.target.checked === leak.shouldBe ? undefined : e.target.checked })}
      />
      {asks === "sealant" ? `Sealant on joint ${leak.number}` : `Retainer of joint ${leak.number} is there`}
    </label>
  );
}

function OpenedJoint({ error, onAdd }: { error?: string; onAdd: (name: string) => void }) {
  const [name, setName] = useState("");
  return (
    <form
      className="no-print mt-3 flex flex-wrap items-end gap-3 border-t border-rule pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (name.trim() !== "") {
          onAdd(name.trim());
          setName("");
        }
      }}
    >
      <TextField
        label="Joint opened to bleed or to get there"
        hint={said("route", "canLeakTooLike")}
        value={name}
        error={error}
        onChange={setName}
      />
      <button type="submit" className="btn btn-outline" disabled={name.trim() === ""}>
        Add to the list
      </button>
    </form>
  );
}
