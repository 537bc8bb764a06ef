import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, authorHeader, unwrap } from "../api/client";
import { keys } from "../api/queries";
import type { components } from "../api/schema";
import { SelectField } from "../fields/SelectField";
import { TextField } from "../fields/TextField";
import { useJobContext } from "../job/jobContext";
import { InitialsField } from "../shell/InitialsField";
import { Loading } from "../shell/Loading";
import { author } from "../shell/settings";
import { Trouble } from "../shell/Trouble";
import { useArrival } from "../shell/useArrival";
import { when } from "../words/times";
import { useUnits } from "../words/useUnits";

type Line = components["schemas"]["BuyingLine"];
type Note = components["schemas"]["BuyingLineRequest"];
type Status = Line["status"];

const statuses: readonly { name: Status; label: string }[] = [
  { name: "needed", label: "Needed" },
  { name: "ordered", label: "Ordered" },
  { name: "arrived", label: "Arrived" },
  { name: "onTheShelf", label: "On the shelf" },
  { name: "notNeeded", label: "Not needed" },
];

const kinds: Record<Line["kind"], string> = {
  part: "Parts",
  wiring: "Wiring",
  consumable: "Consumables",
  tool: "Tools",
  instrument: "Instruments, bought or borrowed",
};

/** What the job needs: every station's parts in one list, with what became of each. */
export function PartsPage() {
  const { job } = useJobContext();
  const client = useQueryClient();
  const heading = useArrival();
  const units = useUnits();
  const [initials] = author.use();
  const [isUnsigned, setUnsigned] = useState(false);
  const key = [...keys.job(job.id), "buying-list", job.lastRevision];
  const list = useQuery({
    queryKey: key,
    queryFn: () => unwrap(api.GET("/api/jobs/{id}/buying-list", { params: { path: { id: job.id } } })),
  });
  const note = useMutation({
    mutationFn: ({ item, body }: { item: string; body: Note }) =>
      unwrap(
        api.POST("/api/jobs/{id}/buying-list/{item}", {
          params: { path: { id: job.id, item }, header: { "X-Author": authorHeader(initials) } },
          body,
        }),
      ),
    onSettled: () => client.invalidateQueries({ queryKey: keys.jobs }),
  });
  const lines = list.data?.items ?? [];
  const open = list.data?.open ?? 0;
  return (
    <>
      <div className="flex flex-wrap items-start gap-3">
        <h1 ref={heading} tabIndex={-1} className="verdict min-w-0 grow outline-none">
          {!list.data
            ? "Buying list"
            : lines.length === 0
              ? "Nothing to buy yet."
              : open === 0
                ? "Everything is there."
                : `${open} still to come.`}
        </h1>
        <a className="btn btn-outline no-print" href={`/api/jobs/${job.id}/buying-list.csv`} download>
          As CSV
        </a>
      </div>
      <p className="lead mt-1.5">
        {lines.length === 0
          ? "Survey the vehicle: each station adds what it needs. Lines of your own can be added below."
          : `Each station adds what it needs. ${costs(list.data?.total ?? null, list.data?.withoutPrice ?? 0)}`}
      </p>
      {list.isPending && <Loading what="Fetching the buying list" />}
      {list.error && <Trouble error={list.error} onRetry={() => list.refetch()} />}
      {note.error && <Trouble error={note.error} />}
      {lines.length > 0 && (
        <div className="no-print mt-4">
          <InitialsField error={isUnsigned && initials.trim() === "" ? "Give initials or a name first." : undefined} />
        </div>
      )}
      {(Object.keys(kinds) as Line["kind"][]).map((kind) => {
        const ofKind = lines.filter((line) => line.kind === kind);
        return (
          ofKind.length > 0 && (
            <section key={kind} className="panel mt-4" aria-labelledby={`kind-${kind}`}>
              <h2 id={`kind-${kind}`} className="panel-title">
                {kinds[kind]}
              </h2>
              <ul className="divide-y divide-rule">
                {ofKind.map((line) => (
                  <LineRow
                    key={line.item}
                    line={line}
                    nameOfStation={(slug) => job.stations.find((s) => s.slug === slug)?.name ?? slug}
                    disabled={note.isPending}
                    onNote={(body) => (initials.trim() === "" ? setUnsigned(true) : note.mutate({ item: line.item, body }))}
                  />
                ))}
              </ul>
            </section>
          )
        );
      })}
      {open > 0 && (
        <Kits kits={list.data?.kits ?? []} nameOf={(item) => units.say(lines.find((l) => l.item === item)?.name) || item} />
      )}
      <OwnLine
        disabled={note.isPending}
        needsInitials={lines.length === 0}
        onAdd={(name) => note.mutate({ item: itemOf(name), body: { name, status: "needed" } })}
      />
    </>
  );
}

interface RowProps {
  line: Line;
  nameOfStation: (slug: string) => string;
  disabled: boolean;
  onNote: (note: Note) => void;
}

