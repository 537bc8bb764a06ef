import { Fold } from "../../shell/Fold";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { Answers } from "./Answers";
import type { HarnessStation } from "./types";

const kinds = {
  switched: said("harness", "switchedLiveKeyWhile"),
  constant: said("harness", "constantLiveKeyOff"),
  dropsWhileCranking: "Drops out while cranking",
  dead: "Dead",
  weak: "Live, and weak",
} as const;

/** The feed as it was probed. */
export function FeedPanel({ harness }: { harness: HarnessStation }) {
  const units = useUnits();
  const probed = harness.lastResults?.supply.probed;
  return (
    <section className="panel" aria-labelledby="feed-title">
      <h2 id="feed-title" className="panel-title">
        The feed, probed
      </h2>
      {probed ? (
        <p className="mt-2">
          <b>{kinds[probed.kind]}.</b> <span className="text-ink-2">{units.say(probed.becauseSaid)}</span>
        </p>
      ) : (
        <p className="mt-2 text-ink-2">{said("harness", "fourReadingsSlotSay")}</p>
      )}
      <Answers
        harness={harness}
        paths={["probed.batteryV", "probed.keyOffV", "probed.keyOnV", "probed.crankingV"]}
        columns="grid-cols-2"
      />
    </section>
  );
}

/** The fuse of its own, what hangs on it, and what its wire loses. */
export function FusePanel({ harness }: { harness: HarnessStation }) {
  const units = useUnits();
  const { drop, fuseToTakeA, largestFuseA } = harness.lastResults?.supply ?? {};
  return (
    <section className="panel" aria-labelledby="fuse-title">
      <h2 id="fuse-title" className="panel-title">
        Its fuse and its wire
      </h2>
      <dl className="mt-2 grid gap-1">
        {fuseToTakeA != null && <Line what="Fuse to take" value={units.plain(fuseToTakeA, "ampere", fuseToTakeA % 1 ? 1 : 0)} />}
        {largestFuseA != null && (
          <Line what="Largest the wire bears" value={units.plain(largestFuseA, "ampere", largestFuseA % 1 ? 1 : 0)} />
        )}
        {drop && <Line what="Lost in the wire, hot" value={units.hazy(drop.dropMv, "millivolt")} />}
      </dl>
      <Answers harness={harness} paths={["feedAt", "fuseA", "currentMa"]} columns="grid-cols-1" />
    </section>
  );
}

/** How long the battery lasts with what is drawn at rest. */
export function StandbyPanel({ harness }: { harness: HarnessStation }) {
  const units = useUnits();
  const { days, daysDrawn, daysBecause } = harness.lastResults?.supply ?? {};
  return (
    <section className="panel" aria-labelledby="standby-title">
      <h2 id="standby-title" className="panel-title">
        The battery at rest
      </h2>
      <p className="mt-2">
        {days ? (
          <>
            The engine still cranks for{" "}
            <b className="reading whitespace-nowrap">{daysDrawn ? units.say(daysDrawn) : units.hazy(days, "days")}</b>.{" "}
            {daysBecause && <span className="text-ink-2">{units.say(daysBecause)}</span>}
          </>
        ) : (
          <span className="text-ink-2">{said("harness", "nothingDrawnKeyOff")}</span>
        )}
      </p>
      <Answers harness={harness} paths={["keepsAwake"]} columns="grid-cols-1" />
      <Fold title="What it rests on" open={days != null}>
        <Answers harness={harness} paths={["drainMa", "batteryAh", "usablePct", "selfDischargePct"]} columns="grid-cols-1" />
      </Fold>
    </section>
  );
}

export function Line({ what, value }: { what: string; value: string }) {
  return (
    <div className="flex flex-wrap items-baseline justify-between gap-x-4">
      <dt className="text-ink-2">{what}</dt>
      <dd className="reading whitespace-nowrap">{value}</dd>
    </div>
  );
}
