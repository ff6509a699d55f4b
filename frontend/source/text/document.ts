// What the server and the editor agree on about a document: which blocks hold text, their ids, and how their text is counted.
import type { Node } from "@tiptap/pm/model";

export interface TextBlock {
  node: Node;
  position: number; // of the block in the document
  id: string;
}

// [id of the block, first character, last + 1, why it does not count], in the block's text with white space folded
export type Use = [string, number, number, string?];

// The blocks that hold text, in order, as the server counts them.
export function textBlocks(doc: Node): TextBlock[] {
  const blocks: TextBlock[] = [];
  doc.descendants((node, position) => {
    if (!node.isTextblock) return true;
    if (node.textContent.trim()) blocks.push({ node, position, id: String(node.attrs["id"] ?? "") });
    return false;
  });
  return blocks;
}

function* characters(node: Node): Generator<[string, number]> {
  const found: [string, number][] = [];
  node.forEach((child, offset) => {
    if (child.isText) [...(child.text ?? "")].reduce((at, character) => (found.push([character, offset + at]), at + character.length), 0);
    else found.push([" ", offset]);
  });
  yield* found;
}

// The server counts characters (not halves of them) of the text with its white space folded; this finds the place in the document.
export function placeOf(block: TextBlock, offset: number): number {
  let counted = 0;
  let space = true; // leading white space is not counted
  const keepsLines = block.node.type.name === "codeBlock";
  for (const [character, at] of characters(block.node)) {
    const isSpace = !keepsLines && /\s/u.test(character);
    if (isSpace && space) continue;
    if (counted === offset) return block.position + 1 + at;
    counted += 1;
    space = isSpace;
  }
  return block.position + 1 + block.node.content.size;
}

// A block's text as the server counts it.
export function foldedText(node: Node): string {
  if (node.type.name === "codeBlock") return node.textContent.replace(/^\n+|\n+$/gu, "");
  return [...characters(node)].map(([character]) => character).join("").replace(/\s+/gu, " ").trim();
}
