// What the browser is given: all tests, and what the editor makes of the contract's documents.
import { roundTrips } from "./documents.test";
import "./paste.test";
import "./pieces.test";
import "./saver.test";
import "./signing-out.test";
import { run, type Result } from "./harness";

declare global {
  interface Window {
    runTests: () => Promise<Result[]>;
    roundTrips: typeof roundTrips;
  }
}

window.runTests = run;
window.roundTrips = roundTrips;
