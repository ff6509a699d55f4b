// Marks the uses of the chosen subject as decorations: the text itself is never touched.
import { Extension } from "@tiptap/core";
import type { Node } from "@tiptap/pm/model";
import { Plugin, PluginKey } from "@tiptap/pm/state";
import { Decoration, DecorationSet } from "@tiptap/pm/view";
import { placeOf, textBlocks, type Use } from "./document";
import { inWords } from "../shared/words";

export const marksKey = new PluginKey<DecorationSet>("marks");

declare module "@tiptap/core" {
  interface Commands<ReturnType> {
    marks: { showMarks: (marks: Use[]) => ReturnType };
  }
}

export function decorationsOf(doc: Node, marks: Use[]): DecorationSet {
  const blocks = new Map(textBlocks(doc).map((block) => [block.id, block]));
  const drawn: Decoration[] = [];
  for (const [id, start, end, why] of marks) {
    const block = blocks.get(id);
    if (block) drawn.push(Decoration.inline(placeOf(block, start), placeOf(block, end), why ? { class: "use use-idle", title: inWords("browser.does_not_count", { why }) } : { class: "use" }));
  }
  return DecorationSet.create(doc, drawn);
}

export const Marks = Extension.create({
  name: "marks",
  addCommands() {
    return {
      showMarks:
        (marks) =>
        ({ tr, dispatch }) => {
          if (dispatch) dispatch(tr.setMeta(marksKey, marks).setMeta("addToHistory", false));
          return true;
        },
    };
  },
  addProseMirrorPlugins() {
    return [
      new Plugin<DecorationSet>({
        key: marksKey,
        state: {
          init: () => DecorationSet.empty,
          apply(transaction, current) {
            const marks = transaction.getMeta(marksKey) as Use[] | undefined;
            return marks === undefined ? current.map(transaction.mapping, transaction.doc) : decorationsOf(transaction.doc, marks);
          },
        },
        props: { decorations: (state) => marksKey.getState(state) },
      }),
    ];
  },
});
