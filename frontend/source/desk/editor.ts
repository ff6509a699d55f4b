// The writing screen: the editor, saving, the panels. All figures come from the server.
import { Editor, type JSONContent } from "@tiptap/core";
import { Slice } from "@tiptap/pm/model";
import { extensions } from "../text/extensions";
import type { Happened } from "../application/live";
import { byId, csrfToken, focusedIn } from "../shared/page";
import { drawProfile } from "./profile";
import { documentOf, isSameText, piecesOf, type Text } from "../text/pieces";
import { Saver, type Answer, type Chosen } from "./saver";
import { forgetText } from "../application/shelf";
import { Counts } from "../text/counts";
import { setUpOutline } from "./draft-outline";
import { setUpFind } from "./find";
import { setUpKeys } from "./keys";
import { cleaned, htmlOfMarkdown } from "../text/paste";
import { light } from "./lighting";
import { marksKey } from "../text/marks";
import { inAddress, setUpPanelView, viewOfAddress } from "./panel-view";
import { Pictures } from "./pictures";
import { Proposals } from "./proposals";
import { setUpRemarks } from "./remarks";
import { SigningIn } from "../application/signing-in";
import { setUpStating } from "./stating";
import { setUpToolbar } from "./toolbar";
import { inWords } from "../shared/words";

const sheet = byId("sheet");
const fields = { title: byId<HTMLInputElement>("title-tag"), description: byId<HTMLTextAreaElement>("meta-description") };
const chosen: Chosen = { panel: new URLSearchParams(location.search).get("panel") || "edits", part: "", key: "", ...viewOfAddress() };
const readOnly = sheet.dataset["readOnly"] === "yes";

const editor = new Editor({
  element: sheet,
  injectCSS: false,
  editable: !readOnly,
  content: JSON.parse(byId("stored").textContent ?? "{}") as JSONContent,
  extensions,
  editorProps: {
    attributes: {
      id: "text", class: "sheet-text", "aria-label": inWords("browser.text_of_draft"), role: "textbox", "aria-multiline": "true", spellcheck: "true", lang: sheet.dataset["language"] ?? "",
    },
    scrollMargin: { top: 70, bottom: 70, left: 0, right: 0 }, // of what stays in view above and below
    scrollThreshold: { top: 60, bottom: 60, left: 0, right: 0 },
    transformPastedHTML: (html) => clean(html).normalize("NFC"), // a letter and its accent are one sign, as when typed
    transformPastedText: (text) => text.normalize("NFC"),
    // a heading, list or table that begins what is pasted stays one, wherever the cursor is
    transformPasted: (slice) => (slice.content.childCount > 1 && slice.content.firstChild?.type.name !== "paragraph" ? new Slice(slice.content, 0, slice.openEnd) : slice),
    handlePaste: (_view, event) => pasteOtherwise(event),
    handleDrop: (view, event, _slice, isMove) => !isMove && dropFiles(view.posAtCoords({ left: event.clientX, top: event.clientY })?.pos, event),
  },
});

function note(words: string): void {
  const place = byId("sheet-said");
  place.textContent = words;
  place.hidden = !words;
}

const pictures = new Pictures(editor, sheet.dataset["pictures"] ?? "", note);
const counts = new Counts(editor, sheet.dataset["draft"] ?? "");

function clean(html: string): string {
  // what an editor of this kind copied is plain already, and says where it was cut
  const found = html.includes("data-pm-slice") ? { html, data: new Map<string, string>() } : cleaned(html);
  setTimeout(() => void pictures.afterPaste(found.data), 0); // once it stands on the sheet
  return found.html;
}

let isRendered = false;

// Pictures come as files; Markdown is plain text that means more. What is true is done, and nothing else pasted.
function pasteOtherwise(event: ClipboardEvent): boolean {
  const data = event.clipboardData;
  if (!data || readOnly) return false;
  const files = [...data.files].filter(({ type }) => type.startsWith("image/"));
  const [text, html] = [data.getData("text/plain"), data.getData("text/html")];
  if (files.length && !text.trim()) {
    void pictures.insertFiles(files);
    return true;
  }
  const rendered = html || isRendered || editor.isActive("codeBlock") ? null : htmlOfMarkdown(text);
  if (rendered === null) return false;
  isRendered = true; // what is pasted now comes here again
  editor.view.pasteHTML(rendered, event);
  isRendered = false;
  return true;
}

