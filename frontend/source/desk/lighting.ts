// Shows where something stands in the text: it is scrolled to where it is out of sight, and lit for a moment.
import type { Editor } from "@tiptap/core";

const LIT = 1600; // ms
const MARGIN = 80; // px of the window's edge, below the toolbar

export function light(editor: Editor, position: number): void {
  const { node } = editor.view.domAtPos(Math.min(position, editor.state.doc.content.size));
  const element = node instanceof HTMLElement ? node : node.parentElement;
  if (!element) return;
  const { top, bottom } = element.getBoundingClientRect();
  if (top < MARGIN || bottom > window.innerHeight - MARGIN) element.scrollIntoView({ block: "center" });
  const colour = getComputedStyle(document.documentElement).getPropertyValue("--use").trim();
  if (colour) element.animate([{ backgroundColor: colour }, { backgroundColor: "transparent" }], { duration: LIT, easing: "ease-in" });
}
