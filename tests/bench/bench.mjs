// Speed and memory of the program as it is shipped, as ratios of one run on one machine. Run by ./hazy bench; nothing here is a test.
import { execFileSync, spawn } from "node:child_process";
import { createWriteStream, mkdtempSync, openAsBlob, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { gzipSync } from "node:zlib";
import { chains } from "./chains.mjs";
import { shop } from "./shop.mjs";

const root = resolve(import.meta.dirname, "../..");
const folder = mkdtempSync(join(tmpdir(), "hazy-gauge-bench-"));
const rows = [];
const report = (what, measured, goal) => {
  rows.push([what, measured, goal]);
  console.log(`${what}: ${measured}${goal ? ` (goal: ${goal})` : ""}`);
};
const ms = (n) => `${n.toFixed(0)} ms`;

/** A sensor's wave as VCD with this many edges, each a little off. */
async function writeVcd(path, edges) {
  const out = createWriteStream(path);
  out.write("$timescale 100 ns $end\n$scope module bench $end\n$var wire 1 ! sensor $end\n$upscope $end\n$enddefinitions $end\n#0\n1!\n");
  let seed = 7;
  const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
  const period = 1e7 / 123.4;
  let block = [];
  let tick = 1000;
  for (let i = 0; i < edges / 2; i++, tick += period) {
    block.push(`#${Math.floor(tick)}\n0!\n#${Math.floor(tick + 27180 + 3 * random())}\n1!\n`);
    if (block.length === 50_000) {
      if (!out.write(block.join(""))) await new Promise((drained) => out.once("drain", drained));
      block = [];
    }
  }
  out.write(block.join(""));
  await new Promise((done) => out.end(`#${Math.floor(tick)}\n`, done));
}

const best = (times, act) => Math.min(...Array.from({ length: times }, () => {
  const began = performance.now();
  act();
  return performance.now() - began;
}));

/** Milliseconds until an application that can do nothing answers for the first time. */
async function startEmpty() {
  const began = performance.now();
  const child = spawn("dotnet", [join(root, "tests/bench/empty/bin/Release/net10.0/Empty.dll")], {
    env: { ...process.env, ASPNETCORE_URLS: "http://127.0.0.1:5098" },
    stdio: "ignore",
  });
  while (!(await fetch("http://127.0.0.1:5098/health").catch(() => null))?.ok) await new Promise((wait) => setTimeout(wait, 5));
  const tookMs = performance.now() - began;
  child.kill();
  await new Promise((ended) => child.on("exit", ended));
  return tookMs;
}

async function start(environment = {}) {
  const began = performance.now();
  const child = spawn("dotnet", [join(root, "artifacts/app/HazyGauge.Web.dll")], {
    env: { ...process.env, HAZY_PORT: "0", HAZY_DATA: join(folder, "data"), HAZY_DEMO: "0", ...environment },
    stdio: ["ignore", "pipe", "inherit"],
  });
  const address = await new Promise((found, failed) => {
    child.stdout.on("data", (data) => {
      const match = /Hazy Gauge is at (http:\S+)/.exec(data.toString());
      if (match) found(match[1]);
    });
    child.on("exit", (code) => failed(new Error(`The program ended with ${code} before it was up.`)));
  });
  while (!(await fetch(`${address}/health`).catch(() => null))?.ok) await new Promise((wait) => setTimeout(wait, 5));
  return { child, address, tookMs: performance.now() - began };
}

const memoryMb = (pid, field) => Number(new RegExp(`${field}:\\s+(\\d+) kB`).exec(readFileSync(`/proc/${pid}/status`, "utf8"))[1]) / 1024;

async function read(address, path) {
  const form = new FormData();
  form.append("file", await openAsBlob(path), "bench.vcd");
  const began = performance.now();
  const answer = await fetch(`${address}/api/calc/capture`, { method: "POST", body: form });
  const totalMs = performance.now() - began;
  const capture = await answer.json();
  if (!answer.ok) throw new Error(capture.detail);
  return { totalMs, readMs: Number(/read;dur=([\d.]+)/.exec(answer.headers.get("server-timing"))[1]), edges: capture.edges };
}

/** An envelope of 101 blends and 60 powers of a system with four components, every number hazy. */
async function envelope(address) {
  const about = (value, share = 0.02) => ({ value, u: value * share });
  const body = {
    powerKw: 200, ethanolPct: 85, bsfcGPerKwh: about(330), lambdaBase: about(0.85, 0.01), lambdaTarget: about(0.82, 0.01), baseEthanolPct: about(10, 0.1),
    engineRpm: about(6500, 0.01), fuelTempC: about(30, 0.1), portSharePct: about(40, 0.05),
    injectors: { count: 4, ratedFlowCcMin: about(600), ratedPressureKpa: 300, deadTimeMs: about(0.9, 0.1), pressureDropKpa: about(300) },
    directInjection: { injectorStaticGPerS: about(14), count: 4, windowDeg: about(220), pumpDisplacementCcPerCamRev: about(1.1), pumpEfficiencyPct: about(85) },
    lowPressurePump: { curve: [{ pressureKpa: 300, flowLph: about(260) }, { pressureKpa: 600, flowLph: about(150) }], count: 1, gaugePressureKpa: about(450), marginPct: 10 },
    ethanolPcts: Array.from({ length: 101 }, (_, i) => i),
    powersKw: Array.from({ length: 60 }, (_, i) => 50 + 5 * i),
  };
  const began = performance.now();
  const answer = await fetch(`${address}/api/calc/capacity-envelope`, { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify(body) });
  const text = await answer.text();
  if (!answer.ok) throw new Error(text);
  return { computeMs: Number(/compute;dur=([\d.]+)/.exec(answer.headers.get("server-timing"))[1]), totalMs: performance.now() - began, points: 101 * 60, kb: text.length / 1000 };
}

async function live(address) {
  const signalr = createRequire(join(root, "web/package.json"))("@microsoft/signalr");
  const hub = new signalr.HubConnectionBuilder().withUrl(`${address}/hubs/live`).configureLogging(signalr.LogLevel.None).build();
  await hub.start();
  const times = [];
  const changes = [];
  let changedAt = 0;
  await new Promise((done, failed) => {
    const stream = hub.stream("StandIn", { ethanolPct: 10 }).subscribe({
      next: (frame) => {
        const now = performance.now();
        times.push(now);
        const pct = frame.capture.reading.ethanolPct?.value;
        if (changedAt && pct > 20) {
          changes.push(now - changedAt);
          changedAt = 0;
          hub.invoke("Change", { ethanolPct: 10 });
        } else if (!changedAt && times.length % 30 === 0) {
          changedAt = now;
          hub.invoke("Change", { ethanolPct: 85 });
        }
        if (times.length === 201) {
          stream.dispose();
          done();
        }
      },
      error: failed,
      complete: () => {},
    });
  });
  await hub.stop();
  const gaps = times.slice(1).map((t, i) => t - times[i]).sort((a, b) => a - b);
  return { hz: (1000 * (times.length - 1)) / (times.at(-1) - times[0]), slowestMs: gaps.at(-1), changes };
}

try {
  const assets = join(root, "src/HazyGauge.Web/wwwroot");
  const page = readFileSync(join(assets, "index.html"), "utf8");
  const initial = [...page.matchAll(/(?:src|href)="\/(assets\/[^"]+\.(?:js|css))"/g)].map((m) => m[1]);
  const bytes = initial.reduce((sum, name) => sum + gzipSync(readFileSync(join(assets, name))).length, 0);
  report("Initial JS and CSS, gzipped", `${(bytes / 1000).toFixed(0)} kB in ${initial.length} files`, "at most 250 kB");

  const starts = [];
  for (let i = 0; i < 3; i++) {
    const trial = await start();
    starts.push(trial.tookMs);
    trial.child.kill();
    await new Promise((ended) => trial.child.on("exit", ended));
  }
  execFileSync("dotnet", ["build", join(root, "tests/bench/empty"), "-c", "Release", "--nologo", "-v", "quiet"], { stdio: "inherit" });
  const empty = Math.min(await startEmpty(), await startEmpty(), await startEmpty());
  const quickest = Math.min(...starts);
  report("Start to first /health, best of 3", `${ms(quickest)}, ${(quickest / empty).toFixed(1)} times an empty application (${ms(empty)})`, "at most 2.5 times");

  const big = join(folder, "big.vcd");
  const small = join(folder, "small.vcd");
  await writeVcd(big, 10_000_000);
  await writeVcd(small, 2_000);
  const wcMs = best(5, () => execFileSync("wc", ["-l", big]));
  report(`wc -l on ${(statSync(big).size / 1e6).toFixed(0)} MB`, ms(wcMs));

  const { child, address } = await start();
  try {
    await read(address, small);
    const before = memoryMb(child.pid, "VmRSS");
    writeFileSync(`/proc/${child.pid}/clear_refs`, "5");
    const first = await read(address, big);
    const added = memoryMb(child.pid, "VmHWM") - before;
    const again = [await read(address, big), await read(address, big)];
    const bestRead = Math.min(first.readMs, ...again.map((r) => r.readMs));
    report("10 million edges, read and analysed, first time", `${ms(first.readMs)}, ${(first.readMs / wcMs).toFixed(1)} times wc -l`, "at most 15 times");
    report("10 million edges, best of 3", `${ms(bestRead)}, ${(bestRead / wcMs).toFixed(1)} times wc -l`, "at most 15 times");
    report("Uploading them, apart", ms(first.totalMs - first.readMs));
    report("Memory they added at most", `${added.toFixed(0)} MB (from ${before.toFixed(0)} MB)`, "under 100 MB");

    const ours = [];
    for (let i = 0; i < 5; i++) ours.push((await read(address, small)).readMs);
    const theirs = best(3, () => execFileSync("sigrok-cli", ["-I", "vcd:downsample=10", "-i", small, "-O", "binary", "-o", join(folder, "small.bin")], { stdio: "ignore" }));
    report("2,000 edges against sigrok-cli decoding the same file", `${ms(Math.min(...ours))} against ${ms(theirs)}: ${(Math.min(...ours) / theirs).toFixed(3)} of its time`);

    const first60 = await envelope(address);
    const more = [];
    for (let i = 0; i < 30; i++) more.push(await envelope(address));
    more.sort((a, b) => a.computeMs - b.computeMs);
    const middle = more[15];
    const each = ((1000 * middle.computeMs) / middle.points).toFixed(2);
    report(
      "Envelope of 101 blends x 60 powers with haze, computed",
      `${middle.computeMs.toFixed(1)} ms in the middle of 30 (first ${first60.computeMs.toFixed(0)}), ${each} µs a point`,
      "under 50 ms",
    );
    report("The same there and back", `${middle.totalMs.toFixed(0)} ms, ${middle.kb.toFixed(0)} kB: ${(middle.totalMs / middle.computeMs).toFixed(1)} times computing it`);

    await chains({ address, report });

    const seen = await live(address);
    report("Live view", `${seen.hz.toFixed(1)} frames a second, longest wait ${ms(seen.slowestMs)}`, "20 a second");
    report("E10 to E85 seen moving, slowest of " + seen.changes.length, ms(Math.max(...seen.changes)), "within 200 ms");
  } finally {
    child.kill();
  }
  await shop({ root, folder, start, report, memoryMb });
  writeFileSync(join(root, "artifacts/bench.json"), JSON.stringify(rows, null, 2));
} finally {
  rmSync(folder, { recursive: true, force: true });
}
