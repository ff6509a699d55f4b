// Marks the uses of the chosen subject as decorations: the text itself is never touched.
import { Extension } from "@tiptap/core";
import { Plugin, PluginKey } from "@tiptap/pm/state";
import { Decoration, DecorationSet } from "@tiptap/pm/view";

const key = new PluginKey("marks");

// The blocks that hold text, in order, as the server counts them.
export function textBlocks(doc) {
  const blocks = [];
  doc.descendants((node, position) => {
    if (!node.isTextblock) return true;
    if (node.textContent.trim()) blocks.push({ node, position });
    return false;
  });
  return blocks;
}

// The server counts characters of the text with its white space folded; this finds the place in the document.
function placeOf(block, offset) {
  let counted = 0;
  let place = block.position + 1;
  let space = true; // leading white space is not counted
  let found = null;
  block.node.forEach((child, childOffset) => {
    if (found !== null) return;
    const characters = child.isText ? child.text : " ";
    for (let i = 0; i < characters.length; i++) {
      const isSpace = /\s/.test(characters[i]);
      if (isSpace && space) continue;
      if (counted === offset) {
        found = block.position + 1 + childOffset + (child.isText ? i : 0);
        return;
      }
      counted += 1;
      space = isSpace;
    }
    place = block.position + 1 + childOffset + child.nodeSize;
  });
  return found === null ? place : found;
}

export const Marks = Extension.create({
  name: "marks",
  addCommands() {
    return {
      showMarks: (marks) => ({ tr, dispatch }) => {
        if (dispatch) dispatch(tr.setMeta(key, marks).setMeta("addToHistory", false));
        return true;
      },
    };
  },
  addProseMirrorPlugins() {
    return [
      new Plugin({
        key,
        state: {
          init: () => DecorationSet.empty,
          apply(transaction, current) {
            const marks = transaction.getMeta(key);
            if (marks === undefined) return current.map(transaction.mapping, transaction.doc);
            const blocks = textBlocks(transaction.doc);
            const drawn = marks
              .filter(([block]) => blocks[block])
              .map(([block, start, end]) => Decoration.inline(placeOf(blocks[block], start), placeOf(blocks[block], end), { class: "use" }));
            return DecorationSet.create(transaction.doc, drawn);
          },
        },
        props: { decorations: (state) => key.getState(state) },
      }),
    ];
  },
});
