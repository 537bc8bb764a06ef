// What a key costs the server while somebody types at a job of the demo. Part of ./hazy bench.

const rounds = 25;

/** Previews every station of every job with a note that is another each time, and reports the slowest station by its middle one. */
export async function keystrokes({ address, report }) {
  const { jobs } = await (await fetch(`${address}/api/bay`)).json();
  const stations = [];
  for (const { id, name } of jobs) {
    const job = await (await fetch(`${address}/api/jobs/${id}`)).json();
    const { document } = await (await fetch(`${address}/api/jobs/${id}/stations/survey`)).json();
    for (const { slug } of job.stations.filter((station) => station.built)) {
      const times = [];
      for (let key = 0; key < rounds; key++) {
        const body = JSON.stringify({ drafts: { survey: { ...document, notes: "typed ".repeat(key) } }, want: [slug] });
        const began = performance.now();
        const answer = await fetch(`${address}/api/jobs/${id}/preview`, { method: "POST", headers: { "Content-Type": "application/json", Origin: address }, body });
        await answer.arrayBuffer();
        if (!answer.ok) throw new Error(`preview of ${slug} of ${name}: ${answer.status}`);
        times.push(performance.now() - began);
      }
      times.sort((a, b) => a - b);
      stations.push({ what: `${name}, ${slug}`, middle: times[Math.floor(rounds / 2)] });
    }
  }
  stations.sort((a, b) => b.middle - a.middle);
  const [slowest] = stations;
  const middle = stations[Math.floor(stations.length / 2)].middle;
  const times = (slowest.middle / middle).toFixed(1);
  report("A key's preview, slowest station of the demo", `${slowest.middle.toFixed(1)} ms there and back (${slowest.what}), ${times} times the middle one`, "under 30 ms");
}
