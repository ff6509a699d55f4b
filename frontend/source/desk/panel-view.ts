// What of a panel is shown, and in which order: the server does it, and the address keeps it. Edits are taken in, and uses stepped through.
import type { Editor } from "@tiptap/core";
import { closeHistory } from "@tiptap/pm/history";
import { TextSelection } from "@tiptap/pm/state";
import { outermost, placeOfBlock } from "../text/changes";
import { marksKey } from "../text/marks";
import { byId } from "../shared/page";
import type { Chosen } from "./saver";
import { light } from "./lighting";
import { sectionAt } from "./sections";
import { inWords } from "../shared/words";

type Key = "only" | "sort" | "find" | "here";
const FIELDS: Record<string, string> = { title: "title-tag", description: "meta-description" };
const TYPED = 250; // ms without a key before what is searched for is looked up

export function viewOfAddress(): Pick<Chosen, Key> {
  const asked = new URLSearchParams(location.search);
  return { only: asked.get("only") ?? "", sort: asked.get("sort") ?? "", find: asked.get("find") ?? "", here: "" };
}

export function inAddress(address: URL, chosen: Chosen): void {
  for (const key of ["only", "sort", "find"] as const) {
    if (chosen[key]) address.searchParams.set(key, chosen[key]);
    else address.searchParams.delete(key);
  }
}

// The heading of the section that the cursor is in, by its id.
function headingAbove({ state: { doc, selection } }: Editor): string {
  const section = sectionAt(doc, selection.from);
  return section ? String(doc.nodeAt(section.from)?.attrs["id"] ?? "") : "";
}

// To the next or the last use that is marked in the text, round the end.
export function stepThroughUses(editor: Editor, back: boolean): boolean {
  const uses = (marksKey.getState(editor.state)?.find() ?? []).sort((a, b) => a.from - b.from);
  if (!uses.length) return false;
  const { from, to } = editor.state.selection;
  const next = back ? (uses.filter((use) => use.to < to || (use.to <= from && use.from < from)).at(-1) ?? uses.at(-1)) : (uses.find((use) => use.from > from) ?? uses[0]);
  if (!next) return false;
  editor.view.dispatch(editor.state.tr.setSelection(TextSelection.create(editor.state.doc, next.from, next.to)).scrollIntoView());
  byId("score-said").textContent = inWords("browser.use_of", { place: uses.indexOf(next) + 1, uses: uses.length });
  return true;
}

export function setUpPanelView(editor: Editor, choose: (change: Partial<Chosen>) => void): void {
  const panel = byId("panel");
  let waiting: ReturnType<typeof setTimeout> | undefined;

  function changed(field: HTMLInputElement | HTMLSelectElement): void {
    const key = field.dataset["view"] as Key;
    choose({ [key]: key === "here" ? ((field as HTMLInputElement).checked ? headingAbove(editor) || "none" : "") : field.value });
  }

  panel.addEventListener("change", (event) => {
    const field = (event.target as Element).closest<HTMLInputElement>("[data-view]");
    if (field && field.dataset["view"] !== "find") changed(field);
  });
  panel.addEventListener("input", (event) => {
    const field = (event.target as Element).closest<HTMLInputElement>("[data-view=find]");
    if (!field) return;
    clearTimeout(waiting);
    waiting = setTimeout(() => changed(field), TYPED);
  });
  panel.addEventListener("click", (event) => {
    const button = (event.target as Element).closest<HTMLElement>("[data-take-in]");
    if (button) takeIn(editor, button);
    const there = (event.target as Element).closest<HTMLElement>("[data-go]")?.dataset["go"];
    const place = there ? placeOfBlock(editor.state.doc, there) : null;
    if (!place) return;
    editor.commands.setTextSelection(place.position + 1);
    editor.view.focus();
    light(editor, place.position + 1);
  });
  panel.addEventListener("keydown", (event) => {
    if (event.key.toLowerCase() !== "i" || event.ctrlKey || event.altKey || event.metaKey || !(event.target as Element).matches(".subject")) return;
    const button = (event.target as Element).closest("tr")?.querySelector<HTMLElement>("[data-take-in]");
    if (!button) return;
    event.preventDefault();
    takeIn(editor, button);
  });
  document.addEventListener("keydown", (event) => {
    if (event.altKey && (event.key === "ArrowDown" || event.key === "ArrowUp") && !(event.target as Element).closest("#draft-outline") && stepThroughUses(editor, event.key === "ArrowUp")) {
      event.preventDefault();
    }
  });
}

// A heading with a place to write below it, and the cursor there; or to where the thing is written. One undo takes it back.
function takeIn(editor: Editor, button: HTMLElement): void {
  const { takeIn: label = "", before = "", check = "", level = "2", id = null } = button.dataset;
  if (!label) {
    if (check === "images") document.querySelector<HTMLElement>("[data-form=picture]")?.click();
    else if (check === "h1") editor.chain().focus("start").run();
    else byId(FIELDS[check] ?? "title-tag").focus();
    return;
  }
  const { schema, doc } = editor.state;
  const heading = schema.nodes["heading"]?.create({ level: Number(level), id }, schema.text(label));
  const paragraph = schema.nodes["paragraph"]?.create();
  if (!heading || !paragraph) return;
  const place = before ? placeOfBlock(doc, before) : null;
  const at = place ? outermost(doc, place.position)[0] : doc.content.size;
  const tr = closeHistory(editor.state.tr).insert(at, [heading, paragraph]);
  tr.setSelection(TextSelection.create(tr.doc, at + heading.nodeSize + 1));
  editor.view.dispatch(tr);
  editor.view.focus();
  light(editor, at + 1);
}
