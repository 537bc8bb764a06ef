import { inputsOf } from "./documents";

/** A step of the way to a field: its name, or the id of a thing in a list. */
type Step = string | { id: string };

/** A field that both changed, each to something else. */
export interface Conflict {
  way: readonly Step[];
  /** The way as the program names fields: users[cabin-gauge].name. */
  path: string;
  mine: unknown;
  theirs: unknown;
}

export interface Merged<T extends object> {
  /** Both together; where both changed a field, mine stands in it. */
  document: T;
  conflicts: readonly Conflict[];
}

type Fields = Readonly<Record<string, unknown>>;

const isFields = (value: unknown): value is Fields => typeof value === "object" && value !== null && !Array.isArray(value);

/** A number with its haze is one value, not a group of fields. */
const isGroup = (value: unknown): value is Fields => isFields(value) && typeof value.value !== "number";

const isList = (value: unknown): value is readonly (Fields & { id: string })[] =>
  Array.isArray(value) && value.length > 0 && value.every((item) => isFields(item) && typeof item.id === "string");

/** True where both say the same, whatever the program itself wrote beside it. */
export const saySame = (a: unknown, b: unknown): boolean => JSON.stringify(bare({ a })) === JSON.stringify(bare({ a: b }));

function bare(value: unknown): unknown {
  if (Array.isArray(value)) {
    return value.map(bare);
  }
  return isFields(value)
    ? Object.fromEntries(
        Object.entries(inputsOf(value))
          .filter(([name]) => name !== "id" && name !== "given" && name !== "converterGiven")
          .map(([name, inner]) => [name, bare(inner)]),
      )
    : value;
}

/** Puts together what two people made of one document: what one did not touch is the other's, and only what both changed is left to be asked. */
export function merge<T extends object>(base: object | null | undefined, mine: T, theirs: object | null | undefined): Merged<T> {
  const conflicts: Conflict[] = [];
  const document = group(inputsOf(base), inputsOf(mine), inputsOf(theirs), [], conflicts);
  return { document: inputsOf<T>(document), conflicts };
}

/** The document with their value where it is chosen. */
export function withTheirs<T extends object>(document: T, { way, theirs }: Conflict): T {
  return put(document, way, theirs) as T;
}

function group(base: Fields, mine: Fields, theirs: Fields, way: readonly Step[], conflicts: Conflict[]): Fields {
  const names = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])];
  return Object.fromEntries(names.map((name) => [name, one(base[name], mine[name], theirs[name], [...way, name], conflicts)]));
}

function one(base: unknown, mine: unknown, theirs: unknown, way: readonly Step[], conflicts: Conflict[]): unknown {
  if (saySame(mine, base)) {
    return theirs;
  }
  if (saySame(theirs, base) || saySame(theirs, mine)) {
    return mine;
  }
  if (isGroup(mine) && isGroup(theirs)) {
    return group(isGroup(base) ? base : {}, mine, theirs, way, conflicts);
  }
  if (isList(mine) && isList(theirs) && (base === undefined || isList(base))) {
    return list(isList(base) ? base : [], mine, theirs, way, conflicts);
  }
  conflicts.push({ way, path: pathOf(way), mine, theirs });
  return mine;
}

function list(
  base: readonly (Fields & { id: string })[],
  mine: readonly (Fields & { id: string })[],
  theirs: readonly (Fields & { id: string })[],
  way: readonly Step[],
  conflicts: Conflict[],
): unknown {
  const find = (things: readonly (Fields & { id: string })[], id: string) => things.find((thing) => thing.id === id);
  const order = (things: readonly { id: string }[]) => things.map(({ id }) => id).join(" ");
  // Whoever moved things has the order; what the other put in stands behind what it stood behind there.
  const [first, second] = order(mine) === order(base) ? [theirs, mine] : [mine, theirs];
  const ids = first.map(({ id }) => id);
  second.forEach(({ id }, i) => {
    if (!ids.includes(id)) {
      const before = second.slice(0, i).findLast((thing) => ids.includes(thing.id));
      ids.splice(before ? ids.indexOf(before.id) + 1 : 0, 0, id);
    }
  });
  return ids.flatMap((id) => {
    const [was, here, there] = [find(base, id), find(mine, id), find(theirs, id)];
    if (here && there) {
      return [one(was, here, there, [...way, { id }], conflicts)];
    }
    const left = here ?? there;
    if (!was) {
      return left ? [left] : [];
    }
    if (!left || saySame(left, was)) {
      return [];
    }
    // One took it out, the other worked on it.
    conflicts.push({ way: [...way, { id }], path: pathOf([...way, { id }]), mine: here, theirs: there });
    return here ? [here] : [];
  });
}

function put(at: unknown, [step, ...rest]: readonly Step[], value: unknown): unknown {
  if (step === undefined) {
    return value;
  }
  if (typeof step === "string") {
    const fields = isFields(at) ? at : {};
    return { ...fields, [step]: put(fields[step], rest, value) };
  }
  const things = (Array.isArray(at) ? at : []) as Fields[];
  const place = things.findIndex((thing) => thing.id === step.id);
  const now = put(things[place], rest, value) as Fields | undefined;
  if (place < 0) {
    return now ? [...things, now] : things;
  }
  return things.flatMap((thing, i) => (i !== place ? [thing] : now ? [now] : []));
}

const pathOf = (way: readonly Step[]) =>
  way.reduce<string>((path, step) => (typeof step === "string" ? (path ? `${path}.${step}` : step) : `${path}[${step.id}]`), "");