function dropFiles(at: number | undefined, event: DragEvent): boolean {
  const files = [...(event.dataTransfer?.files ?? [])].filter(({ type }) => type.startsWith("image/"));
  if (!files.length || readOnly) return false;
  event.preventDefault();
  void pictures.insertFiles(files, at);
  return true;
}

function text(): Text {
  return { pieces: piecesOf(editor.state.doc), title_tag: fields.title.value, meta_description: fields.description.value };
}

const PROPOSALS = "proposals"; // a panel that is not made anew with every change
const REST = 400; // ms without a key before the panel follows; the score does not wait for it
const LATER = 1200; // ms until figures are asked for again that were not there yet
let resting: ReturnType<typeof setTimeout> | undefined;

function panelAtRest(later = false): void {
  byId("panel").setAttribute("aria-busy", "true");
  clearTimeout(resting);
  resting = setTimeout(() => {
    if (!saver.isWaiting()) void fetchPanel(later);
  }, later ? LATER : REST);
}

function showPanel(html: string): void {
  clearTimeout(resting);
  const panel = byId("panel");
  const scrolled = panel.scrollTop;
  const active = document.activeElement as HTMLElement | null;
  const focused = focusedIn(panel);
  const filling = panel.querySelector("details.there-already[open]"); // what is being typed there stays
  const unfolded = panel.querySelector("details.after-enough[open]") !== null;
  panel.innerHTML = html;
  if (unfolded) panel.querySelector("details.after-enough")?.setAttribute("open", "");
  if (filling) panel.querySelector("details.there-already")?.replaceWith(filling);
  if (filling?.contains(active)) active?.focus();
  panel.scrollTop = scrolled;
  panel.removeAttribute("aria-busy");
  sayScore();
  if (panel.contains(document.activeElement)) return;
  const again = focused();
  again?.focus({ preventScroll: true });
  if (again instanceof HTMLInputElement && again.type === "text") again.setSelectionRange(again.value.length, again.value.length);
}

// The score is said aloud at rest only: while one types it would be noise.
function sayScore(): void {
  const figure = document.querySelector("#core .core-figure");
  const words = (figure?.textContent ?? "").replace(/\s+/g, " ").trim();
  const place = byId("score-said");
  if (words && place.dataset["said"] !== words) {
    place.dataset["said"] = words;
    place.textContent = inWords("browser.score", { score: [...(figure?.children ?? [])].map((part) => part.textContent?.trim()).join(", ") });
  }
}

function show(answer: Answer): void {
  if (answer.later || answer.core === null || answer.marks === null) {
    panelAtRest(true);
    return;
  }
  byId("core").innerHTML = answer.core;
  if (chosen.panel === PROPOSALS) sayScore(); // they stay as they were worked out until they are asked for again
  else if (answer.panel === null) panelAtRest();
  else showPanel(answer.panel);
  counts.show(answer.words);
  editor.commands.showMarks(answer.marks);
  drawProfile(editor, answer.marks);
}

function say(words: string, isTrouble: boolean): void {
  const label = byId("save-state");
  label.textContent = words;
  label.classList.toggle("trouble", isTrouble);
}

const saver = new Saver({
  address: sheet.dataset["save"] ?? "",
  token: csrfToken,
  signedOut: () => signingIn.open(),
  draft: sheet.dataset["draft"] ?? "",
  version: Number(sheet.dataset["version"]),
  readOnly,
  text,
  chosen,
  show,
  say,
  conflict: (open, revision) => {
    byId("conflict").hidden = !open;
    if (open) byId("moved-on").hidden = true; // it says more
    const both = document.querySelector<HTMLAnchorElement>("#conflict-both");
    if (both && revision) both.href = (both.dataset["merge"] ?? "").replace("/0/", `/${revision}/`);
  },
});

