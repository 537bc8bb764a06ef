import ts from "typescript";
import { expect, test } from "vitest";

const sources = import.meta.glob<string>("./**/*.{ts,tsx}", { query: "?raw", import: "default", eager: true });

/** Words of a sentence: it begins like one, has a few words, and ends or goes on like one. A label, a name or a unit is none. */
function isSentence(text: string): boolean {
  const words = text.split(/\s+/).filter((word) => /[a-z]{2,}/i.test(word)).length;
  return (words >= 4 && /^[A-Z]/.test(text) && /[a-z)\d][.?!](\s|$)/.test(text)) || /[a-z][.?] [A-Z]/.test(text);
}

/** The sentences a page's file holds: in what it shows, and in what it hands on. */
function sentencesIn(name: string, source: string): string[] {
  const file = ts.createSourceFile(name, source, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const found: string[] = [];
  const visit = (node: ts.Node) => {
    const text = ts.isJsxText(node)
      ? node.text
      : ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)
        ? node.text
        : ts.isTemplateExpression(node)
          ? node.head.text + node.templateSpans.map((span) => `8${span.literal.text}`).join("")
          : "";
    const said = text.replace(/\s+/g, " ").trim();
    if (isSentence(said)) {
      found.push(`${name}: ${said}`);
    }
    ts.forEachChild(node, visit);
  };
  visit(file);
  return found;
}

test("a station's page holds no sentence of its own: what is said about the job stands in Core", () => {
  const files = Object.entries(sources).filter(([name]) => !name.includes(".test."));
  expect(files.length).toBeGreaterThan(60);
  expect(files.flatMap(([name, source]) => sentencesIn(name, source))).toEqual([]);
});

test("a sentence is found wherever it hides", () => {
  for (const planted of [
    "const a = <p>Keep leads away from ignition parts.</p>;",
    'const a = <Field hint="Measure the pump at 58 psi." />;',
    ["const a = `Cut it to $", "{mm} mm, then push it home.`;"].join(""),
    'const a = ok ? "It is proven now." : "";',
    'const a = "do it. Then stop";',
  ]) {
    expect(sentencesIn("planted.tsx", planted), planted).toHaveLength(1);
  }
  expect(
    sentencesIn(
      "label.tsx",
      'const a = <h2 title="Hose to cut">Blend of the base map</h2>; const b = "text-[0.9rem] text-ink-3";',
    ),
  ).toEqual([]);
});
