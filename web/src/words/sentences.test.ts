import { expect, test } from "vitest";
import type { Sentence } from "../api/client";
import { render } from "./sentences";
import table from "./sentences.table.json";

test("every sentence of the table is written as Core writes it, in both systems of units", () => {
  expect(table.length).toBeGreaterThan(5);
  for (const { template, values, metric, us } of table) {
    const sentence = { template, values: values as unknown as Sentence["values"] };
    expect(render(sentence, "metric")).toBe(metric);
    expect(render(sentence, "us")).toBe(us);
  }
});
