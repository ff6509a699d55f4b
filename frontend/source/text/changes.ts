// What a proposal does to the text: shown as decorations before it is taken, and carried out as one step that one undo takes back.
import { Extension } from "@tiptap/core";
import { closeHistory } from "@tiptap/pm/history";
import { Fragment, type Node } from "@tiptap/pm/model";
import { Plugin, PluginKey, type Transaction } from "@tiptap/pm/state";
import { Decoration, DecorationSet } from "@tiptap/pm/view";
import { alike } from "./alike";

export interface Operation {
  kind: "content" | "before" | "after" | "alt" | "title" | "description";
  block: string;
  value: unknown;
}

export interface Proposal {
  key: string;
  check: string;
  subject: string;
  block: string;
  before: string;
  after: string;
  gain: number;
  skeleton: boolean; // has still to be filled, so it is never taken with others
  operations: Operation[];
  was: Record<string, string | null>; // text of each block that gets other content
}

export const changesKey = new PluginKey<DecorationSet>("changes");

declare module "@tiptap/core" {
  interface Commands<ReturnType> {
    changes: { showChange: (proposal: Proposal | null) => ReturnType };
  }
}

export function placeOfBlock(doc: Node, id: string): { node: Node; position: number } | null {
  let found: { node: Node; position: number } | null = null;
  doc.descendants((node, position) => {
    if (found) return false;
    if (node.attrs["id"] === id) found = { node, position };
    return !node.isTextblock;
  });
  return found;
}

// Whether every block that gets other content still has the text that the proposal was made for.
export function stillFits(doc: Node, proposal: Proposal): boolean {
  return proposal.operations.every(({ kind, block }) => {
    if (kind === "title" || kind === "description") return true;
    const place = placeOfBlock(doc, block);
    return place !== null && (kind !== "content" || place.node.textContent === proposal.was[block]);
  });
}

// From where to where the outermost node around a position goes.
export function outermost(doc: Node, position: number): [number, number] {
  const resolved = doc.resolve(position);
  const start = resolved.depth ? resolved.before(1) : position;
  return [start, start + (doc.nodeAt(start)?.nodeSize ?? 0)];
}

// One step for all proposals given. Title and description are fields beside the text, and are not changed here.
export function carriedOut(tr: Transaction, proposals: Proposal[]): Transaction {
  closeHistory(tr);
  const { schema } = tr.doc.type;
  for (const { operations } of proposals) {
    for (const { kind, block, value } of operations) {
      const place = kind === "title" || kind === "description" ? null : placeOfBlock(tr.doc, block);
      if (!place) continue;
      if (kind === "content") tr.replaceWith(place.position + 1, place.position + 1 + place.node.content.size, Fragment.fromJSON(schema, value));
      else if (kind === "alt") tr.setNodeAttribute(place.position, "alt", value);
      else tr.insert(outermost(tr.doc, place.position)[kind === "before" ? 0 : 1], Fragment.fromJSON(schema, value));
    }
  }
  return tr;
}

// A block's text replaced by what a person made of a proposal: only what differs is touched, so marks stay.
export function withText(tr: Transaction, block: string, text: string): Transaction | null {
  const place = placeOfBlock(tr.doc, block);
  if (!place) return null;
  const now = place.node.textContent;
  const [start, end] = alike(now, text);
  closeHistory(tr);
  const from = place.position + 1 + start;
  const to = place.position + 1 + now.length - end;
  const put = text.slice(start, text.length - end);
  return put ? tr.insertText(put, from, to) : tr.delete(from, to);
}

function textOf(value: unknown): string {
  return Array.isArray(value) ? value.map((node: { text?: string; content?: unknown }) => node.text ?? textOf(node.content)).join("") : "";
}

function added(words: string, kind: string): HTMLElement {
  const element = document.createElement(kind);
  element.className = "change-new";
  element.textContent = words;
  return element;
}

function addedLines(lines: string[]): HTMLElement {
  const element = document.createElement("div");
  element.append(...lines.map((line) => added(line, "div")));
  return element;
}

export function decorationsOfChange(doc: Node, proposal: Proposal | null): DecorationSet {
  const drawn: Decoration[] = [];
  for (const { kind, block, value } of proposal?.operations ?? []) {
    const place = placeOfBlock(doc, block);
    if (!place) continue;
    if (kind === "content") {
      const [one, other] = [place.node.textContent, textOf(value)];
      const [start, end] = alike(one, other);
      const at = place.position + 1;
      if (one.length - end > start) drawn.push(Decoration.inline(at + start, at + one.length - end, { class: "change-gone" }));
      const put = other.slice(start, other.length - end);
      if (put) drawn.push(Decoration.widget(at + one.length - end, () => added(put, "ins"), { side: 1 }));
    } else if (kind === "before" || kind === "after") {
      const [from, to] = outermost(doc, place.position);
      const lines = (Array.isArray(value) ? value : []).map((node) => textOf([node])).filter(Boolean);
      drawn.push(Decoration.widget(kind === "before" ? from : to, () => addedLines(lines), { side: kind === "before" ? -1 : 1 }));
    }
  }
  return DecorationSet.create(doc, drawn);
}

export const Changes = Extension.create({
  name: "changes",
  addCommands() {
    return {
      showChange:
        (proposal) =>
        ({ tr, dispatch }) => {
          if (dispatch) dispatch(tr.setMeta(changesKey, { proposal }).setMeta("addToHistory", false));
          return true;
        },
    };
  },
  addProseMirrorPlugins() {
    return [
      new Plugin<DecorationSet>({
        key: changesKey,
        state: {
          init: () => DecorationSet.empty,
          apply(transaction, current) {
            const asked = transaction.getMeta(changesKey) as { proposal: Proposal | null } | undefined;
            if (asked) return decorationsOfChange(transaction.doc, asked.proposal);
            return transaction.docChanged ? DecorationSet.empty : current; // what was shown was of the text as it was
          },
        },
        props: { decorations: (state) => changesKey.getState(state) },
      }),
    ];
  },
});
