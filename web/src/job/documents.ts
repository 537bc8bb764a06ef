/** A document without what came of it and without what was left out: the inputs alone. */
export function inputsOf<T extends object>(document: object | null | undefined): T {
  const { results: _, summary: __, coreVersion: ___, schema: ____, ...inputs } = (document ?? {}) as Record<string, unknown>;
  return (prune(inputs) ?? {}) as T;
}

/** The same without nulls and empty objects: the program writes null for what was left out, and a draft leaves it out. */
function prune(value: unknown): unknown {
  if (value === null || value === undefined) {
    return undefined;
  }
  if (Array.isArray(value) || typeof value !== "object") {
    return value;
  }
  const entries = Object.entries(value)
    .map(([key, inner]) => [key, prune(inner)] as const)
    .filter(([, inner]) => inner !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1));
  return entries.length === 0 ? undefined : Object.fromEntries(entries);
}

/** True where two documents ask for the same. */
export function sameInputs(a: object, b: object): boolean {
  return JSON.stringify(inputsOf(a)) === JSON.stringify(inputsOf(b));
}
