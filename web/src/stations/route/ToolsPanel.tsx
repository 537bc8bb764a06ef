import { useUnits } from "../../words/useUnits";
import type { RouteStation } from "./types";

/** The tools for it, and what is used up. */
export function ToolsPanel({ route }: { route: RouteStation }) {
  const units = useUnits();
  const kit = route.lastResults?.kit;
  if (!kit) {
    return null;
  }
  return (
    <section className="panel print:break-before-page" aria-labelledby="tools-title">
      <h2 id="tools-title" className="panel-title">
        Tools
      </h2>
      <ul className="mt-1 divide-y divide-rule">
        {kit.tools.map((tool) => (
          <li key={tool.item} className="py-1.5">
            {units.say(tool.name)}
            <span className="block text-[0.9rem] text-ink-2">{units.say(tool.why)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
