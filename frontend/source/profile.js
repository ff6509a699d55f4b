// The profile: one bar per block of text, as long as the block, with the chosen subject's uses on it.
import { textBlocks } from "./marks.js";

const SVG = "http://www.w3.org/2000/svg";
const WIDTH = 30;

function element(name, attributes) {
  const made = document.createElementNS(SVG, name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, value);
  return made;
}

export function drawProfile(editor, marks) {
  const holder = document.getElementById("profile");
  const blocks = textBlocks(editor.state.doc);
  const height = Math.max(100, holder.clientHeight - 16);
  const lengths = blocks.map(({ node }) => (node.type.name === "heading" ? 0 : node.textContent.length));
  const whole = lengths.reduce((sum, length) => sum + length, 0) || 1;
  const gaps = blocks.length * 3;
  const scale = Math.min(0.35, Math.max(0.01, (height - gaps) / whole));
  const svg = element("svg", { width: WIDTH + 6, height, role: "img", "aria-label": `${blocks.length} blocks of text, ${marks.length} uses marked` });
  let top = 2;
  blocks.forEach(({ node, position }, index) => {
    const isHeading = node.type.name === "heading";
    const tall = isHeading ? 2 : Math.max(3, lengths[index] * scale);
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
    for (const [block, start] of marks) {
      if (block !== index) continue;
      const y = isHeading ? top : top + (tall * start) / Math.max(1, lengths[index]);
      svg.append(element("rect", { x: 0, y: y - 1, width: WIDTH, height: 2, class: "profile-use" }));
    }
    top += tall + 3;
  });
  svg.addEventListener("click", (event) => {
    const position = Number(event.target.dataset?.position);
    if (!position) return;
    editor.chain().focus().setTextSelection(position).scrollIntoView().run();
  });
  holder.replaceChildren(svg);
}
