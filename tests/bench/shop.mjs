// A shop of years, and many people at it at once. Part of ./hazy bench.
import { execFileSync } from "node:child_process";
import { join } from "node:path";
import { keystrokes } from "./keystrokes.mjs";

const clients = 30;
const seconds = Number(process.env.HAZY_BENCH_SECONDS ?? 60);
const jobs = 20_000;
// A page with nothing to renew takes no longer.
const atOnceMs = 150;

/** Times by what was asked. */
class Times {
  #of = new Map();

  add(what, ms) {
    if (!this.#of.has(what)) this.#of.set(what, []);
    this.#of.get(what).push(ms);
  }

  /** Number, median, p99 and longest of what was asked. */
  of(what) {
    const sorted = [...(this.#of.get(what) ?? [])].sort((a, b) => a - b);
    const at = (share) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? Number.NaN;
    return { count: sorted.length, median: at(0.5), p99: at(0.99), longest: at(1) };
  }

  get all() {
    return [...this.#of.keys()];
  }
}

/** One person: looks at the bay, opens a job, saves a reading, writes a note; rests a moment between. */
async function client(address, number, until, times, trouble, restMs) {
  let seed = 1 + number * 7919;
  const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
  const ask = async (what, path, options) => {
    await new Promise((rest) => setTimeout(rest, restMs * (0.5 + random())));
    const began = performance.now();
    try {
      const answer = await fetch(address + path, options);
      const text = await answer.text();
      times.add(what, performance.now() - began);
      if (!answer.ok && answer.status !== 412) trouble.push(`${what}: ${answer.status} ${text.slice(0, 200)}`);
      return { body: answer.ok ? JSON.parse(text) : null, etag: answer.headers.get("etag"), bytes: text.length };
    } catch (broken) {
      trouble.push(`${what}: ${broken}`);
      return { body: null };
    }
  };
  const send = (method, body, headers) => ({
    method,
    headers: { "Content-Type": "application/json", Origin: address, "X-Author": `C${number}`, ...headers },
    body: JSON.stringify(body),
  });
  let largest = 0;
  // Nobody begins at the same moment.
  await new Promise((rest) => setTimeout(rest, restMs * 9 * random()));
  while (performance.now() < until) {
    const filter = ["all", "all", "due", "waiting", "archived"][Math.floor(random() * 5)];
    const first = await ask("bay", `/api/bay?filter=${filter}`);
    largest = Math.max(largest, first.bytes ?? 0);
    if (first.body?.next) await ask("bay", `/api/bay?filter=${filter}&after=${first.body.next}`);
    const found = await ask("bay, searched", `/api/bay?search=no.%20${1 + Math.floor(random() * jobs)}`);
    const choice = found.body?.jobs ?? [];
    const job = choice[Math.floor(random() * choice.length)]?.id ?? first.body?.jobs[0]?.id;
    if (!job) continue;
    await ask("search", `/api/search?q=vehicle%20${1 + Math.floor(random() * jobs)}`);
    await ask("job", `/api/jobs/${job}`);
    const { etag } = await ask("station", `/api/jobs/${job}/stations/signal`);
    const reading = { meter: { frequencyHz: Number((60 + 90 * random()).toFixed(1)) } };
    await ask("save", `/api/jobs/${job}/stations/signal`, send("PUT", reading, { "If-Match": etag ?? '"0"' }));
    await ask("entry", `/api/jobs/${job}/entries`, send("POST", { kind: "note", text: `Note of ${number}` }, { "Idempotency-Key": crypto.randomUUID() }));
    await ask("entries", `/api/jobs/${job}/entries?after=5`);
  }
  return largest;
}

/** What a save takes in the middle of ten seconds of one person's work. */
async function saveMedian(address, number) {
  const times = new Times();
  await client(address, number, performance.now() + 10_000, times, [], 50);
  return times.of("save").median;
}

/** The shop's list of instruments changes: everything that was said of the jobs has to be said anew. */
async function changedList({ address, report }) {
  const before = await saveMedian(address, 101);
  const shop = await (await fetch(`${address}/api/shop`)).json();
  const now = shop.instruments?.includes("pressureGauge") ? ["voltsAndContinuity"] : ["voltsAndContinuity", "pressureGauge"];
  const changed = await fetch(`${address}/api/shop`, {
    method: "PUT",
    headers: { "Content-Type": "application/json", Origin: address, "X-Author": "BE" },
    body: JSON.stringify({ instruments: now }),
  });
  if (!changed.ok) throw new Error(`the shop's list: ${changed.status} ${await changed.text()}`);
  // A page renews what it shows as long as somebody can wait: it is true once an answer comes at once, with nothing left to renew.
  const began = performance.now();
  let [asked, took] = [0, Infinity];
  while (took > atOnceMs) {
    const at = performance.now();
    await (await fetch(`${address}/api/bay`)).json();
    asked += 1;
    took = performance.now() - at;
  }
  report("The shop's list changed: first page of the bay true again", `${(performance.now() - began - took).toFixed(0)} ms, seen at look ${asked}`, "within 2 s");
  const meanwhile = await saveMedian(address, 102);
  report(
    "A save while all jobs are gone through, median",
    `${meanwhile.toFixed(1)} ms, ${(meanwhile / before).toFixed(1)} times that before (${before.toFixed(1)} ms)`,
    "at most 50 ms more",
  );
}

/** Fills a shop and lets people work in it. */
export async function shop({ root, folder, start, report, memoryMb }) {
  const trial = await start({ HAZY_DEMO: "1", HAZY_DATA: join(folder, "shop") });
  await keystrokes({ address: trial.address, report });
  trial.child.kill("SIGTERM");
  await new Promise((ended) => trial.child.on("exit", ended));
  const began = performance.now();
  execFileSync("dotnet", ["run", "--project", join(root, "tests/bench/seed"), "-c", "Release", "--", join(folder, "shop/hazy-gauge.db"), String(jobs)], { stdio: "inherit" });
  // Or the first save that reaches the disk would have to wait for all of it.
  execFileSync("sync");
  report(`Filling ${jobs.toLocaleString("en")} jobs with their history`, `${((performance.now() - began) / 1000).toFixed(0)} s`);
  const { child, address } = await start({ HAZY_DATA: join(folder, "shop") });
  try {
    // The first request of each kind pays for compiling it.
    const warm = new Times();
    await client(address, 0, performance.now() + 3000, warm, [], 0);
    for (const [name, restMs] of [["with half a second between requests", 500], ["without rest", 0]]) {
      const times = new Times();
      const trouble = [];
      const until = performance.now() + seconds * 1000;
      const pages = await Promise.all(Array.from({ length: clients }, (_, i) => client(address, i + 1, until, times, trouble, restMs)));
      const goal = restMs > 0 ? "p99 under 250 ms, median under 40 ms" : undefined;
      for (const what of times.all) {
        const { count, median, p99, longest } = times.of(what);
        report(
          `${clients} people ${name}: ${what}`,
          `${count} times, median ${median.toFixed(1)} ms, p99 ${p99.toFixed(0)} ms, longest ${longest.toFixed(0)} ms`,
          what === "bay" || what === "save" ? goal : undefined,
        );
      }
      report(`${clients} people ${name}: errors`, `${trouble.length}${trouble.length ? `, the first: ${trouble[0]}` : ""}`, "none");
      report("Largest page of the bay", `${(Math.max(...pages) / 1000).toFixed(0)} kB`, "at most 50 kB");
    }
    await changedList({ address, report });
    report("Memory of the server afterwards, and at most", `${memoryMb(child.pid, "VmRSS").toFixed(0)} MB, ${memoryMb(child.pid, "VmHWM").toFixed(0)} MB`, "under 400 MB");
  } finally {
    child.kill();
  }
}
