// Just enough to say what is tested: the tests run in the browser that is there, for they want a real document.
export interface Result {
  name: string;
  problem: string;
}

const tests: [string, () => void | Promise<void>][] = [];

export function test(name: string, body: () => void | Promise<void>): void {
  tests.push([name, body]);
}

export function same(found: unknown, wanted: unknown): void {
  const [one, other] = [JSON.stringify(found), JSON.stringify(wanted)];
  if (one !== other) throw new Error(`found ${one}, wanted ${other}`);
}

export async function run(): Promise<Result[]> {
  const results: Result[] = [];
  for (const [name, body] of tests) {
    try {
      await body();
      results.push({ name, problem: "" });
    } catch (error) {
      results.push({ name, problem: String(error) });
    }
  }
  return results;
}

export function rest(milliseconds: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, milliseconds));
}
