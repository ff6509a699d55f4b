// Work that a job does: it is asked about until it is at its end.
const MOST_WAITED = 90_000; // ms
export const pause = (milliseconds: number): Promise<void> => new Promise((done) => window.setTimeout(done, milliseconds));

// What is told of it when it is done, or what is wrong with it; null when it takes longer than anybody waits. Raises TypeError where the server cannot be reached.
export async function endOf<Told extends object>(address: string): Promise<(Told & { problem?: string }) | null> {
  let wait = 100;
  for (let waited = 0; waited < MOST_WAITED; waited += wait) {
    await pause(wait);
    wait = Math.min(1000, wait * 1.5);
    const found = (await (await fetch(address, { headers: { Accept: "application/json" } })).json()) as Told & { underWay?: boolean; problem?: string };
    if (!found.underWay) return found;
  }
  return null;
}
