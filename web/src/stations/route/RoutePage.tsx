import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import { StationFrame } from "../../frame/StationFrame";
import { BudgetPanel } from "../../haze/BudgetPanel";
import { useJobContext } from "../../job/jobContext";
import { type StationWork, useStation } from "../../job/useStation";
import { Columns } from "../../shell/Columns";
import { Findings } from "../../shell/Findings";
import { StepPages } from "../../shell/StepPages";
import { Steps } from "../../shell/Steps";
import { useMedia } from "../../shell/useMedia";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { CataloguePanel } from "./CataloguePanel";
import { ChainPanel } from "./ChainPanel";
import { EndsPanel } from "./EndsPanel";
import { FuelPathFigure } from "./FuelPathFigure";
import { HoldingPanel } from "./HoldingPanel";
import { HoseMeasures, HosePanel } from "./HosePanel";
import { KitPanel } from "./KitPanel";
import { LaterPanel } from "./LaterPanel";
import { LeakPanel } from "./LeakPanel";
import { OffersPanel } from "./OffersPanel";
import { PathFigures } from "./PathFigures";
import { PlaceInFull, PlacesCompared } from "./PlacePanel";
import { ToolsPanel } from "./ToolsPanel";
import type { PlacementOption, RoutePlan, RouteResults } from "./types";
import { type StepName, stepNames, stepOf, useSteps } from "./useSteps";

/** Where does the sensor go, with which parts and hoses, how is it held, and where can it leak? On paper all of it. */
export function RoutePage() {
  const { job } = useJobContext();
  const route = useStation<RoutePlan, RouteResults>("route");
  const survey = useStation("survey") as StationWork<object, { notAsked: readonly string[] }>;
  const { current, goTo, heading, steps } = useSteps(route);
  const units = useUnits();
  const [looked, setLooked] = useState<PlacementOption["school"]>();
  const hasChain = (route.document.chain ?? []).length > 0;
  const placement = route.lastResults?.placement;
  const weighed = route.results?.place ?? placement?.options.find((o) => o.school === placement.recommended);
  const drop = weighed?.pressureDropKpa;
  // Each thing is said where it is mended; what is only good to know of a joint stands beside that joint.
  const noticed = (step: StepName) => (
    <Findings
      key="findings"
      findings={route.findings.filter(
        (f) => stepOf(f) === step && (f.severity === "caution" || (f.severity === "info" && f.about == null)),
      )}
    />
  );
  // In the hand the ends come first: the drawing is as tall as the screen.
  const isNarrow = useMedia("(width < 48rem)");
  const chain = hasChain && <ChainPanel route={route} />;
  const pages: Record<StepName, ReactNode> = {
    Place: (
      <>
        {placement && <FuelPathFigure path={placement.path} chosen={route.document.place} />}
        <PlacesCompared route={route} looked={looked} onLook={setLooked} />
        <Columns
          left={[[1, <PlaceInFull key="full" route={route} looked={looked} />]]}
          right={[[2, noticed("Place")]]}
          rest={[
            [3, <PathFigures key="flows" route={route} survey={survey} />],
            [
              4,
              drop && placement && weighed?.isDropInDoubt && (
                <BudgetPanel
                  key="budget"
                  title="What makes the pressure lost uncertain"
                  budget={placement.budget}
                  now={drop.plusMinus}
                  text={(half) => `${units.step(half, "kpa")} ${units.unit("kpa")}`}
                />
              ),
            ],
          ]}
        />
      </>
    ),
    Parts: (
      <>
        {!isNarrow && chain}
        <Columns
          even
          left={[
            [1, <EndsPanel key="ends" route={route} />],
            [3, noticed("Parts")],
            [4, <CataloguePanel key="catalogue" />],
          ]}
          right={[[2, <OffersPanel key="offers" route={route} />]]}
        />
        {isNarrow && chain}
      </>
    ),
    Hoses: (
      <Columns
        left={[
          [2, <HosePanel key="hoses" route={route} />],
          [3, noticed("Hoses")],
        ]}
        right={[[1, <HoseMeasures key="measures" route={route} />]]}
      />
    ),
    Holding: (
      <>
        <HoldingPanel route={route} />
        {noticed("Holding")}
        <LaterPanel route={route} />
      </>
    ),
    Lists: (
      <>
        <LeakPanel route={route} />
        <Columns
          even
          left={[[1, hasChain && <KitPanel key="kit" route={route} />]]}
          right={[[2, hasChain && <ToolsPanel key="tools" route={route} />]]}
        />
      </>
    ),
  };
  return (
    <StationFrame
      station={route}
      aside={
        survey.saved?.revision === 0 && !survey.changed ? (
          <p className="no-print mt-4 flex flex-wrap items-center gap-x-4 gap-y-2">
            <Link className="btn btn-outline" to={`/jobs/${job.id}/survey`}>
              Survey the vehicle
            </Link>
            <span className="text-ink-2">{said("route", "nothingSurveyedYetReturn")}</span>
          </p>
        ) : (
          !route.document.place &&
          placement?.recommended && (
            <p className="no-print mt-4">
              <button
                type="button"
                className="btn btn-primary"
                onClick={() => route.setDraft({ ...route.document, place: placement.recommended ?? undefined })}
              >
                Take the place recommended
              </button>
            </p>
          )
        )
      }
    >
      <div className="mt-4">
        <Steps
          label="The route, step by step"
          steps={steps}
          at={stepNames.indexOf(current)}
          onChoose={(i) => goTo(stepNames[i] ?? "Place")}
        />
      </div>
      <StepPages names={stepNames} current={current} goTo={goTo} heading={heading} pages={pages} />
    </StationFrame>
  );
}
