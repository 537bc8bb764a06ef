import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, authorHeader, unwrap } from "../../api/client";
import { keys } from "../../api/queries";
import { useJobContext } from "../../job/jobContext";
import { author } from "../../shell/settings";
import { Trouble } from "../../shell/Trouble";
import { said } from "../../words/said";
import type { SurveyDocument } from "./types";

interface Props {
  survey: SurveyDocument;
  onChange: (survey: SurveyDocument) => void;
}

const key = ["shop"];

/** The shop's instruments, which count for every job that says nothing of its own. */
export function ShopInstruments({ survey, onChange }: Props) {
  const client = useQueryClient();
  const { job } = useJobContext();
  const [initials] = author.use();
  const shop = useQuery({ queryKey: key, queryFn: () => unwrap(api.GET("/api/shop")) });
  const save = useMutation({
    mutationFn: (instruments: NonNullable<SurveyDocument["instruments"]>) =>
      unwrap(api.PUT("/api/shop", { params: { header: { "X-Author": authorHeader(initials) } }, body: { instruments } })),
    onSuccess: (saved) => {
      client.setQueryData(key, saved);
      onChange({ ...survey, instruments: undefined });
      client.invalidateQueries({ queryKey: keys.previews(job.id) });
    },
  });
  if (!shop.data) {
    return shop.error ? <Trouble error={shop.error} onRetry={() => shop.refetch()} /> : null;
  }
  const { instruments, choices } = shop.data;
  const words = (instruments ?? []).map((name) => choices.find((c) => c.name === name)?.label ?? name).join(", ");
  const own = survey.instruments;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 text-[0.93rem] text-ink-2">
      <p>{instruments ? `The shop has: ${words || "none of these"}.` : said("survey", "nothingSaidShopYet")}</p>
      {own && (
        <>
          <button
            type="button"
            className="btn btn-outline no-print"
            disabled={save.isPending || initials.trim() === ""}
            title={initials.trim() === "" ? said("survey", "giveYourInitialsBar") : undefined}
            onClick={() => save.mutate(own)}
          >
            Keep these for the whole shop
          </button>
          <button
            type="button"
            className="btn btn-ghost no-print"
            onClick={() => onChange({ ...survey, instruments: undefined })}
          >
            Use the shop's
          </button>
        </>
      )}
      {save.error && <Trouble error={save.error} />}
    </div>
  );
}