function LineRow({ line, nameOfStation, disabled, onNote }: RowProps) {
  const units = useUnits();
  const [price, setPrice] = useState(line.price?.toString() ?? "");
  const [source, setSource] = useState(line.source ?? "");
  const isThere = line.status !== "needed" && line.status !== "ordered";
  const name = units.say(line.name);
  const cost = Number(price.replace(",", "."));
  const priceError = price.trim() !== "" && !(cost >= 0) ? "A number, like 84.50." : undefined;
  return (
    <li className={`grid gap-x-6 gap-y-2 py-3 lg:grid-cols-[1fr_auto] ${isThere ? "text-ink-2" : ""}`}>
      <div className="min-w-0">
        <p className={isThere ? "" : "font-bold"}>
          {line.quantity !== 1 && <span className="reading">{line.quantity} × </span>}
          {name}
        </p>
        {line.for.map((use) => (
          <p key={use.station + use.why.template} className="text-[0.93rem] text-ink-2">
            {nameOfStation(use.station)}: {units.say(use.why)}
          </p>
        ))}
        <p className="text-[0.88rem] text-ink-3">
          {line.holdsUp.length > 0 && `Holds up ${line.holdsUp.map(nameOfStation).join(" and ")}. `}
          {line.price != null && <span className="hidden print:inline">{line.price.toFixed(2)} each. </span>}
          {line.source && <span className="hidden print:inline">From {line.source}. </span>}
          {line.at && `${line.author}, ${when(line.at)}.`}
        </p>
      </div>
      <fieldset aria-label={name} className="flex flex-wrap items-start gap-x-4 gap-y-2">
        <SelectField label="Status" value={line.status} choices={statuses} onChange={(status) => status && onNote({ status })} />
        <form
          className="no-print flex flex-wrap items-end gap-x-3 gap-y-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (!priceError) {
              onNote({ price: price.trim() === "" ? null : cost, source: source.trim() || null });
            }
          }}
        >
          <TextField label="Price" width="w-[6.2rem]" maxLength={12} value={price} error={priceError} onChange={setPrice} />
          <TextField label="From" width="w-[11rem]" maxLength={120} value={source} onChange={setSource} />
          <button
            type="submit"
            className="btn btn-outline"
            disabled={disabled || (price === (line.price?.toString() ?? "") && source === (line.source ?? ""))}
          >
            Keep
          </button>
        </form>
      </fieldset>
    </li>
  );
}

interface KitsProps {
  kits: components["schemas"]["BuyingListAnswer"]["kits"];
  nameOf: (item: string) => string;
}

/** Kits on the shelf, by what each covers of this job. */
function Kits({ kits, nameOf }: KitsProps) {
  const useful = kits.filter((kit) => kit.covers.length > 0);
  return (
    useful.length > 0 && (
      <section className="panel no-print mt-4" aria-labelledby="kits-title">
        <h2 id="kits-title" className="panel-title">
          Kits, by what they cover of this job
        </h2>
        <ul className="divide-y divide-rule">
          {useful.map((kit) => (
            <li key={kit.name} className="py-2">
              <p className="font-bold">
                {kit.name}
                {kit.price != null && <span className="reading font-normal"> {kit.price.toFixed(2)}</span>}
              </p>
              <p className="text-[0.93rem] text-ink-2">
                Covers {kit.covers.length} of {kit.covers.length + kit.missing.length}: {kit.covers.map(nameOf).join("; ")}.
                {kit.missing.length > 0 && ` Still to buy: ${kit.missing.map(nameOf).join("; ")}.`}
                {kit.beyond.length > 0 && " It brings more than this job needs."}
              </p>
            </li>
          ))}
        </ul>
      </section>
    )
  );
}

interface OwnProps {
  disabled: boolean;
  /** Where no line is there yet, initials are asked here. */
  needsInitials: boolean;
  onAdd: (name: string) => void;
}

function OwnLine({ disabled, needsInitials, onAdd }: OwnProps) {
  const [name, setName] = useState("");
  const [initials] = author.use();
  return (
    <form
      className="panel no-print mt-4 flex flex-wrap items-end gap-x-4 gap-y-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (itemOf(name) !== "") {
          onAdd(name.trim());
          setName("");
        }
      }}
    >
      <TextField label="Something else to buy" className="min-w-0 grow" maxLength={120} value={name} onChange={setName} />
      {needsInitials && <InitialsField />}
      <button type="submit" className="btn btn-outline" disabled={disabled || itemOf(name) === "" || initials.trim() === ""}>
        Add line
      </button>
    </form>
  );
}

/** A name as it can stand in an address. */
function itemOf(name: string): string {
  return name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60);
}

function costs(total: number | null, without: number): string {
  return total === null
    ? "No price is written down yet."
    : `Together ${total.toFixed(2)}${without > 0 ? `, ${without} without a price` : ""}.`;
}
