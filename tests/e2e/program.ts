import { type ChildProcess, spawn } from "node:child_process";
import { join, resolve } from "node:path";

const root = resolve(import.meta.dirname, "../..");

/** The program on a folder of its own; into an empty one the demo is loaded. */
export class Program {
  address = "";
  private process: ChildProcess | null = null;
  private readonly folder: string;

  constructor(folder: string) {
    this.folder = folder;
  }

  /** Starts, at the address it had before where it ran before. */
  async start(): Promise<void> {
    const port = this.address ? new URL(this.address).port : "0";
    const child = spawn("dotnet", [join(root, "artifacts/app/HazyGauge.Web.dll")], {
      env: { ...process.env, HAZY_PORT: port, HAZY_DATA: this.folder, HAZY_DEMO: "1" },
      stdio: ["ignore", "pipe", "inherit"],
    });
    this.process = child;
    this.address = await new Promise<string>((found, failed) => {
      child.stdout.on("data", (data: Buffer) => {
        // What the program logs of a failure belongs beside the test that met it.
        if (/Unexpected failure|^crit: /m.test(data.toString())) {
          process.stderr.write(data);
        }
        const address = /Hazy Gauge is at (http:\S+)/.exec(data.toString())?.[1];
        if (address) {
          found(address);
        }
      });
      child.on("exit", (code) => failed(new Error(`The program ended with ${code} before it was up.`)));
    });
  }

  async stop(): Promise<number | null> {
    const child = this.process;
    if (!child || child.exitCode !== null) {
      return child?.exitCode ?? null;
    }
    const ended = new Promise<number | null>((done) => child.on("exit", (code) => done(code)));
    child.kill("SIGTERM");
    return ended;
  }
}