const signingIn = new SigningIn(() => void saver.saveNow());

let typings = 0; // how often something was changed

function changed(): void {
  typings += 1;
  clearTimeout(resting);
  saver.changed();
}

function countFields(): void {
  for (const [field, id] of [[fields.title, "title-count"], [fields.description, "description-count"]] as const) {
    byId(id).textContent = inWords("browser.characters", { characters: field.value.length });
  }
}

editor.on("update", ({ transaction }) => {
  if (transaction.docChanged) changed();
});
for (const field of Object.values(fields)) {
  field.readOnly = readOnly;
  field.addEventListener("input", () => {
    countFields();
    changed();
  });
}

async function choose(change: Partial<Chosen>): Promise<void> {
  if (change.panel && change.panel !== chosen.panel) {
    byId("panel").scrollTop = 0;
    Object.assign(chosen, { only: "", sort: "", find: "", here: "" });
  }
  Object.assign(chosen, change);
  editor.commands.showChange(null);
  const address = new URL(location.href);
  address.searchParams.set("panel", chosen.panel);
  inAddress(address, chosen);
  history.replaceState(null, "", address);
  if (chosen.panel === PROPOSALS) {
    byId("panel").setAttribute("aria-busy", "true");
    await proposals.fetch();
    return;
  }
  if (saver.isWaiting()) await saver.saveNow(); // what was on its way already answers for what was chosen before
  await fetchPanel();
}

async function afterSaying(): Promise<void> {
  note("");
  if (saver.isWaiting()) await saver.saveNow();
  await fetchPanel();
}

async function fetchPanel(later = false): Promise<void> {
  const typed = typings;
  const wanted = JSON.stringify(chosen);
  try {
    const query = new URLSearchParams({ ...chosen, ...(later ? { later: "1" } : {}) });
    const response = await fetch(`${sheet.dataset["panel"]}?${query}`, { headers: { "X-Requested-With": "fetch" } });
    if (!response.ok) {
      say(inWords("browser.panel_not_fetched"), true);
      return;
    }
    const answer = (await response.json()) as Answer;
    if (typed === typings && wanted === JSON.stringify(chosen)) show(answer); // what was typed or chosen meanwhile brings its own
  } catch {
    say(inWords("browser.not_reached"), true);
  }
}

document.addEventListener("click", (event) => {
  const target = event.target as Element;
  const layer = target.closest<HTMLElement>("[data-panel]:not(#sheet)");
  const subject = target.closest<HTMLElement>("[data-key]");
  if (layer) void choose({ panel: layer.dataset["panel"] ?? "edits", part: "", key: "" });
  else if (subject) {
    const same = chosen.key === subject.dataset["key"];
    void choose(same ? { part: "", key: "" } : { part: subject.dataset["part"] ?? "", key: subject.dataset["key"] ?? "" }).then(() => {
      const [first] = marksKey.getState(editor.state)?.find() ?? [];
      if (!same && first) light(editor, first.from);
    });
  } else if (target.closest("#close-evidence")) void choose({ part: "", key: "" });
});

const quiet = byId("quiet");
function fold(): void {
  const folded = document.body.classList.toggle("quiet");
  quiet.setAttribute("aria-pressed", String(folded));
}
quiet.addEventListener("click", fold);
document.addEventListener("keydown", (event) => {
  if (event.altKey && event.key.toLowerCase() === "q") {
    event.preventDefault();
    fold();
  } else if (event.altKey && event.key.toLowerCase() === "p") {
    event.preventDefault();
    if (byId("panel").contains(document.activeElement)) editor.view.focus();
    else byId("panel").focus();
  }
});

byId("conflict-mine").addEventListener("click", () => void saver.goOnWithMine());
document.getElementById("conflict-both")?.addEventListener("click", async (event) => {
  event.preventDefault();
  await saver.saveNow(); // all that was typed is in the revision then
  await saver.forget();
  saver.dirty = false;
  location.href = (event.target as HTMLAnchorElement).href;
});
byId("conflict-theirs").addEventListener("click", async () => {
  await saver.saveNow();
  await saver.forget();
  saver.dirty = false;
  location.reload();
});

