import { expect, test } from "vitest";
import { answerWith } from "../testSetup";
import type { Draft } from "./drafts";
import { BothChanged, type Desk, saveDrafts } from "./saveDrafts";

/** Small and always the same for a seed. */
function dice(seed: number): (sides: number) => number {
  let state = seed * 2654435761;
  return (sides) => {
    state = (Math.imul(state ^ (state >>> 15), 2246822519) + 3266489917) | 0;
    return ((state ^ (state >>> 13)) >>> 0) % sides;
  };
}

/** Whoever waits goes on when the dice say so: a network that reorders, without a clock. */
function network() {
  const waiting: (() => void)[] = [];
  return {
    waiting,
    hop: () => new Promise<void>((resolve) => waiting.push(resolve)),
    deliver: async (which: number) => {
      waiting.splice(which, 1)[0]?.();
      await calm();
    },
  };
}

/** What follows from an answer happens before the next one. */
async function calm() {
  const { port1, port2 } = new MessageChannel();
  for (let turn = 0; turn < 10; turn++) {
    await new Promise((resolve) => {
      port1.onmessage = resolve;
      port2.postMessage(null);
    });
  }
  port1.close();
}

interface Notes {
  notes?: string;
  theirs?: number;
}

/** A program with one station, on a network that loses requests and answers. */
function program(roll: (sides: number) => number, hop: () => Promise<void>) {
  const record: { revision: number; slug: string; author: string; document: Notes }[] = [
    { revision: 7, slug: "signal", author: "RL", document: {} },
  ];
  const now = () => record.at(-1) as (typeof record)[number];
  const write = (author: string, document: Notes) =>
    record.push({ revision: now().revision + 1, slug: "signal", author, document });
  answerWith(async (asked) => {
    const request = asked as Request;
    const text = await request.text();
    const author = request.headers.get("X-Author") ?? "";
    await hop();
    const loss = roll(4);
    if (loss === 0) {
      throw new TypeError("Failed to fetch");
    }
    const answer = () => {
      const [, revision] = /record\/(\d+)$/.exec(request.url) ?? [];
      if (revision) {
        return Response.json(record.find((entry) => entry.revision === Number(revision)));
      }
      if (request.url.endsWith("/record")) {
        return Response.json({ total: record.length, items: record.toReversed() });
      }
      if (request.method === "GET") {
        return Response.json(now(), { headers: { ETag: `"${now().revision}"` } });
      }
      const [mine] = (JSON.parse(text) as { documents: { etag: string; document: Notes }[] }).documents;
      if (mine?.etag !== `"${now().revision}"`) {
        return Response.json({ title: "Somebody saved this meanwhile.", slug: "signal" }, { status: 412 });
      }
      write(author, mine.document);
      return Response.json({ stations: {}, etags: { signal: `"${now().revision}"` } });
    };
    const said = answer();
    await hop();
    if (loss === 1) {
      throw new TypeError("Failed to fetch");
    }
    return said;
  });
  return { now, write };
}

/** The desk of one page, with the draft that lies on it and what it last heard to stand. */
function deskWith(draft: Draft | null) {
  const desk = {
    id: "1",
    author: "TY",
    draft,
    stood: { etag: '"7"', base: {} as object },
    latest: () => desk.draft,
    keep: (_: string, next: Draft | null) => {
      desk.draft = next;
    },
    stand: (_: string, etag: string, inputs: object) => {
      desk.stood = { etag, base: inputs };
    },
  };
  return desk satisfies Desk;
}

test.each([1, 2, 3, 4, 5, 6, 7, 8])(
  "typed, saved and saved again on a bad line, nobody is asked about a save of one's own (seed %d)",
  async (seed) => {
    const roll = dice(seed);
    for (let run = 0; run < 15; run++) {
      const { waiting, hop, deliver } = network();
      const { now, write } = program(roll, hop);
      const desk = deskWith(null);
      let typed = "";
      const asked: unknown[] = [];
      let last: Promise<unknown> = Promise.resolve();
      const save = () => {
        last = last.then(() =>
          saveDrafts(desk, ["signal"]).catch((error) => {
            if (!(error instanceof TypeError)) {
              asked.push(error);
            }
          }),
        );
      };
      for (let step = 0; step < 150; step++) {
        const what = roll(8);
        if (what < 3) {
          typed += String.fromCharCode(97 + roll(26));
          const { draft, stood } = desk;
          desk.draft = { ...(draft ?? stood), inputs: { ...(draft?.inputs ?? stood.base), notes: typed } };
        } else if (what === 3) {
          save();
          await calm();
        } else if (what < 7) {
          await deliver(roll(Math.max(1, waiting.length)));
        } else {
          // A colleague works on another field of the same station.
          write("RL", { ...now().document, theirs: step });
        }
      }
      for (let more = 0; (desk.draft || waiting.length > 0) && more < 500; more++) {
        if (waiting.length === 0) {
          save();
          await calm();
        }
        await deliver(roll(Math.max(1, waiting.length)));
      }
      expect({ asked, draft: desk.draft, notes: now().document.notes ?? "" }).toEqual({ asked: [], draft: null, notes: typed });
    }
  },
);

test("what another saved into the same field is asked about, though the same was once sent from here without an answer", async () => {
  const { write, now } = program(
    () => 3,
    async () => {},
  );
  write("RL", { notes: "theirs" });
  const desk = deskWith({ etag: '"7"', inputs: { notes: "mine" }, base: {}, sent: [{ notes: "theirs" }] });
  await expect(saveDrafts(desk, ["signal"])).rejects.toBeInstanceOf(BothChanged);
  expect(now().document).toEqual({ notes: "theirs" });
});
