import { Link } from "react-router";
import type { Stored } from "../../api/client";
import { numberOf } from "../../fields/stored";
import { StationFrame } from "../../frame/StationFrame";
import { FittedParts } from "../../fuelSystem/FittedParts";
import { BudgetPanel } from "../../haze/BudgetPanel";
import { useJobContext } from "../../job/jobContext";
import { useStation } from "../../job/useStation";
import { Columns } from "../../shell/Columns";
import { Findings } from "../../shell/Findings";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { withPoint } from "./changes";
import { DrivePanel } from "./DrivePanel";
import { EnvelopePlot } from "./EnvelopePlot";
import { FailsafePanel } from "./FailsafePanel";
import { FiguresPanel } from "./FiguresPanel";
import { PointPanel } from "./PointPanel";
import { RemedyList } from "./RemedyList";
import type { CapacityPlan, CapacityPoint, CapacityResults } from "./types";
import type { Survey } from "./useAskedHere";

/** Can pump, lines and injectors feed it, and does the fuel boil? */
export function CapacityPage() {
  const { job } = useJobContext();
  const capacity = useStation<CapacityPlan, CapacityResults>("capacity");
  // Facts of the vehicle that are asked for here stand in the survey's document.
  const survey = useStation("survey") as Survey;
  const { document, setDraft, results, lastResults } = capacity;
  const point = results?.atPoint ?? null;
  // While a change is on its way the drawing stands; the words follow with the answer.
  const wanted = {
    powerKw: numberOf(document.fullLoad?.powerKw as Stored) ?? lastResults?.powerKw?.value ?? null,
    ethanolPct: numberOf(document.fullLoad?.ethanolPct as Stored) ?? lastResults?.ethanolPct?.value ?? null,
  };
  const drawing = lastResults?.drawing ?? null;
  const envelope = drawing && wanted.powerKw !== null && wanted.ethanolPct !== null && (
    <figure className="panel">
      <figcaption className="panel-title">What the fuel system can feed, and what you want</figcaption>
      <EnvelopePlot
        drawing={drawing}
        powerKw={wanted.powerKw}
        ethanolPct={wanted.ethanolPct}
        maxEthanolPct={capacity.isCurrent ? (point?.maxEthanolPct ?? null) : null}
        onMove={(powerKw, ethanolPct) => setDraft(withPoint(document, { powerKw, ethanolPct }))}
      />
      <p className="no-print text-[0.88rem] text-ink-3">{said("capacity", "filledSupportedFadingOut")}</p>
    </figure>
  );
  return (
    <StationFrame
      station={capacity}
      aside={
        survey.saved?.revision === 0 &&
        !survey.changed && (
          <p className="no-print mt-4 flex flex-wrap items-center gap-x-4 gap-y-2">
            <Link className="btn btn-outline" to={`/jobs/${job.id}/survey`}>
              Survey the vehicle
            </Link>
            <span className="text-ink-2">{said("capacity", "nothingSurveyedYetEvery")}</span>
          </p>
        )
      }
    >
      <Columns
        left={[
          [4, envelope],
          [2, <RemedyList key="remedies" capacity={capacity} />],
          [3, <FittedParts key="fitted" fitted={survey.lastResults?.fitted ?? []} />],
        ]}
        right={[
          [1, <PointPanel key="point" capacity={capacity} />],
          [5, <Findings key="findings" findings={capacity.findings.filter((f) => f.severity !== "stop")} />],
        ]}
        rest={[
          [8, <DrivePanel key="drive" capacity={capacity} survey={survey} />],
          [6, point && <Budget key="budget" point={point} />],
          [7, results?.failsafe && <FailsafePanel key="failsafe" failsafe={results.failsafe} />],
          [9, <FiguresPanel key="figures" capacity={capacity} survey={survey} />],
        ]}
      />
    </StationFrame>
  );
}

function Budget({ point }: { point: CapacityPoint }) {
  const units = useUnits();
  const { budget, budgetOf } = point;
  const isBlend = budgetOf === "maxEthanolPct";
  const now = isBlend ? point.maxEthanolPct : budgetOf === "maxPowerKw" ? point.maxPowerKw : null;
  return (
    <BudgetPanel
      title="What makes this uncertain"
      budget={budget}
      now={now?.plusMinus ?? null}
      text={(half) => (isBlend ? half.toFixed(half < 1 ? 1 : 0) : `${units.step(half, "kw")} ${units.unit("kw")}`)}
    />
  );
}
