import { useCatalogue } from "../../fields/catalogue";
import { Mark } from "../../fields/Mark";
import { NumberField } from "../../fields/NumberField";
import { SelectField } from "../../fields/SelectField";
import { ThingList } from "../../fields/ThingList";
import { Fold } from "../../shell/Fold";
import { Segment } from "../../shell/Segment";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { FaceDrawing } from "./FaceDrawing";
import { noteOf, notePath, withConnectors, withNote } from "./notes";
import type { HarnessPlan, HarnessStation, PlannedWire } from "./types";

/** The connectors as they are seen, counted to the pins that matter. */
export function FacesPanel({ harness }: { harness: HarnessStation }) {
  const { document, setDraft, lastResults, errorFor } = harness;
  const units = useUnits();
  const field = useCatalogue("harness");
  const faces = lastResults?.pins.connectors ?? [];
  return (
    <section
      className={`panel mt-4 first:mt-0 ${faces.length === 0 ? "no-print" : "print:border-0 print:p-0"}`}
      aria-labelledby="faces-title"
    >
      <h2 id="faces-title" className="panel-title">
        Connectors, as you look at them
      </h2>
      {faces.length === 0 && <p className="mt-2 text-ink-2">{said("harness", "readNumbersMoldedCorners")}</p>}
      {faces.map((face, i) => (
        <div key={face.name} className="mt-3">
          <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
            <p className="font-bold">
              {face.name}
              <span className="font-normal text-ink-2">
                , from the {face.view === "wire" ? "wire side" : "mating side"}
                {face.mirrored && ": mirrored to the printed view"}
              </span>
            </p>
            <Segment
              label={`Side of ${face.name} you look at`}
              choices={[
                { name: "wire", label: "Wire side" },
                { name: "mating", label: "Mating side" },
              ]}
              chosen={face.view}
              onChoose={(view) =>
                setDraft({ ...document, connectors: (document.connectors ?? []).map((c, at) => (at === i ? { ...c, view } : c)) })
              }
            />
          </div>
          <FaceDrawing face={face} />
          <ul className="mt-2 grid gap-1">
            {face.pins.map((pin) => (
              <li key={`${pin.pin} ${pin.what} ${pin.gaveWay}`}>
                <b>
                  {pin.gaveWay && "Gave way here: "}
                  {pin.what}.
                </b>{" "}
                {units.say(pin.words)}
              </li>
            ))}
          </ul>
        </div>
      ))}
      {(document.displaced ?? []).length > 0 && (
        <ul className="mt-2 hidden gap-1 print:grid">
          {(document.displaced ?? []).map((d) => (
            <li key={`${d.was} ${d.pin}`}>
              <b>Gave way: {d.was}.</b> Lost: {d.lost ?? "not said"}. To put it back: {d.putBack ?? "not said"}.
            </li>
          ))}
        </ul>
      )}
      <Fold title="Faces and corners" open={faces.length === 0}>
        <ThingList
          field={field("connectors")}
          things={document.connectors ?? []}
          errorFor={errorFor}
          onChange={(connectors) => setDraft(withConnectors(document, connectors as HarnessPlan["connectors"]))}
        />
      </Fold>
    </section>
  );
}

/** Which pin each wire goes to, and what proves that its terminal is seated. */
export function SeatsPanel({ harness }: { harness: HarnessStation }) {
  const wires = harness.lastResults?.wires.list ?? [];
  return (
    <section className="panel no-print mt-4" aria-labelledby="seats-title">
      <h2 id="seats-title" className="panel-title">
        Each wire to its pin
      </h2>
      <p className="mt-1 text-ink-2">{said("harness", "terminalSeatedWhenClicked")}</p>
      <ol className="divide-y divide-rule">
        {wires.map((wire) => (
          <SeatRow key={wire.wire.id} harness={harness} wire={wire} />
        ))}
      </ol>
    </section>
  );
}

const proofs = [
  { name: "clicked", label: "Clicked" },
  { name: "locked", label: "Locked" },
  { name: "tugged", label: "Tugged" },
] as const;

function SeatRow({ harness, wire }: { harness: HarnessStation; wire: PlannedWire }) {
  const { document, setDraft, errorFor, lastResults } = harness;
  const { id, to } = wire.wire;
  const note = noteOf(document, id);
  const connectors = (document.connectors ?? []).map((c) => c.name ?? "").filter(Boolean);
  const seat = lastResults?.pins.seats.find((s) => s.wire === id);
  return (
    <li className="grid grid-cols-[1.9rem_1fr_6.5rem] items-center gap-x-3 gap-y-2 py-2.5 lg:grid-cols-[1.9rem_1fr_7rem_10rem_28rem]">
      <span className="reading rounded-full border border-edge text-center leading-[1.8rem]">{wire.number}</span>
      <p>{to}</p>
      <div className="col-start-3">
        <NumberField
          label={`Pin of wire ${wire.number}`}
          value={note.pin ?? null}
          error={errorFor(notePath(document, id, "pin"))}
          onChange={(pin) => setDraft(withNote(document, id, { pin: pin ?? undefined }))}
        />
      </div>
      <div className="col-span-2 col-start-2 empty:hidden lg:col-span-1 lg:col-start-4 lg:empty:block">
        {(connectors.length > 1 || note.connector) && (
          <SelectField
            label={`Connector of wire ${wire.number}`}
            none="Choose"
            width="w-full pr-8"
            value={note.connector}
            choices={connectors.map((name) => ({ name, label: name }))}
            error={errorFor(notePath(document, id, "connector"))}
            onChange={(connector) => setDraft(withNote(document, id, { connector }))}
          />
        )}
      </div>
      {note.pin != null && (
        <div className="col-span-2 col-start-2 flex flex-wrap gap-x-5 pl-3 lg:col-span-1 lg:col-start-5">
          {proofs.map(({ name, label }) => (
            <label key={name} className="flex min-h-[44px] cursor-pointer items-center gap-3">
              <Mark
                type="checkbox"
                checked={note[name] === true}
                onChange={(e) => setDraft(withNote(document, id, { [name]: e.target.checked || undefined }))}
              />
              <span>
                {label}
                <span className="sr-only"> wire {wire.number}</span>
              </span>
            </label>
          ))}
          {seat?.check && (
            <span className="flex min-h-[44px] items-center text-ink-2">
              {seat.reading == null ? (
                "no reading yet"
              ) : (
                <b className={seat.reading ? "text-base-content" : "text-stop"}>
                  {seat.reading ? "reading right" : "reading wrong"}
                </b>
              )}
            </span>
          )}
        </div>
      )}
    </li>
  );
}
