export type FileKind = "recording" | "photo" | "job" | "other";

const endings: readonly (readonly [FileKind, RegExp])[] = [
  ["recording", /\.(vcd|csv|txt|tsv)$/i],
  ["photo", /\.(jpe?g|png|webp)$/i],
  ["job", /\.(json|zip)$/i],
];

/** What a file is likely to be, by its name; what it is, the program says once it reads it. */
export function fileKind(name: string): FileKind {
  return endings.find(([, ending]) => ending.test(name))?.[0] ?? "other";
}
