/** Things under what they have in common, both in the order they come. */
export function grouped<T>(things: readonly T[], by: (thing: T) => string): [string, T[]][] {
  const groups = new Map<string, T[]>();
  for (const thing of things) {
    const name = by(thing);
    groups.set(name, [...(groups.get(name) ?? []), thing]);
  }
  return [...groups];
}