// A text that was typed but never reached the server is offered when the draft is opened again; older ones of other tabs become revisions.
async function offerUnsaved(): Promise<void> {
  if (readOnly) return;
  const now = text();
  const texts = await saver.left();
  for (const left of texts.filter((left) => isSameText(left, now))) await forgetText(left); // the server has it
  const [kept, ...older] = texts.filter((left) => !isSameText(left, now));
  for (const left of older) await saver.keepAsRevision(left);
  if (!kept) return;
  const notice = byId("unsaved-found");
  notice.hidden = false;
  byId("unsaved-take").addEventListener("click", async () => {
    editor.commands.setContent(JSON.parse(documentOf(kept.pieces)) as JSONContent, { emitUpdate: false });
    fields.title.value = kept.title_tag;
    fields.description.value = kept.meta_description;
    notice.hidden = true;
    changed(); // it is this tab's now
    await saver.kept();
    await forgetText(kept);
  });
  byId("unsaved-drop").addEventListener("click", async () => {
    if (await saver.keepAsRevision(kept)) notice.hidden = true;
  });
}

const POLL = 4000; // ms; where no events come, as with a link of a visitor

async function lookForNewer(address: string): Promise<void> {
  if (document.hidden || saver.isWaiting()) return;
  try {
    const response = await fetch(address, { headers: { "X-Requested-With": "fetch" } });
    const answer = (await response.json()) as { version?: number; problem?: string };
    if (!response.ok) say(answer.problem ?? inWords("browser.link_over"), true);
    else if (saver.hasMovedOn(answer.version ?? 0)) {
      byId("moved-on").hidden = false;
      say(inWords("browser.newer_text"), true);
    }
  } catch {
    // the next save says it
  }
}

// Somebody else, or another tab, moved the draft on: who has typed nothing is told before they do.
function watch(): void {
  window.fundamentLive?.listenTo(`draft:${sheet.dataset["draft"]}`, (event: Happened) => {
    if (event.what === "said" && !saver.isWaiting()) void fetchPanel();
    if (event.what !== "text" || event.version === undefined) return;
    setTimeout(() => {
      if (!saver.hasMovedOn(event.version ?? 0)) return; // it was our own save
      byId("moved-on").hidden = false;
      say(inWords("browser.newer_text"), true);
    }, 300);
  });
  byId("moved-on-reload").addEventListener("click", () => location.reload());
  const poll = sheet.dataset["poll"];
  if (poll) setInterval(() => void lookForNewer(poll), POLL);
}

setUpToolbar(editor);
setUpFind(editor, readOnly);
setUpOutline(editor, readOnly);
setUpKeys();
setUpStating(sheet.dataset["said"] ?? "", () => void afterSaying(), note);
const proposals = new Proposals(
  editor,
  { proposals: sheet.dataset["proposals"] ?? "", settle: sheet.dataset["settle"] ?? "", rewrite: sheet.dataset["rewrite"] ?? "" },
  { saveNow: () => saver.saveNow(), isWaiting: () => saver.isWaiting(), show: showPanel, note, isChosen: () => chosen.panel === PROPOSALS },
);
proposals.listen();
setUpRemarks(editor, sheet.dataset["languageAddress"] ?? "", {
  show: (marks) => {
    editor.commands.showMarks(marks);
    drawProfile(editor, marks);
  },
  changed: () => void afterSaying(),
  note,
});
setUpPanelView(editor, (change) => void choose(change));
counts.listen();
pictures.listen();
countFields();
drawProfile(editor, []);
saver.listen();
if (chosen.panel === PROPOSALS && sheet.dataset["proposals"]) void choose({});
else if (sheet.dataset["later"]) panelAtRest(true);
void offerUnsaved();
watch();
window.addEventListener("resize", () => drawProfile(editor, saver.marks));
