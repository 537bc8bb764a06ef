import { useState } from "react";
import { AnswerField } from "../../fields/AnswerField";
import { useCatalogue } from "../../fields/catalogue";
import { NumberField } from "../../fields/NumberField";
import { numberOf } from "../../fields/stored";
import { useJobContext } from "../../job/jobContext";
import { useUnits } from "../../words/useUnits";
import { noteOf, notePath, withNote } from "./notes";
import type { HarnessStation, PlannedWire, WireNote } from "./types";

/** What is asked of a wire on its card; which wire it is and its pin stand elsewhere. */
const onCard = [
  "slackMm",
  "areaMm2",
  "joint",
  "terminal",
  "sleeve",
  "route",
  "grommet",
  "colour",
  "hotMm",
  "movingMm",
  "highVoltageMm",
] as const;

/** Every wire with its length; the rest of what there is to know of it opens. */
export function WirePanel({ harness }: { harness: HarnessStation }) {
  const { job } = useJobContext();
  const wires = harness.lastResults?.wires.list ?? [];
  return (
    <section className="panel print:border-0 print:p-0" aria-labelledby="wires-title">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 id="wires-title" className="panel-title">
          Wires to lay
        </h2>
        <a
          className="link-quiet no-print inline-flex min-h-[44px] items-center"
          href={`/api/jobs/${job.id}/harness.csv`}
          download
        >
          Wires and checks as CSV
        </a>
      </div>
      <ol className="no-print divide-y divide-rule">
        {wires.map((wire) => (
          <WireRow key={wire.wire.id} harness={harness} wire={wire} twisted={twistedWith(wire, wires)} />
        ))}
      </ol>
      <WireTable wires={wires} />
      <Spares harness={harness} />
    </section>
  );
}

/** The wire it is twisted with, in words. */
function twistedWith({ wire }: PlannedWire, wires: readonly PlannedWire[]): string | null {
  const other = wire.twisted && wires.find((w) => w.wire.id === wire.twisted);
  return other ? `twisted with ${other.number}` : null;
}

function WireRow({ harness, wire, twisted }: { harness: HarnessStation; wire: PlannedWire; twisted: string | null }) {
  const { document, setDraft, errorFor } = harness;
  const units = useUnits();
  const items = useCatalogue("harness")("wires").items;
  const [open, setOpen] = useState(false);
  const { id, from, to } = wire.wire;
  const note = noteOf(document, id);
  const set = (part: Partial<WireNote>) => setDraft(withNote(document, id, part));
  const field = (name: string) => items.find((i) => i.path === name);
  return (
    <li className="py-2.5">
      <div className="grid grid-cols-[1.9rem_1fr_8.6rem] items-end gap-x-3 gap-y-1 md:grid-cols-[1.9rem_1fr_9rem_8rem_6rem]">
        <span className="reading self-center rounded-full border border-edge text-center leading-[1.8rem]">{wire.number}</span>
        <p className="self-center">
          {from} <span className="text-ink-3">to</span> <b>{to}</b>
          {twisted && <span className="text-ink-2">, {twisted}</span>}
        </p>
        <div className="col-start-3">
          <NumberField
            label={`Length of wire ${wire.number}`}
            path="wires.lengthM"
            quantity="metre"
            value={numberOf(note.lengthM)}
            error={errorFor(notePath(document, id, "lengthM"))}
            onChange={(lengthM) => set({ lengthM: lengthM ?? undefined })}
          />
        </div>
        <p className="col-start-2 self-center text-ink-2 md:col-start-4 md:row-start-1">
          {wire.cutM ? (
            <>
              cut <span className="reading whitespace-nowrap text-base-content">{units.hazy(wire.cutM, "metre", 2)}</span>
            </>
          ) : (
            "not measured"
          )}
        </p>
        <button
          type="button"
          className="btn btn-ghost col-start-3 justify-self-start md:col-start-5 md:row-start-1"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? "Less" : "More"}
          <span className="sr-only"> of wire {wire.number}</span>
        </button>
      </div>
      {open && (
        <div className="ml-[2.6rem] mt-2 grid grid-cols-1 items-start gap-x-6 gap-y-3 border-l-2 border-rule pl-3 sm:grid-cols-2 lg:grid-cols-3">
          {onCard.map((name) => {
            const item = field(name);
            return (
              item && (
                <div key={name} className={item.answer === "choice" ? "col-span-full" : "min-w-0"}>
                  <AnswerField
                    field={item}
                    at={notePath(document, id, name)}
                    path={`wires.${name}`}
                    value={note[name]}
                    onChange={(value) => set({ [name]: value })}
                    errorFor={errorFor}
                  />
                </div>
              )
            );
          })}
        </div>
      )}
    </li>
  );
}

