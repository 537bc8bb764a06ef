import { expect, test } from "vitest";
import type { Job } from "../api/client";
import { testJob } from "../testJob";
import { sift } from "./sift";

const open = (text: string) => ({
  number: 1,
  kind: "waiting" as const,
  text,
  since: "",
  author: "JM",
  due: null,
  isDue: false,
  blocks: [] as string[],
});

const job = (name: string, part: Partial<Job> = {}) => testJob({ name, ...part });

const jobs = [
  job("Tarnock"),
  job("Vantle", { held: "No plug." }),
  job("Skirr", { waiting: [open("Fuel adapter")], due: [open("file")] }),
];
const names = (left: readonly Job[]) => left.map((j) => j.name);

test("every word must stand somewhere in what a row says", () => {
  expect(names(sift(jobs, "all", ""))).toEqual(["Tarnock", "Vantle", "Skirr"]);
  expect(names(sift(jobs, "all", "ADAPTER skirr"))).toEqual(["Skirr"]);
  expect(names(sift(jobs, "all", "4x4 survey"))).toHaveLength(3);
  expect(names(sift(jobs, "all", "adapter vantle"))).toEqual([]);
});

test("a filter leaves what is held, waits or falls due", () => {
  expect(names(sift(jobs, "held", ""))).toEqual(["Vantle"]);
  expect(names(sift(jobs, "waiting", ""))).toEqual(["Skirr"]);
  expect(names(sift(jobs, "due", "tarnock"))).toEqual([]);
});
