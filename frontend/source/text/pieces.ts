// A text as the JSON of its outermost nodes. Each is made once, for nodes do not change: a key in a long text costs its own paragraph.
import type { Node } from "@tiptap/pm/model";
import { alike } from "./alike";

export interface Text {
  pieces: string[];
  title_tag: string;
  meta_description: string;
}

const made = new WeakMap<Node, string>();

export function piecesOf(doc: Node): string[] {
  const pieces: string[] = [];
  doc.forEach((node) => {
    let piece = made.get(node);
    if (piece === undefined) {
      piece = JSON.stringify(node.toJSON());
      made.set(node, piece);
    }
    pieces.push(piece);
  });
  return pieces;
}

export function documentOf(pieces: readonly string[]): string {
  return `{"type":"doc","content":[${pieces.join(",")}]}`;
}

// What stands in the place of the outermost nodes from `from` to before `to` of a text that has `count` of them, as JSON.
export function changeOf(before: readonly string[], after: readonly string[]): string {
  const [from, end] = alike(before, after);
  const content = after.slice(from, after.length - end).join(",");
  return `{"from":${from},"to":${before.length - end},"count":${before.length},"content":[${content}]}`;
}

// A text as the server takes it. more: what is asked beside.
export function wholeBody(text: Text, more: object): string {
  return bodyOf("document", documentOf(text.pieces), text, more);
}

// The same as what changed in it since `before`.
export function changeBody(before: readonly string[], text: Text, more: object): string {
  return bodyOf("change", changeOf(before, text.pieces), text, more);
}

function bodyOf(name: string, sheet: string, { title_tag, meta_description }: Text, more: object): string {
  return `{"${name}":${sheet},${JSON.stringify({ title_tag, meta_description, ...more }).slice(1)}`;
}

export function isSameText(one: Text, other: Text): boolean {
  const { title_tag, meta_description, pieces } = other;
  return (
    one.title_tag === title_tag && one.meta_description === meta_description && one.pieces.length === pieces.length && one.pieces.every((piece, place) => piece === pieces[place])
  );
}
