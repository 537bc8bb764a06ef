// Neither Node nor jsdom knows media queries; what they would say does not matter to any test.
globalThis.matchMedia ??= (() => ({ matches: false })) as unknown as typeof matchMedia;
