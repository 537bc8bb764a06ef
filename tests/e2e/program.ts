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

  /** A job as a job file with its files. */
  async takeOut(name: string): Promise<Buffer> {
    const bay = await this.ask(`/api/bay?search=${encodeURIComponent(name)}`);
    const { jobs } = (await bay.json()) as { jobs: { id: string }[] };
    const file = await this.ask(`/api/jobs/${jobs[0]?.id}/export?files=true`);
    return Buffer.from(await file.arrayBuffer());
  }

  /** Imports a job file; the id of the new job. */
  async bringIn(file: Buffer): Promise<string> {
    const headers = { Origin: this.address, "Content-Type": "application/zip" };
    const answer = await this.ask("/api/jobs/import", { method: "POST", headers, body: new Uint8Array(file) });
    return ((await answer.json()) as { id: string }).id;
  }

  private async ask(path: string, request?: RequestInit): Promise<Response> {
    const answer = await fetch(`${this.address}${path}`, request);
    if (!answer.ok) {
      throw new Error(`${path} answered ${answer.status}: ${await answer.text()}`);
    }
    return answer;
  }
}
