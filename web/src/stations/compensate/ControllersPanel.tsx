import { useUnits } from "../../words/useUnits";
import type { CompensateResults } from "./types";

type Answer = NonNullable<CompensateResults["controllers"]>[number];
type Step = Answer["steps"][number];

const kinds: readonly { kind: Step["kind"]; title: string }[] = [
  { kind: "hold", title: "Keep to" },
  { kind: "typeIn", title: "Type in" },
  { kind: "send", title: "Send" },
  { kind: "askFor", title: "Ask for" },
  { kind: "enable", title: "Enable" },
  { kind: "verify", title: "Verify" },
];

const roles: Record<NonNullable<Answer["role"]>, string> = {
  engine: "the engine",
  auxiliaryInjection: "auxiliary injection",
  boost: "boost",
  transmission: "the gearbox",
};

const by: Record<Answer["setsNumbers"], string> = {
  ownTable: "we set its numbers",
  calibratorsFile: "a calibrator sends its file",
  fixedBox: "its rules are fixed",
  nobody: "nothing in it counts ethanol",
};

/** What every controller needs: what to type, to send, to ask for, to enable and to verify. */
export function ControllersPanel({ controllers }: { controllers: readonly Answer[] }) {
  return (
    <div className="grid grid-cols-1 gap-4">
      {controllers.map((controller) => (
        <Controller key={controller.name} controller={controller} />
      ))}
    </div>
  );
}

function Controller({ controller }: { controller: Answer }) {
  const units = useUnits();
  const id = `controller-${controller.name.replace(/\W+/g, "-")}`;
  return (
    <section className="panel" aria-labelledby={id}>
      <h2 id={id} className="panel-title">
        {controller.name}
        {controller.role && controller.name.toLowerCase() !== controller.role ? `: ${roles[controller.role]}` : ""}
      </h2>
      <p className="text-[0.93rem] text-ink-2">{`${by[controller.setsNumbers].charAt(0).toUpperCase()}${by[controller.setsNumbers].slice(1)}.`}</p>
      {kinds.map(({ kind, title }) => {
        const steps = controller.steps.filter((s) => s.kind === kind);
        return (
          steps.length > 0 && (
            <div key={kind} className="mt-3">
              <h3 className="font-bold">{title}</h3>
              <ul className="ml-5 grid list-disc gap-1">
                {steps.map((step) => (
                  <li key={step.text.template}>{units.say(step.text)}</li>
                ))}
              </ul>
            </div>
          )
        );
      })}
      {controller.settings.length > 0 && (
        <div className="mt-3">
          <h3 className="font-bold">Settings in it</h3>
          <ul className="grid gap-2">
            {controller.settings.map((setting) => (
              <li
                key={setting.index}
                className={setting.isWrong ? "border-l-4 border-base-content pl-3" : "border-l-4 border-rule pl-3"}
              >
                {setting.asFound && (
                  <p>
                    <b>As found.</b> {units.say(setting.asFound)}
                  </p>
                )}
                {setting.now && (
                  <p>
                    <b>Now.</b> {units.say(setting.now)}
                  </p>
                )}
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
