// The same documents go to both sides (tests/contract/documents.json): what the server counts, the editor finds.
import { Editor, type JSONContent } from "@tiptap/core";
import { foldedText, placeOf, textBlocks, type Use } from "../source/text/document";
import { extensions } from "../source/text/extensions";
import { decorationsOf } from "../source/text/marks";
import contract from "../../tests/contract/documents.json";
import { same, test } from "./harness";

export function edited(document: JSONContent): Editor {
  return new Editor({ element: window.document.createElement("div"), extensions, content: document, injectCSS: false });
}

// What the editor makes of the contract's documents, for the server to look at.
export function roundTrips(): JSONContent[] {
  return contract.map(({ document }) => edited(document as JSONContent).getJSON());
}

for (const { name, document, blocks, uses } of contract) {
  test(`${name}: the blocks of text and their ids`, () => {
    const found = textBlocks(edited(document as JSONContent).state.doc).map(({ id, node }) => [id, foldedText(node)]);
    same(found, blocks);
  });
  test(`${name}: uses stand where the server counts them`, () => {
    const { doc } = edited(document as JSONContent).state;
    for (const [id, start, end, words] of uses as [string, number, number, string][]) {
      const block = textBlocks(doc).find((one) => one.id === id);
      if (!block) throw new Error(`no block ${id}`);
      same(doc.textBetween(placeOf(block, start), placeOf(block, end), "", " "), words);
    }
    same(decorationsOf(doc, uses.map(([id, start, end]) => [id, start, end] as Use)).find().length, uses.length);
  });
}

test("a mark for a block that is gone is left away", () => {
  same(decorationsOf(edited(contract[0]?.document as JSONContent).state.doc, [["gone", 0, 4]]).find().length, 0);
});

test("a block that is split keeps its id in the first part, and the second gets one of its own", () => {
  const editor = edited({ type: "doc", content: [{ type: "paragraph", attrs: { id: "p1" }, content: [{ type: "text", text: "one two" }] }] });
  editor.commands.setTextSelection(5);
  editor.commands.splitBlock();
  const ids = textBlocks(editor.state.doc).map(({ id }) => id);
  same([ids.length, ids[0], new Set(ids).size], [2, "p1", 2]);
});

test("what is pasted twice has different ids", () => {
  const editor = edited({ type: "doc", content: [{ type: "paragraph", attrs: { id: "p1" }, content: [{ type: "text", text: "one" }] }] });
  editor.commands.insertContentAt(editor.state.doc.content.size, editor.getJSON().content ?? []);
  editor.commands.insertContentAt(editor.state.doc.content.size, "<h2>Pasted</h2><p>twice</p>");
  const ids = textBlocks(editor.state.doc).map(({ id }) => id);
  same([ids.length >= 4, new Set(ids).size === ids.length, ids.includes("p1"), ids.every(Boolean)], [true, true, true, true]);
});

test("giving ids is nothing that undo takes back by itself", () => {
  const editor = edited({ type: "doc", content: [{ type: "paragraph", attrs: { id: "p1" }, content: [{ type: "text", text: "one" }] }] });
  editor.commands.insertContentAt(4, "<p>two</p>");
  editor.commands.undo();
  same(editor.getText().trim(), "one");
});
