import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { demoJobs, jobFilePath, shop } from "./demo.ts";
import { Program } from "./program.ts";

/** Loads the demo once, for every program to begin on a copy, and takes its jobs out as files, for every test to begin on fresh ones. */
export default async function prepareDemo(): Promise<() => Promise<void>> {
  const folder = await mkdtemp(join(tmpdir(), "hazy-gauge-demo-"));
  process.env.HAZY_DEMO_FOLDER = folder;
  const program = new Program(shop());
  await program.start();
  for (const job of demoJobs) {
    await writeFile(jobFilePath(job), await program.takeOut(job));
  }
  await program.stop();
  return () => rm(folder, { recursive: true, force: true });
}
