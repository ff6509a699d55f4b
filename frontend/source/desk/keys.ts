// The list of keys. It is opened with ? where nothing is typed, and with Ctrl+/ everywhere.
import { byId } from "../shared/page";

const KEYS: [string, [string, string][]][] = [
  ["Text", [
    ["Ctrl+B, Ctrl+I, Ctrl+U", "bold, italic, underlined"], ["Ctrl+E", "code"], ["Ctrl+, and Ctrl+.", "below and above the line"], ["Ctrl+K", "link"],
    ["Ctrl+Alt+0", "paragraph"], ["Ctrl+Alt+1 to 6", "heading of that level"], ["Ctrl+Shift+7, 8, 9", "numbered, bulleted, to tick off"], ["Ctrl+Shift+B", "quote"],
    ["Tab, Shift+Tab", "in a list deeper or less deep, in a table the next or the last cell"], ["Shift+Enter", "line break"], ["Ctrl+Z, Ctrl+Shift+Z", "undo, redo"],
  ]],
  ["As one types", [["# to ###### and a space", "heading"], ["- or * and a space", "list"], ["1. and a space", "numbered list"], ["[ ] and a space", "to tick off"], ["> and a space", "quote"], ["```", "code block"], ["**words**, *words*, `words`", "bold, italic, code"], ["---", "rule"]]],
  ["In the panel", [["I on an edit", "take it in: its heading, or where it is written"], ["A, E, D on a proposal", "take, edit, dismiss it"], ["C, N on what is perhaps covered", "covered, not covered"]]],
  ["Around the text", [["Ctrl+F, Ctrl+H", "find, replace"], ["Alt+O", "outline; there Up, Down, and with Alt a section is moved"], ["Alt+P", "from the text to the panel and back"], ["Alt+Q", "fold the panel away"], ["Alt+Down, Alt+Up", "to the next or last use that is marked"], ["? or Ctrl+/", "this list"], ["Escape", "close what is open"]]],
];

export function setUpKeys(): void {
  const dialog = byId<HTMLDialogElement>("keys");
  const place = byId("keys-list");
  for (const [name, keys] of KEYS) {
    const heading = document.createElement("h3");
    heading.textContent = name;
    const list = document.createElement("dl");
    for (const [key, does] of keys) {
      const [term, description] = [document.createElement("dt"), document.createElement("dd")];
      term.textContent = key;
      description.textContent = does;
      list.append(term, description);
    }
    place.append(heading, list);
  }
  byId("keys-open").addEventListener("click", () => dialog.showModal());
  byId("keys-close").addEventListener("click", () => dialog.close());
  document.addEventListener("keydown", (event) => {
    const typing = (event.target as Element).closest("input, textarea, select, [contenteditable=true]");
    if ((event.key === "?" && !typing) || (event.key === "/" && (event.ctrlKey || event.metaKey))) {
      event.preventDefault();
      if (!dialog.open) dialog.showModal();
    }
  });
}
