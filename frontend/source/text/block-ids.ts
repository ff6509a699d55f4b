// Every block of text has an id of its own that survives editing: comments, proposals and marks hang on it.
import { Extension } from "@tiptap/core";
import type { Node } from "@tiptap/pm/model";
import { Plugin, PluginKey, type EditorState, type Transaction } from "@tiptap/pm/state";
import { newId } from "./new-id";

export const WITH_ID = ["paragraph", "heading", "codeBlock", "image"];
const key = new PluginKey("blockIds");

// Ids for the blocks that have none, or one that a block before them has; a pasted copy gets another and leaves the first its own.
export function withIds(state: EditorState, known: ReadonlySet<string> = new Set()): Transaction | null {
  const seen = new Set<string>();
  let transaction: Transaction | null = null;
  const later: [Node, number][] = [];
  state.doc.descendants((node, position) => {
    if (!WITH_ID.includes(node.type.name)) return true;
    const id = String(node.attrs["id"] ?? "");
    if (!id || seen.has(id)) later.push([node, position]);
    else seen.add(id);
    return !node.isTextblock;
  });
  for (const [, position] of later) {
    let id = newId();
    while (seen.has(id) || known.has(id)) id = newId();
    seen.add(id);
    transaction = (transaction ?? state.tr).setNodeAttribute(position, "id", id);
  }
  return transaction?.setMeta("addToHistory", false) ?? null;
}

export const BlockIds = Extension.create({
  name: "blockIds",
  addGlobalAttributes() {
    return [
      {
        types: WITH_ID,
        attributes: {
          id: {
            default: null,
            keepOnSplit: false,
            parseHTML: () => null, // what is pasted gets ids of its own
            renderHTML: () => ({}),
          },
        },
      },
    ];
  },
  addProseMirrorPlugins() {
    return [
      new Plugin({
        key,
        appendTransaction: (transactions, _before, state) => (transactions.some((one) => one.docChanged) ? withIds(state) : null),
      }),
    ];
  },
});
