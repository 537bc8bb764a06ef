import type { CapacityChange, CapacityDocument, Remedy, Stored } from "../../api/client";
import { plusMinusOf, stored } from "../../fields/stored";
import type { UnitWords } from "../../words/useUnits";

type Word = { key: keyof CapacityChange; text: string };

/** What is planned, one line each. */
export function plannedWords(changes: CapacityChange | null | undefined, units: UnitWords): Word[] {
  const words: (Word | null)[] = [
    changes?.ratedFlowCcMin != null
      ? { key: "ratedFlowCcMin", text: `Injectors of ${units.plain(changes.ratedFlowCcMin, "ccPerMin", 0)}` }
      : null,
    changes?.baseRiseKpa != null
      ? { key: "baseRiseKpa", text: `Base pressure raised by ${units.plain(changes.baseRiseKpa, "kpa", 0)}` }
      : null,
    changes?.pumpCount != null
      ? { key: "pumpCount", text: changes.pumpCount === 1 ? "One pump" : `${changes.pumpCount} pumps side by side` }
      : null,
    changes?.addedPorts != null
      ? {
          key: "addedPorts",
          text: `${changes.addedPorts.count} injectors of ${units.plain(changes.addedPorts.ratedFlowCcMin, "ccPerMin", 0)} added in the ports`,
        }
      : null,
    changes?.portSharePct != null
      ? { key: "portSharePct", text: `${changes.portSharePct} % of the fuel through the ports` }
      : null,
  ];
  return words.filter((w) => w !== null);
}

/** What a remedy does, in the units of this browser. */
export function remedyWords(remedy: Remedy, units: UnitWords): string {
  if (remedy.ethanolPct != null) {
    return `Cap the blend at E${remedy.ethanolPct}`;
  }
  if (remedy.powerKw != null) {
    return `Lower the power to ${units.plain(remedy.powerKw, "kw", 0)}`;
  }
  return plannedWords(remedy.change, units)
    .map((w, i) => (i === 0 ? w.text : w.text.charAt(0).toLowerCase() + w.text.slice(1)))
    .join(", ");
}

/** The plan with another point wanted; how well power and blend are known stays as it was said. */
export function withPoint(document: CapacityDocument, point: { powerKw?: number; ethanolPct?: number }): CapacityDocument {
  const moved = Object.entries(point).map(([name, value]) => {
    const before = document.fullLoad?.[name as "powerKw" | "ethanolPct"] as Stored;
    return [name, stored(value, plusMinusOf(before))] as const;
  });
  return { ...document, fullLoad: { ...document.fullLoad, ...Object.fromEntries(moved) } };
}

/** The plan with a remedy taken. */
export function withRemedy(document: CapacityDocument, remedy: Remedy): CapacityDocument {
  const known = Object.entries(remedy.change).filter(([, value]) => value !== null && value !== undefined);
  return {
    ...document,
    fullLoad: {
      ...document.fullLoad,
      ...(remedy.powerKw != null ? { powerKw: remedy.powerKw } : {}),
      ...(remedy.ethanolPct != null ? { ethanolPct: remedy.ethanolPct } : {}),
    },
    changes: { ...document.changes, ...Object.fromEntries(known) } as CapacityDocument["changes"],
  };
}

/** The plan without one of its changes; a share of ports that are not added is none. */
export function withoutChange(document: CapacityDocument, key: keyof CapacityChange): CapacityDocument {
  const dropped = key === "addedPorts" ? ["addedPorts", "portSharePct"] : [key];
  const left = Object.entries(document.changes ?? {}).filter(([name]) => !dropped.includes(name));
  return { ...document, changes: Object.fromEntries(left) as CapacityDocument["changes"] };
}
