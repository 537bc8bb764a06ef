import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Program } from "./program.ts";

/** Loads the demo once; every test begins on a copy of its folder. */
export default async function prepareDemo(): Promise<() => Promise<void>> {
  const folder = await mkdtemp(join(tmpdir(), "hazy-gauge-demo-"));
  const program = new Program(folder);
  await program.start();
  await program.stop();
  process.env.HAZY_DEMO_FOLDER = folder;
  return () => rm(folder, { recursive: true, force: true });
}