/** On paper what happens to wires nobody needs, and the notes. */
function Spares({ harness }: { harness: HarnessStation }) {
  const treatments = new Map(
    useCatalogue("harness")("spares")
      .items.find((i) => i.path === "treatment")
      ?.choices.map((c) => [c.name, c.label.toLowerCase()]) ?? [],
  );
  const { spares, notes } = harness.document;
  return (
    <p className="mt-2 hidden text-[0.75rem] print:block">
      {(spares ?? []).map(({ name, treatment }) => `${name}: ${(treatment && treatments.get(treatment)) ?? "open"}. `).join("")}
      {notes}
    </p>
  );
}

const columns = [
  { title: "No.", width: "4%" },
  { title: "From", width: "22%" },
  { title: "To", width: "25%" },
  { title: "Cut", width: "11%" },
  { title: "Size", width: "9%" },
  { title: "Joint", width: "12%" },
  { title: "Way", width: "9%" },
  { title: "Seated", width: "8%" },
];

/** The wires on paper, with boxes for what proves a terminal: clicked, locked, tugged. */
function WireTable({ wires }: { wires: readonly PlannedWire[] }) {
  const units = useUnits();
  const joints = new Map(
    useCatalogue("harness")("wires")
      .items.find((i) => i.path === "joint")
      ?.choices.map((c) => [c.name, c.label]) ?? [],
  );
  return (
    <table className="mt-2 hidden w-full table-fixed text-[0.7rem] leading-tight print:table">
      <thead>
        <tr className="border-b border-rule text-left align-bottom">
          {columns.map(({ title, width }) => (
            <th key={title} scope="col" className="py-1 pr-2 font-semibold" style={{ width }}>
              {title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {wires.map((planned) => {
          const { number, wire, cutM, areaMm2, note } = planned;
          return (
            <tr key={wire.id} className="border-b border-rule align-top">
              <td className="reading py-0.5 pr-2">{number}</td>
              <td className="py-0.5 pr-2">{wire.from}</td>
              <td className="py-0.5 pr-2">
                {wire.to}
                {note?.pin != null && `, ${[note.connector, `pin ${note.pin}`].filter(Boolean).join(" ")}`}
              </td>
              <td className="reading whitespace-nowrap py-0.5 pr-2">{cutM ? units.hazy(cutM, "metre", 2) : ""}</td>
              <td className="reading whitespace-nowrap py-0.5 pr-2">{units.plain(areaMm2, "squareMillimetre", 2)}</td>
              <td className="py-0.5 pr-2">
                {[note?.joint && joints.get(note.joint), note?.terminal, note?.sleeve].filter(Boolean).join(", ")}
              </td>
              <td className="py-0.5 pr-2">
                {[twistedWith(planned, wires), note?.route, note?.grommet, note?.colour].filter(Boolean).join(", ")}
              </td>
              <td className="whitespace-nowrap py-0.5">
                {(["clicked", "locked", "tugged"] as const).map((proof) => (
                  <span
                    key={proof}
                    className={`mr-1 inline-block size-[0.7rem] border border-base-content ${note?.[proof] ? "bg-base-content" : ""}`}
                  />
                ))}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
