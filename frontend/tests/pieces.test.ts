// What travels is what changed; put into the text it was made on, it gives the other.
import { changeBody, changeOf, wholeBody } from "../source/text/pieces";
import { same, test } from "./harness";

interface Change {
  from: number;
  to: number;
  count: number;
  content: unknown[];
}

test("a change put into the text it was made on gives the other", () => {
  const some = (length: number): string[] => Array.from({ length }, () => JSON.stringify({ type: String(Math.floor(Math.random() * 3)) }));
  for (let round = 0; round < 500; round += 1) {
    const [before, after] = [some(Math.floor(Math.random() * 6)), some(Math.floor(Math.random() * 6))];
    const change = JSON.parse(changeOf(before, after)) as Change;
    same(change.count, before.length);
    same([...before.slice(0, change.from), ...change.content.map((node) => JSON.stringify(node)), ...before.slice(change.to)], after);
  }
});

test("a key in one paragraph sends that paragraph alone", () => {
  const before = ['{"a":1}', '{"a":2}', '{"a":3}'];
  const after = { pieces: ['{"a":1}', '{"a":"two"}', '{"a":3}'], title_tag: 'A "title"', meta_description: "" };
  same(JSON.parse(changeBody(before, after, { over: false })), {
    change: { from: 1, to: 2, count: 3, content: [{ a: "two" }] }, title_tag: 'A "title"', meta_description: "", over: false,
  });
  same((JSON.parse(wholeBody(after, {})) as { document: unknown }).document, { type: "doc", content: [{ a: 1 }, { a: "two" }, { a: 3 }] });
});
