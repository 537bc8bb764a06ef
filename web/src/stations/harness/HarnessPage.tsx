import type { ReactNode } from "react";
import { StationFrame } from "../../frame/StationFrame";
import { BudgetPanel } from "../../haze/BudgetPanel";
import { useJobContext } from "../../job/jobContext";
import { useStation } from "../../job/useStation";
import { Columns } from "../../shell/Columns";
import { Findings } from "../../shell/Findings";
import { StepPages } from "../../shell/StepPages";
import { Steps } from "../../shell/Steps";
import { useMedia } from "../../shell/useMedia";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { AdvicePanel } from "./AdvicePanel";
import { Answers } from "./Answers";
import { ExtenderPanel, GatewayPanel } from "./BoxPanels";
import { MeterFor, MeterPanel } from "./MeterPanel";
import { FacesPanel, SeatsPanel } from "./PinsPanels";
import { ConverterPanel, InputFields, InputsPanel, OtherSensorsPanel, PullUpPanel } from "./SignalPanels";
import { FeedPanel, FusePanel, StandbyPanel } from "./SupplyPanels";
import type { HarnessPlan, HarnessResults } from "./types";
import { type StepName, useSteps } from "./useSteps";
import { WirePanel } from "./WirePanel";
import { WiringDiagram } from "./WiringDiagram";

/** Whose sheet it is, where it lies by itself. */
function OfJob() {
  const { job } = useJobContext();
  return <p className="hidden text-[0.8rem] print:block">{[job.name, job.vehicle].filter(Boolean).join(", ")}</p>;
}

/** On paper the wiring sheet and the meter sheet are a page each, behind everything else. */
const paper: readonly StepName[] = ["Supply", "Signal", "Pins", "Boxes", "Wires", "Meter"];

/** Which wire goes where, and what should the meter read? */
export function HarnessPage() {
  const harness = useStation<HarnessPlan, HarnessResults>("harness");
  const { names, current, goTo, heading, steps } = useSteps(harness);
  const units = useUnits();
  const { document, setDraft, lastResults, results } = harness;
  // What stops the work stands above the steps.
  const noticed = (findings: HarnessResults["supply"]["findings"] | undefined) => (
    <Findings findings={(results ? (findings ?? []) : []).filter((f) => f.severity !== "stop")} />
  );
  const days = lastResults?.supply.days;
  const before = lastResults && (
    <p className="mb-4 max-w-[58rem] border-l-4 border-base-content pl-3">
      <b>{said("harness", "beforeYouStart")}</b> {units.say(lastResults.wires.before)}
    </p>
  );
  // In the hand the pins come first: the faces are as tall as the screen.
  const isNarrow = useMedia("(width < 48rem)");
  const faces = <FacesPanel harness={harness} />;
  const pages: Record<StepName, ReactNode> = {
    Supply: (
      <div className="print:hidden">
        <AdvicePanel
          title="What feeds it"
          path="supply"
          choices={lastResults?.supply.choices ?? []}
          recommended={lastResults?.supply.recommended}
          chosen={document.supply}
          onChoose={(supply) => setDraft({ ...document, supply: supply as HarnessPlan["supply"] })}
        />
        {noticed(lastResults?.supply.findings.filter((f) => f.about == null || f.about !== document.supply))}
        <Columns
          even
          left={[[1, <FeedPanel key="feed" harness={harness} />]]}
          right={[[2, <FusePanel key="fuse" harness={harness} />]]}
          rest={[
            [3, <StandbyPanel key="standby" harness={harness} />],
            [
              4,
              days && (
                <BudgetPanel
                  key="budget"
                  title="What makes those days uncertain"
                  budget={lastResults?.supply.daysBudget ?? []}
                  now={days.plusMinus}
                  text={(half) => `${units.step(half, "days")} ${units.unit("days")}`}
                />
              ),
            ],
          ]}
        />
        <div className="mt-4">
          <AdvicePanel
            title="Where its ground goes"
            path="ground"
            choices={lastResults?.ground.choices ?? []}
            recommended={lastResults?.ground.recommended}
            chosen={document.ground}
            onChoose={(ground) => setDraft({ ...document, ground: ground as HarnessPlan["ground"] })}
          >
            <Answers harness={harness} paths={["groundAt", "groundOffsetMv"]} />
          </AdvicePanel>
        </div>
        {noticed(lastResults?.ground.findings.filter((f) => f.about == null || f.about !== document.ground))}
      </div>
    ),
    Signal: (
      <div className="print:hidden">
        {noticed(lastResults?.signal.findings)}
        <Columns
          even
          left={[[1, <PullUpPanel key="pull-up" harness={harness} />]]}
          right={[[2, <InputsPanel key="inputs" harness={harness} />]]}
          rest={[[3, <ConverterPanel key="converter" harness={harness} />]]}
        />
        <InputFields harness={harness} />
        <OtherSensorsPanel harness={harness} />
      </div>
    ),
    Wires: (
      <>
        <div className="no-print">{before}</div>
        <section className="panel print:break-before-page print:border-0 print:p-0" aria-labelledby="diagram-title">
          <h2 id="diagram-title" className="panel-title">
            Wiring diagram
          </h2>
          <OfJob />
          {lastResults && <WiringDiagram results={lastResults} plan={document} />}
        </section>
        <div className="no-print">{noticed(lastResults?.wires.findings)}</div>
        <div className="mt-4">
          <WirePanel harness={harness} />
        </div>
        <section className="panel no-print mt-4" aria-labelledby="spares-title">
          <h2 id="spares-title" className="panel-title">
            Wires nobody needs
          </h2>
          <Answers harness={harness} paths={["spares", "notes"]} columns="grid-cols-1" />
        </section>
      </>
    ),
    Pins: (
      <div>
        <div className="no-print">{before}</div>
        {!isNarrow && faces}
        {noticed(lastResults?.pins.findings)}
        <SeatsPanel harness={harness} />
        {isNarrow && faces}
        <section className="panel no-print mt-4" aria-labelledby="displaced-title">
          <h2 id="displaced-title" className="panel-title">
            What gave way
          </h2>
          <p className="mt-1 text-ink-2">{said("harness", "pinsChannelsDidSomething")}</p>
          <Answers harness={harness} paths={["displaced"]} columns="grid-cols-1" />
        </section>
      </div>
    ),
    Boxes: (
      <div className="grid gap-4">
        <div className="no-print">{before}</div>
        <ExtenderPanel harness={harness} />
        <GatewayPanel harness={harness} />
        {noticed([...(lastResults?.extender?.findings ?? []), ...(lastResults?.gateway?.findings ?? [])])}
      </div>
    ),
    Meter: (
      <>
        <MeterPanel harness={harness} title={<OfJob />} />
        <div className="mt-4">
          <MeterFor harness={harness} />
        </div>
      </>
    ),
  };
  return (
    <StationFrame station={harness}>
      <div className="mt-4 hidden print:block">{before}</div>
      <div className="mt-4">
        <Steps
          label="The harness, step by step"
          steps={steps}
          at={names.indexOf(current)}
          onChoose={(i) => goTo(names[i] ?? "Supply")}
        />
      </div>
      <StepPages
        names={names}
        current={current}
        goTo={goTo}
        heading={heading}
        pages={pages}
        onPaper={paper.filter((name) => names.includes(name))}
      />
    </StationFrame>
  );
}
