// Neither Node nor jsdom knows media queries; what they would say does not matter to any test.
globalThis.matchMedia ??= (() => ({ matches: false })) as unknown as typeof matchMedia;

// A page asks by relative address; Node's own request knows no page. And the client takes hold of fetch as soon as it is loaded.
const NodeRequest = globalThis.Request;
globalThis.Request = class extends NodeRequest {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === "string" && input.startsWith("/") ? `http://here${input}` : input, init);
  }
};
const nobody: typeof fetch = async () => {
  throw new TypeError("Nobody answers in this test.");
};
const answering = { fetch: nobody };
globalThis.fetch = (...asked) => answering.fetch(...asked);

/** From now on this answers every request. */
export function answerWith(fetch: typeof globalThis.fetch) {
  answering.fetch = fetch;
}
