import { Mark } from "../../fields/Mark";
import { Segment } from "../../shell/Segment";
import { said } from "../../words/said";
import { Answers } from "./Answers";
import type { BeepTest, HarnessStation } from "./types";

const sides = ["left", "right"] as const;

/** Which side of the injectors is common, by continuity, and which were seen active. */
export function ExtenderPanel({ harness }: { harness: HarnessStation }) {
  const { document, setDraft, lastResults, errorFor } = harness;
  const extender = lastResults?.extender;
  if (!extender) {
    return null;
  }
  const count = extender.injectors ?? 0;
  const beeps = document.extender?.beeps ?? [];
  const active = document.extender?.active ?? [];
  const keep = (part: Partial<NonNullable<typeof document.extender>>) =>
    setDraft({ ...document, extender: { ...document.extender, ...part } });
  const beepOf = (b: number, side: BeepTest["side"]) => beeps.find((t) => t.a === 1 && t.b === b && t.side === side);
  const common = extender.common?.commonSide;
  const next = extender.nextTest;
  return (
    <section className="panel print:border-0 print:p-0" aria-labelledby="extender-title">
      <h2 id="extender-title" className="panel-title">
        The injectors' common side
      </h2>
      <p className="mt-2">
        {common ? (
          <>
            <b>
              The {common} side is common to all {count}.
            </b>{" "}
            {!extender.common?.isSeenLive && said("harness", "commonNotSeenLive")}
          </>
        ) : next ? (
          <>
            Next: the <b>{next.side}</b> sides of injector <b className="reading">{next.a}</b> and{" "}
            <b className="reading">{next.b}</b>.
          </>
        ) : (
          <span className="text-ink-2">{said("harness", "notProvenYet")}</span>
        )}{" "}
        <span className="text-ink-2">{said("harness", "batteryDisconnectedAllInjector")}</span>
      </p>
      {count > 1 && (
        <table className="mt-2 w-full">
          <thead>
            <tr className="border-b border-rule text-left">
              <th scope="col" className="py-1.5 pr-3 font-semibold">
                Between plugs
              </th>
              {sides.map((side) => (
                <th key={side} scope="col" className="py-1.5 pr-3 font-semibold">
                  {side === "left" ? "Left sides" : "Right sides"}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {Array.from({ length: count - 1 }, (_, i) => i + 2).map((b) => (
              <tr key={b} className="border-b border-rule">
                <th scope="row" className="reading py-1 pr-3 text-left font-normal">
                  1 and {b}
                </th>
                {sides.map((side) => {
                  const test = beepOf(b, side);
                  return (
                    <td key={side} className="py-1 pr-3">
                      <Segment
                        label={`1 and ${b}, ${side}`}
                        choices={[
                          { name: "open", label: "?" },
                          { name: "beep", label: "Beep" },
                          { name: "none", label: "No" },
                        ]}
                        chosen={test ? (test.beep ? "beep" : "none") : "open"}
                        onChoose={(name) => {
                          const rest = beeps.filter((t) => t !== test);
                          const all = name === "open" ? rest : [...rest, { a: 1, b, side, beep: name === "beep" }];
                          keep({ beeps: all.length > 0 ? all : undefined });
                        }}
                      />
                      <span className="hidden print:inline">{test ? (test.beep ? "beep" : "no") : ""}</span>
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {errorFor("extender.beeps") && <p className="text-stop">{errorFor("extender.beeps")}</p>}
      {count > 0 && (
        <fieldset className="mt-4 border-t border-rule pt-3">
          <legend className="float-left mb-1 w-full font-semibold">Injectors seen active</legend>
          <div className="clear-both flex flex-wrap gap-x-6">
            {Array.from({ length: count }, (_, i) => i + 1).map((injector) => (
              <label key={injector} className="flex min-h-[44px] cursor-pointer items-center gap-3">
                <Mark
                  type="checkbox"
                  checked={active.some((a) => a.injector === injector)}
                  onChange={(e) => {
                    const rest = active.filter((a) => a.injector !== injector);
                    const all = e.target.checked ? [...rest, { injector }] : rest;
                    keep({ active: all.length > 0 ? all : undefined });
                  }}
                />
                <span>
                  <span className="sr-only">Injector </span>
                  {injector}
                </span>
              </label>
            ))}
          </div>
        </fieldset>
      )}
      <OnPaper
        lines={[
          document.extender?.probeAt && `Temperature probe: ${document.extender.probeAt}`,
          document.extender?.loadTap && `Load input tapped at: ${document.extender.loadTap}`,
        ]}
      />
      <Answers
        harness={harness}
        paths={[
          "extender.keyOnLeftV",
          "extender.keyOnRightV",
          "extender.injectors",
          "extender.baseInjectors",
          "extender.probeAt",
          "extender.loadTap",
        ]}
      />
    </section>
  );
}

/** A gateway in the vehicle's bus: what moved into its plug, and high and low. */
export function GatewayPanel({ harness }: { harness: HarnessStation }) {
  const gateway = harness.lastResults?.gateway;
  if (!gateway) {
    return null;
  }
  return (
    <section className="panel" aria-labelledby="gateway-title">
      <h2 id="gateway-title" className="panel-title">
        The gateway in the bus
      </h2>
      <p className="mt-2">
        {gateway.highLowRight == null ? (
          said("harness", "highLowNotInterchangeable")
        ) : gateway.highLowRight ? (
          <b>{said("harness", "highLowWhereThey")}</b>
        ) : (
          <b className="text-stop">{said("harness", "highLowDoNot")}</b>
        )}
      </p>
      <OnPaper
        lines={(harness.document.gateway?.moved ?? []).map((m) => `${m.what}: from ${m.fromPin ?? "?"} to ${m.toPin ?? "?"}`)}
      />
      <Answers harness={harness} paths={["gateway.highV", "gateway.lowV", "gateway.ownTermination", "gateway.moved"]} />
    </section>
  );
}

/** What stands in fields on the screen, on paper in words. */
function OnPaper({ lines }: { lines: readonly (string | null | undefined)[] }) {
  return (
    <ul className="mt-2 hidden gap-1 print:grid">
      {lines.filter(Boolean).map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  );
}
