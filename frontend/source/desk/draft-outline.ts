// The outline of the draft beside its text: where one is, whether a level is skipped, and sections moved by key or drag.
import type { Editor } from "@tiptap/core";
import { kept, keep } from "./kept";
import { byId } from "../shared/page";
import { moved, neighbour, sectionAt, sectionsOf, type Section } from "./sections";
import { inWords } from "../shared/words";

const REST = 250; // ms without a key before it follows
const WIDE = 1500; // px of a window that has room for it from the beginning

export function setUpOutline(editor: Editor, readOnly: boolean): void {
  const [place, list, button] = [byId("draft-outline"), byId("draft-outline-list"), byId("outline-open")];
  let sections: Section[] = [];
  let drawn = "";

  function draw(): void {
    if (place.hidden) return;
    sections = sectionsOf(editor.state.doc);
    const here = sectionAt(editor.state.doc, editor.state.selection.from);
    const now = JSON.stringify([sections.map(({ level, text, skips }) => [level, text, skips]), here?.from === undefined ? -1 : sections.findIndex(({ from }) => from === here.from)]);
    if (now === drawn) return;
    drawn = now;
    const focused = list.contains(document.activeElement) ? [...list.children].indexOf(document.activeElement?.closest("li") as Element) : -1;
    list.replaceChildren(
      ...sections.map((section, index) => {
        const row = document.createElement("li");
        row.className = `level-${section.level}`;
        row.draggable = !readOnly;
        const name = document.createElement("button");
        name.type = "button";
        name.dataset["section"] = String(index);
        name.textContent = section.text || inWords("browser.heading_without_words");
        if (here?.from === section.from) name.setAttribute("aria-current", "true");
        row.append(name);
        if (section.skips) {
          const remark = document.createElement("span");
          remark.className = "level-skipped";
          remark.textContent = inWords("browser.level_skipped", { level: section.level, above: sections[index - 1]?.level ?? 1 });
          row.append(remark);
        }
        return row;
      }),
    );
    if (!sections.length) list.append(Object.assign(document.createElement("li"), { className: "muted", textContent: inWords("browser.no_heading_yet") }));
    if (focused >= 0) list.children[focused]?.querySelector("button")?.focus();
  }

  function go(index: number): void {
    const section = sections[index];
    if (section) editor.chain().focus().setTextSelection(section.from + 1).scrollIntoView().run();
  }

  function move(index: number, target: Section | null | undefined): void {
    const section = sections[index];
    if (readOnly || !section || target === undefined) return;
    const transaction = moved(editor.state, section, target);
    if (!transaction) return;
    editor.view.dispatch(transaction);
    draw();
    const to = sections.findIndex(({ text, level }) => text === section.text && level === section.level);
    list.children[to]?.querySelector("button")?.focus();
  }

  function show(isOpen: boolean): void {
    place.hidden = !isOpen;
    button.setAttribute("aria-pressed", String(isOpen));
    document.querySelector(".desk-sheet")?.classList.toggle("has-outline", isOpen);
    drawn = "";
    draw();
  }

  button.addEventListener("click", () => {
    show(place.hidden);
    keep("draft-outline", place.hidden ? "no" : "yes");
  });
  list.addEventListener("click", (event) => {
    const index = (event.target as Element).closest<HTMLElement>("[data-section]")?.dataset["section"];
    if (index !== undefined) go(Number(index));
  });
  list.addEventListener("keydown", (event) => {
    const index = Number((event.target as Element).closest<HTMLElement>("[data-section]")?.dataset["section"] ?? -1);
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const section = sections[index];
    if (step === undefined || !section) return;
    event.preventDefault();
    if (event.altKey) move(index, neighbour(sections, section, step > 0));
    else list.children[index + step]?.querySelector("button")?.focus();
  });
  let dragged = -1;
  list.addEventListener("dragstart", (event) => {
    dragged = [...list.children].indexOf((event.target as Element).closest("li") as Element);
    event.dataTransfer?.setData("text/plain", "");
  });
  list.addEventListener("dragover", (event) => {
    if (dragged < 0) return;
    event.preventDefault();
    for (const row of list.children) row.classList.toggle("drop-here", row === (event.target as Element).closest("li"));
  });
  list.addEventListener("drop", (event) => {
    event.preventDefault();
    const target = [...list.children].indexOf((event.target as Element).closest("li") as Element);
    if (dragged >= 0 && target >= 0) move(dragged, sections[target]);
    dragged = -1;
  });
  list.addEventListener("dragend", () => {
    dragged = -1;
    for (const row of list.children) row.classList.remove("drop-here");
  });
  let waiting: ReturnType<typeof setTimeout> | undefined;
  editor.on("transaction", () => {
    clearTimeout(waiting);
    waiting = setTimeout(draw, REST);
  });
  document.addEventListener("keydown", (event) => {
    if (!event.altKey || event.ctrlKey || event.key.toLowerCase() !== "o") return;
    event.preventDefault();
    show(true);
    list.querySelector<HTMLElement>("[aria-current], button")?.focus();
  });
  show((kept("draft-outline") ?? (window.innerWidth >= WIDE ? "yes" : "no")) === "yes");
}
