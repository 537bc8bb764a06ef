type Group = Record<string, unknown>;

/** What stands in a document at a path like "pump.flowLph"; undefined where nothing does. */
export function valueAt(document: object, path: string): unknown {
  const value = path.split(".").reduce<unknown>((at, name) => (at as Group | null | undefined)?.[name], document);
  return value ?? undefined;
}

/** The document with another value at a path. */
export function withValue<T extends object>(document: T, path: string, value: unknown): T {
  const [name = "", ...rest] = path.split(".");
  const before = (document as Group)[name] as Group | null | undefined;
  return { ...document, [name]: rest.length === 0 ? value : withValue(before ?? {}, rest.join("."), value) };
}
