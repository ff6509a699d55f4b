// Saving: nothing typed is forgotten before the server has it, and nothing is sent again that will never be taken.
import { Saver, type Answer } from "../source/desk/saver";
import { rest, same, test } from "./harness";

type Reply = Partial<Answer> | number | "down" | "held"; // held: until it is let go, however slow this machine is

function saver(replies: Reply[], draft = String(Math.random())) {
  const sent: { base_version: number; over: boolean; document?: unknown; change?: { from: number; to: number; count: number } }[] = [];
  const said: string[] = [];
  const shown: number[] = [];
  let text = "one";
  let letGo = (): void => undefined;
  const held = new Promise<void>((resolve) => (letGo = resolve));
  const made = new Saver({
    address: "/text/", token: () => "t", signedOut: () => undefined, draft, version: 1, readOnly: false,
    text: () => ({ pieces: ['{"type":"rule"}', JSON.stringify({ type: "text", text })], title_tag: "", meta_description: "" }),
    chosen: { panel: "edits", part: "", key: "", only: "", sort: "", find: "", here: "" },
    show: (answer) => shown.push(answer.version),
    say: (words) => said.push(words),
    conflict: () => undefined,
  });
  window.fetch = async (_address, request) => {
    sent.push(JSON.parse(String(request?.body)));
    const reply = replies.shift() ?? { version: sent.length + 1 };
    await rest(5);
    if (reply === "held") await held;
    if (reply === "down") throw new TypeError("no network");
    if (typeof reply === "number") return new Response(JSON.stringify({ problem: "No." }), { status: reply });
    return new Response(JSON.stringify({ core: "", panel: null, marks: [], words: 1, conflict: false, ...(reply === "held" ? { version: sent.length + 1 } : reply) }));
  };
  return { made, sent, said, shown, letGo: () => letGo(), type: (words: string) => { text = words; made.changed(); } };
}

test("a change is kept here until the server has it", async () => {
  const { made, type, sent, letGo } = saver(["held"]);
  type("two");
  same((await made.kept()) !== null, true);
  letGo();
  await made.saveNow();
  same([await made.kept(), made.version, sent.length], [null, 2, 1]);
});

test("what is typed while a save is on its way is sent after it", async () => {
  const { made, type, sent, letGo } = saver([{ version: 2 }, "held"]);
  type("two");
  const first = made.saveNow();
  await rest(1);
  type("three");
  await first;
  same([made.isWaiting(), (await made.kept()) !== null], [true, true]);
  letGo();
  await made.saveNow();
  same([sent.length, sent[1]?.base_version, await made.kept()], [2, 2, null]);
});

test("a save whose answer was lost is sent again whole before what was typed since", async () => {
  const { made, type, sent } = saver(["down", { version: 2 }, { version: 3 }]);
  type("two");
  await made.saveNow(); // the server may have it
  type("three");
  await made.saveNow();
  same(sent.map((body) => body.base_version), [1, 1, 2]);
  same(JSON.stringify(sent[0]?.document), JSON.stringify(sent[1]?.document));
  same([made.version, await made.kept(), JSON.stringify(sent[2]?.document).includes("three")], [3, null, true]);
});

test("once both have a text, what changed travels, and the whole where the server has another", async () => {
  const { made, type, sent } = saver([{ version: 2, as_sent: true }, { version: 3, as_sent: true }, 409, { version: 4 }, { version: 5 }]);
  for (const words of ["two", "three", "four", "five"]) {
    type(words);
    await made.saveNow();
  }
  same(sent.map((body) => ("document" in body ? "whole" : body.change)), ["whole", { from: 1, to: 2, count: 2, content: [{ type: "text", text: "three" }] }, { from: 1, to: 2, count: 2, content: [{ type: "text", text: "four" }] }, "whole", "whole"]);
  same([sent.map((body) => body.base_version), made.version, await made.kept()], [[1, 2, 3, 3, 4], 5, null]);
});

test("what a tab that is gone left is found, and what an open one holds is not", async () => {
  const draft = String(Math.random());
  const { made, type } = saver([422], draft);
  type("two");
  await made.saveNow();
  const own = await made.kept();
  same([await made.left(), own?.version], [[], 1]);
  await new Promise((resolve) => {
    const opening = indexedDB.open("fundament");
    opening.onsuccess = () => {
      const store = opening.result.transaction("texts", "readwrite").objectStore("texts");
      store.put({ ...own, tab: "gone", at: 1 });
      store.put({ ...own, tab: "gone-later", at: 2 }).onsuccess = resolve;
    };
  });
  same((await made.left()).map(({ tab }) => tab), ["gone-later", "gone"]);
  for (const left of (await made.left()).slice(0, 1)) same(await made.keepAsRevision(left), true);
  same((await made.left()).map(({ tab }) => tab), ["gone"]);
});

test("a server that is down is tried again, one that says no is not", async () => {
  const { made, type, sent, said } = saver(["down", 422]);
  type("two");
  await made.saveNow();
  same([made.isWaiting(), said.at(-1)?.includes("cannot be reached")], [true, true]);
  await rest(2300);
  same(sent.length, 2); // tried again by itself, and refused
  await rest(2300);
  same([sent.length, said.at(-1)], [2, "No. It is kept in this browser"]);
  same((await made.kept()) !== null, true);
  type("three"); // another text may be taken
  await made.saveNow();
  same([sent.length, await made.kept()], [3, null]);
});

test("a newer text is never gone over unasked", async () => {
  const { made, type, sent } = saver([{ version: 7, conflict: true }, { version: 8 }]);
  type("mine");
  await made.saveNow();
  same([made.version, sent[0]?.over], [1, false]);
  await made.goOnWithMine();
  same([sent[1]?.base_version, sent[1]?.over, made.version], [7, true, 8]);
});

test("a reader sends nothing", async () => {
  const { made, type, sent } = saver([]);
  (made as unknown as { parts: { readOnly: boolean } }).parts.readOnly = true;
  type("two");
  await rest(400);
  same([sent.length, await made.kept()], [0, null]);
});
