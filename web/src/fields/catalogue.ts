import type { Assumption, Field } from "../api/client";
import { useFields } from "../api/queries";
import { assumed } from "../fuelSystem/assumed";
import type { UnitWords } from "../words/useUnits";

/** What a station asks for, by path. Core has it; an unknown path is a mistake of the page and shows as the path itself. */
export function useCatalogue(slug: string) {
  const { data } = useFields(slug);
  return (path: string): Field => data?.find((f) => f.path === path) ?? plainField(path, data ? path : beingRead);
}

/** The name of a field whose own is still on its way: a field without any says nothing to whoever listens. */
const beingRead = "Being read";

/** A field nothing is known about but its label. */
export const plainField = (path: string, label: string): Field => ({
  path,
  label,
  quantity: "none",
  unit: "",
  min: null,
  max: null,
  usual: null,
  howTo: "",
  appliesWhen: null,
  source: path,
  askedAt: null,
  group: null,
  answer: "hazy",
  choices: [],
  columns: [],
  hint: null,
  leftOut: null,
  photo: false,
  items: [],
  itemName: null,
  required: false,
  needs: null,
});

/** What stands in for a field that is left out, in words; empty where nothing does. */
export function usualText({ usual, quantity }: Field, units: UnitWords): string {
  return usual ? assumed({ words: null, unit: quantity, ...usual } as Assumption, units) : "";
}

/** The letter before an ethanol content. */
export const prefixOf = (field: Field): string | undefined => (field.quantity === "ethanolPct" ? "E" : undefined);
