import { readFile } from "node:fs/promises";
import { join } from "node:path";

/** The jobs of the demo. */
export type DemoJob = "Tarnock 30" | "Vantle T20" | "Skirr";
export const demoJobs: readonly DemoJob[] = ["Tarnock 30", "Vantle T20", "Skirr"];

/** Where the demo was put for this run, see prepareDemo.ts. */
function folder(): string {
  const folder = process.env.HAZY_DEMO_FOLDER;
  if (!folder) {
    throw new Error("The demo was not prepared.");
  }
  return folder;
}

/** Folder of the database with the demo in it. */
export const shop = () => join(folder(), "shop");

/** Where a job of the demo stands as a job file. */
export const jobFilePath = (job: DemoJob) => join(folder(), `${job}.zip`);

/** A job of the demo as a job file. */
export const jobFile = (job: DemoJob): Promise<Buffer> => readFile(jobFilePath(job));
