// Neither Node nor jsdom knows media queries; what they would say does not matter to any test.
globalThis.matchMedia ??= (() => ({ matches: false })) as unknown as typeof matchMedia;

// A page asks by relative address; Node's own request knows no page. And the client takes hold of fetch as soon as it is loaded.
// The files of a project share one page and what they load into it, so this must be the same however often it runs.
const NodeRequest = globalThis.Request;
class PageRequest extends NodeRequest {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === "string" && input.startsWith("/") ? `http://here${input}` : input, init);
  }
}
const page = globalThis as typeof globalThis & { answering?: { fetch: typeof fetch } };
if (!page.answering) {
  page.answering = { fetch: nobody };
  globalThis.Request = PageRequest;
  globalThis.fetch = (...asked) => answering.fetch(...asked);
}
const answering = page.answering;
answering.fetch = nobody;

async function nobody(): Promise<Response> {
  throw new TypeError("Nobody answers in this test.");
}

/** From now on this answers every request. */
export function answerWith(fetch: typeof globalThis.fetch) {
  answering.fetch = fetch;
}
