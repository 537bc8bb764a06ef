// The best chains of large catalogs: the parts that ship, again and again with other lengths, bores and prices.
const pairs = [
  ["qc-3-8-f-tab", "qc-3-8-m", 300],
  ["bead-5-16", "barb-8", 320],
  ["flare-8-m", "flare-6-m", 400],
  ["tube-5-16", "tube-5-16", 150],
  ["qc-5-16-f-ring", "qc-5-16-m", 0],
  ["flare-6-m", "orb-8-f", 260],
];

export async function chains({ address, report }) {
  const { parts } = await (await fetch(`${address}/api/catalogue`)).json();
  for (const count of [500, 5000]) {
    let seed = 11;
    const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
    const catalogue = Array.from({ length: count }, (_, i) => {
      const part = parts[i % parts.length];
      const other = 0.8 + 0.4 * random();
      return {
        ...part,
        code: `${part.code}-${Math.floor(i / parts.length)}`,
        boreMm: part.boreMm * other,
        lengthMm: Math.round(part.lengthMm * other),
        cost: Math.round(part.cost * other * 100) / 100,
        sensor: part.code === "sensor",
      };
    });
    const times = [];
    for (const [from, to, gapMm] of pairs) {
      const best = [];
      for (let i = 0; i < 5; i++) {
        const answer = await fetch(`${address}/api/calc/fitting-chain`, {
          method: "POST",
          headers: { "Content-Type": "application/json" },
          body: JSON.stringify({ from, to, gapMm, via: "sensor", cut: true, catalogue }),
        });
        const body = await answer.json();
        if (!answer.ok || body.chains.length !== 3) throw new Error(JSON.stringify(body).slice(0, 400));
        best.push(Number(/compute;dur=([\d.]+)/.exec(answer.headers.get("server-timing"))[1]));
      }
      times.push(best.sort((a, b) => a - b)[2]);
    }
    const goal = count === 500 ? 100 : null;
    const worst = Math.max(...times);
    const share = goal ? `, ${(worst / goal).toFixed(2)} of the goal` : "";
    report(
      `Best three chains of ${count} parts, slowest of ${pairs.length} pairs of ends`,
      `${worst.toFixed(0)} ms${share} (${times.map((t) => t.toFixed(0)).join(", ")})`,
      goal ? `under ${goal} ms` : undefined,
    );
  }
}
