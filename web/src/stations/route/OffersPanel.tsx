import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, unwrap } from "../../api/client";
import { SelectField } from "../../fields/SelectField";
import { Loading } from "../../shell/Loading";
import { Trouble } from "../../shell/Trouble";
import { useSettled } from "../../shell/useSettled";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { chosen } from "./chain";
import type { ChainWeights, FittingChain, Part, RouteStation } from "./types";
import { partsKey, useParts } from "./useParts";

type First = "cost" | "bore";

const weights: Record<First, ChainWeights> = {
  cost: { leakPoints: 0, cost: 1, restriction: 0 },
  bore: { leakPoints: 0, cost: 0, restriction: 1 },
};

/** The best chains of the catalog between the two ends. */
export function OffersPanel({ route }: { route: RouteStation }) {
  const { document, results, setDraft } = route;
  const units = useUnits();
  const parts = useParts().data?.parts ?? [];
  const [first, setFirst] = useState<First>();
  const ask = results?.ask ?? null;
  const asked = useSettled(JSON.stringify(ask && { ...ask, weights: first && weights[first] }));
  const isWhole = ask !== null;
  const { data, error, isFetching, refetch } = useQuery({
    queryKey: [...partsKey, "chains", asked],
    enabled: isWhole && asked !== "null",
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: ({ signal }) => unwrap(api.POST("/api/calc/fitting-chain", { body: JSON.parse(asked), signal })),
  });
  const byCode = new Map(parts.map((p) => [p.code, p]));
  const now = (document.chain ?? []).map((p) => p.code).join(" ");
  return (
    <section className="panel no-print" aria-labelledby="offers-title">
      <h2 id="offers-title" className="panel-title">
        The best parts between them
      </h2>
      {!isWhole && <p className="mt-2 text-ink-2">{said("route", "nameBothEndsGap")}</p>}
      {isWhole && !data && isFetching && <Loading what="Looking through the catalog" />}
      {isWhole && error && <Trouble error={error} onRetry={() => refetch()} />}
      {isWhole && !error && data?.chains.length === 0 && (
        <p className="mt-2 border-l-4 border-base-content pl-3" role="status">
          <b>{said("route", "noChainCatalogFits")}</b> {data.why ? units.say(data.why) : data.whyNone}
        </p>
      )}
      {isWhole && !error && (data?.chains.length ?? 0) > 0 && (
        <>
          <ol className="divide-y divide-rule">
            {data?.chains.map((chain, i) => (
              <Offer
                // biome-ignore lint/suspicious/noArrayIndexKey: the first is the best, whatever it is made of.
                key={i}
                place={i}
                chain={chain}
                isTaken={chain.parts.map((p) => p.code).join(" ") === now}
                onTake={() =>
                  setDraft(
                    chosen(
                      document,
                      chain.parts.map((p) => byCode.get(p.code)).filter((p): p is Part => p !== undefined),
                    ),
                  )
                }
              />
            ))}
          </ol>
          <SelectField
            label="What counts first"
            className="no-print mt-2"
            none="Leak points, then cost"
            value={first}
            choices={[
              { name: "cost", label: "Cost" },
              { name: "bore", label: "A wide bore" },
            ]}
            onChange={setFirst}
          />
          {data?.proof && <p className="mt-2 text-[0.88rem] text-ink-3">{data.proof}</p>}
        </>
      )}
    </section>
  );
}

interface OfferProps {
  place: number;
  chain: FittingChain;
  isTaken: boolean;
  onTake: () => void;
}

function Offer({ place, chain, isTaken, onTake }: OfferProps) {
  const units = useUnits();
  const name = chain.optimal ? "Best" : place === 1 ? "Second" : place === 2 ? "Third" : "Next";
  return (
    <li className="py-3">
      <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
        <p>
          <b>{name}:</b> <span className="reading">{chain.leakPoints}</span> leak points, to buy{" "}
          <span className="reading">{chain.cost.toFixed(2)}</span>
          {chain.hoseMm > 0 && (
            <>
              , hose <span className="reading">{units.plain(chain.hoseMm, "millimetre", units.current === "us" ? 1 : 0)}</span>
              {chain.loop && " in a loop"}
            </>
          )}
          {chain.minBoreMm != null && (
            <>
              , bore <span className="reading">{units.plain(chain.minBoreMm, "millimetre", units.current === "us" ? 2 : 1)}</span>
            </>
          )}
        </p>
        <button
          type="button"
          className="btn btn-outline no-print"
          disabled={isTaken}
          aria-label={isTaken ? `${name} chain: chosen` : `Take the ${name.toLowerCase()} chain`}
          onClick={onTake}
        >
          {isTaken ? "Chosen" : "Take this one"}
        </button>
      </div>
      <p className="mt-1 text-[0.93rem] text-ink-2">{chain.parts.map((p) => p.name).join(" · ")}</p>
      {chain.cautions.map((caution) => (
        <p key={`${caution.code} ${caution.joint}`} className="mt-1 border-l-4 border-base-content pl-3 text-[0.93rem]">
          {units.say(caution)}
        </p>
      ))}
    </li>
  );
}
