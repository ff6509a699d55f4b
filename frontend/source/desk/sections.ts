// A section of a text: a heading and all that follows up to the next one as high.
import type { Node } from "@tiptap/pm/model";
import type { EditorState, Transaction } from "@tiptap/pm/state";

export interface Section {
  from: number; // before its heading
  to: number; // after its last block
  level: number;
  text: string;
  skips: boolean; // it is more than one level below the heading before it
}

export function sectionsOf(doc: Node): Section[] {
  const found: Section[] = [];
  let before = 0;
  doc.forEach((node, position) => {
    if (node.type.name !== "heading") return;
    const level = Number(node.attrs["level"]);
    for (const open of found) if (open.to === -1 && open.level >= level) open.to = position;
    found.push({ from: position, to: -1, level, text: node.textContent.trim(), skips: before > 0 && level > before + 1 });
    before = level;
  });
  for (const open of found) if (open.to === -1) open.to = doc.content.size;
  return found;
}

// The innermost section around a position; null before the first heading.
export function sectionAt(doc: Node, position: number): Section | null {
  return sectionsOf(doc).filter(({ from, to }) => from <= position && position < to).at(-1) ?? null;
}

// Moves a section before the section `target`, or to the end of the text. Null where that changes nothing or would put it into itself.
export function moved(state: EditorState, section: Section, target: Section | null): Transaction | null {
  const at = target ? target.from : state.doc.content.size;
  if (at >= section.from && at <= section.to) return null;
  const slice = state.doc.slice(section.from, section.to);
  const { tr } = state;
  tr.delete(section.from, section.to);
  tr.insert(tr.mapping.map(at, -1), slice.content);
  return tr.scrollIntoView();
}

// Where a section goes one step up or down: past its neighbour of the same level in the same place.
export function neighbour(sections: Section[], section: Section, down: boolean): Section | null | undefined {
  const parent = sections.filter(({ from, to, level }) => level < section.level && from < section.from && to >= section.to).at(-1);
  const beside = sections.filter(({ from, to, level }) => level === section.level && (!parent || (from > parent.from && to <= parent.to)));
  const index = beside.findIndex(({ from }) => from === section.from);
  if (!down) return beside[index - 1];
  const next = beside[index + 1];
  if (!next) return undefined;
  const after = sections.find(({ from }) => from >= next.to);
  return after ?? null;
}
