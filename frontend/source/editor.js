// The writing screen: the editor, saving, the panels. All figures come from the server.
import { Editor } from "@tiptap/core";
import StarterKit from "@tiptap/starter-kit";
import Image from "@tiptap/extension-image";
import { TableKit } from "@tiptap/extension-table";
import { Marks } from "./marks.js";
import { Saver } from "./saver.js";
import { drawProfile } from "./profile.js";
import { setUpToolbar } from "./toolbar.js";

const sheet = document.getElementById("sheet");
const fields = { title: document.getElementById("title-tag"), description: document.getElementById("meta-description") };
const chosen = { panel: new URLSearchParams(location.search).get("panel") || "edits", part: "", subject: "" };

const editor = new Editor({
  element: sheet,
  injectCSS: false,
  content: document.getElementById("stored").innerHTML,
  extensions: [
    StarterKit.configure({ heading: { levels: [1, 2, 3, 4, 5, 6] }, link: { openOnClick: false, protocols: ["http", "https", "mailto"] } }),
    Image,
    TableKit,
    Marks,
  ],
  editorProps: { attributes: { class: "sheet-text", "aria-label": "Text of the draft", role: "textbox", "aria-multiline": "true", spellcheck: "true" } },
});

function text() {
  return { html: editor.isEmpty ? "" : editor.getHTML(), title_tag: fields.title.value, meta_description: fields.description.value };
}

const REST = 400; // ms without a key before the panel follows; the score does not wait for it
let resting = 0;

function panelAtRest() {
  document.getElementById("panel").setAttribute("aria-busy", "true");
  clearTimeout(resting);
  resting = setTimeout(() => saver.isWaiting() || fetchPanel(), REST);
}

function showPanel(html) {
  clearTimeout(resting);
  const panel = document.getElementById("panel");
  const scrolled = panel.scrollTop;
  const focused = panel.contains(document.activeElement) ? document.activeElement.dataset.subject : null;
  panel.innerHTML = html;
  panel.scrollTop = scrolled;
  panel.removeAttribute("aria-busy");
  if (focused) panel.querySelector(`[data-subject="${CSS.escape(focused)}"]`)?.focus();
}

function show(answer) {
  document.getElementById("core").innerHTML = answer.core;
  if (answer.panel === null) panelAtRest();
  else showPanel(answer.panel);
  document.getElementById("words").textContent = answer.words;
  editor.commands.showMarks(answer.marks);
  drawProfile(editor, answer.marks);
}

const saver = new Saver({ sheet, text, chosen, show });

let typings = 0; // how often something was changed

function changed() {
  typings += 1;
  clearTimeout(resting);
  saver.changed();
}

function countFields() {
  for (const [field, id] of [[fields.title, "title-count"], [fields.description, "description-count"]]) {
    document.getElementById(id).textContent = `${field.value.length} characters`;
  }
}

editor.on("update", ({ transaction }) => {
  if (transaction.docChanged) changed();
});
for (const field of Object.values(fields)) {
  field.addEventListener("input", () => {
    countFields();
    changed();
  });
}

async function choose(change) {
  Object.assign(chosen, change);
  const address = new URL(location.href);
  address.searchParams.set("panel", chosen.panel);
  history.replaceState(null, "", address);
  if (saver.isWaiting()) {
    await saver.saveNow(); // its answer brings the panel, unless a quick save was on its way
    if (!document.getElementById("panel").hasAttribute("aria-busy")) return;
  }
  await fetchPanel();
}

async function fetchPanel() {
  const typed = typings;
  try {
    const query = new URLSearchParams(chosen);
    const response = await fetch(`${sheet.dataset.panel}?${query}`, { headers: { "X-Requested-With": "fetch" } });
    if (response.ok) {
      const answer = await response.json();
      if (typed === typings) show(answer); // what was typed meanwhile brings its own
    } else saver.say("The panel could not be fetched", true);
  } catch {
    saver.say("The server cannot be reached", true);
  }
}

document.addEventListener("click", (event) => {
  const layer = event.target.closest("[data-panel]:not(#sheet)");
  const subject = event.target.closest("[data-subject]");
  if (layer) choose({ panel: layer.dataset.panel, part: "", subject: "" });
  else if (subject) {
    const same = chosen.subject === subject.dataset.subject;
    choose(same ? { part: "", subject: "" } : { part: subject.dataset.part, subject: subject.dataset.subject });
  } else if (event.target.closest("#close-evidence")) choose({ part: "", subject: "" });
});

const quiet = document.getElementById("quiet");
function fold() {
  const folded = document.body.classList.toggle("quiet");
  quiet.setAttribute("aria-pressed", String(folded));
}
quiet.addEventListener("click", fold);
document.addEventListener("keydown", (event) => {
  if (event.altKey && event.key.toLowerCase() === "q") {
    event.preventDefault();
    fold();
  }
});

setUpToolbar(editor);
countFields();
drawProfile(editor, []);
saver.offerUnsaved(editor, fields);
window.addEventListener("resize", () => drawProfile(editor, saver.marks));
