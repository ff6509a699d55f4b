// The profile: one bar per block of text, as long as the block, with the chosen subject's uses on it.
import type { Editor } from "@tiptap/core";
import { textBlocks, type Use } from "../text/document";
import { byId } from "../shared/page";
import { inWords } from "../shared/words";

const SVG = "http://www.w3.org/2000/svg";
const WIDTH = 30;
const GAP = 3;

function element(name: string, attributes: Record<string, string | number>): SVGElement {
  const made = document.createElementNS(SVG, name) as SVGElement;
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, String(value));
  return made;
}

export function drawProfile(editor: Editor, marks: Use[]): void {
  const holder = byId("profile");
  const blocks = textBlocks(editor.state.doc);
  const height = Math.max(100, holder.clientHeight - 16);
  const lengths = blocks.map(({ node }) => (node.type.name === "heading" ? 0 : node.textContent.length));
  const whole = lengths.reduce((sum, length) => sum + length, 0) || 1;
  const scale = Math.min(0.35, Math.max(0.01, (height - blocks.length * (GAP + 1)) / whole));
  const natural = blocks.map(({ node }, index) => (node.type.name === "heading" ? 2 : Math.max(3, (lengths[index] ?? 0) * scale)));
  // a long text is drawn finer, never cut off
  const fits = Math.min(1, (height - 4) / natural.reduce((sum, tall) => sum + tall + GAP, 0));
  const svg = element("svg", { width: WIDTH + 6, height, role: "img", "aria-label": inWords("browser.profile", { blocks: blocks.length, marks: marks.length }) });
  const usesOf = new Map<string, number[]>();
  for (const [id, start] of marks) usesOf.set(id, [...(usesOf.get(id) ?? []), start]);
  let top = 2;
  blocks.forEach(({ node, position, id }, index) => {
    const isHeading = node.type.name === "heading";
    const length = lengths[index] ?? 0;
    const tall = (natural[index] ?? 3) * fits;
    const bar = element("rect", {
      x: isHeading ? 0 : 8,
      y: top,
      width: isHeading ? WIDTH : WIDTH - 8,
      height: tall,
      class: isHeading ? "profile-heading" : "profile-bar",
      "data-position": position + 1,
    });
    const title = element("title", {});
    title.textContent = node.textContent.slice(0, 80);
    bar.append(title);
    svg.append(bar);
    for (const start of usesOf.get(id) ?? []) {
      const y = isHeading ? top : top + (tall * start) / Math.max(1, length);
      svg.append(element("rect", { x: 0, y: y - 1, width: WIDTH, height: 2, class: "profile-use" }));
    }
    top += tall + GAP * fits;
  });
  svg.addEventListener("click", (event) => {
    const position = Number((event.target as SVGElement).dataset["position"]);
    if (position) editor.chain().focus().setTextSelection(position).scrollIntoView().run();
  });
  holder.replaceChildren(svg);
}
