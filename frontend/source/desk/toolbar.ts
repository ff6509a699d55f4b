// The row of buttons above the text, the row for tables, and the small form for links.
import type { ChainedCommands, Editor } from "@tiptap/core";
import { byId } from "../shared/page";

interface Command {
  run: (chain: ChainedCommands) => ChainedCommands;
  isOn?: (editor: Editor) => boolean;
}

// What the buttons do, by the name in their data-command.
const COMMANDS: Record<string, Command> = {
  bold: { run: (chain) => chain.toggleBold(), isOn: (editor) => editor.isActive("bold") },
  italic: { run: (chain) => chain.toggleItalic(), isOn: (editor) => editor.isActive("italic") },
  underline: { run: (chain) => chain.toggleUnderline(), isOn: (editor) => editor.isActive("underline") },
  strike: { run: (chain) => chain.toggleStrike(), isOn: (editor) => editor.isActive("strike") },
  code: { run: (chain) => chain.toggleCode(), isOn: (editor) => editor.isActive("code") },
  subscript: { run: (chain) => chain.toggleMark("subscript"), isOn: (editor) => editor.isActive("subscript") },
  superscript: { run: (chain) => chain.toggleMark("superscript"), isOn: (editor) => editor.isActive("superscript") },
  clear: { run: (chain) => chain.unsetAllMarks() },
  bullets: { run: (chain) => chain.toggleBulletList(), isOn: (editor) => editor.isActive("bulletList") },
  numbers: { run: (chain) => chain.toggleOrderedList(), isOn: (editor) => editor.isActive("orderedList") },
  tasks: { run: (chain) => chain.toggleTaskList(), isOn: (editor) => editor.isActive("taskList") },
  quote: { run: (chain) => chain.toggleBlockquote(), isOn: (editor) => editor.isActive("blockquote") },
  rule: { run: (chain) => chain.setHorizontalRule() },
  undo: { run: (chain) => chain.undo() },
  redo: { run: (chain) => chain.redo() },
  table: { run: (chain) => chain.insertTable({ rows: 3, cols: 3, withHeaderRow: true }) },
  "row-above": { run: (chain) => chain.addRowBefore() },
  "row-below": { run: (chain) => chain.addRowAfter() },
  "row-away": { run: (chain) => chain.deleteRow() },
  "column-before": { run: (chain) => chain.addColumnBefore() },
  "column-after": { run: (chain) => chain.addColumnAfter() },
  "column-away": { run: (chain) => chain.deleteColumn() },
  "header-row": { run: (chain) => chain.toggleHeaderRow() },
  "merge-cells": { run: (chain) => chain.mergeOrSplit() },
  "table-away": { run: (chain) => chain.deleteTable() },
};
const KINDS = ["paragraph", "h1", "h2", "h3", "h4", "h5", "h6", "code"] as const;

export function setUpToolbar(editor: Editor): void {
  const toolbar = byId("toolbar");
  const tableBar = byId("table-bar");
  const kind = byId<HTMLSelectElement>("block-kind");
  for (const bar of [toolbar, tableBar]) {
    bar.addEventListener("click", (event) => {
      const button = (event.target as Element).closest<HTMLElement>("[data-command]");
      const command = COMMANDS[button?.dataset["command"] ?? ""];
      if (!command) return;
      command.run(editor.chain().focus()).run();
      button?.closest("details")?.removeAttribute("open");
    });
  }
  kind.addEventListener("change", () => {
    const chain = editor.chain().focus();
    if (kind.value === "paragraph") chain.setParagraph().run();
    else if (kind.value === "code") chain.setCodeBlock().run();
    else chain.setHeading({ level: Number(kind.value.slice(1)) as 1 | 2 | 3 | 4 | 5 | 6 }).run();
  });
  const kindNow = (): string => {
    if (editor.isActive("heading")) return `h${String(editor.getAttributes("heading")["level"])}`;
    return editor.isActive("codeBlock") ? "code" : "paragraph";
  };
  const refresh = (): void => {
    for (const button of toolbar.querySelectorAll<HTMLElement>("[data-command]")) {
      const isOn = COMMANDS[button.dataset["command"] ?? ""]?.isOn;
      if (isOn) button.setAttribute("aria-pressed", String(isOn(editor)));
    }
    const now = kindNow();
    if (KINDS.some((one) => one === now)) kind.value = now;
    tableBar.hidden = !editor.isActive("table");
  };
  editor.on("selectionUpdate", refresh);
  editor.on("transaction", refresh);
  refresh();
  setUpForms(editor);
}

// what a link leads to, as it is stored: an address without a scheme is one on the web
function addressOf(typed: string): string {
  const plain = typed.trim();
  if (!plain || /^(https?:|mailto:|tel:|\/|#)/i.test(plain)) return plain;
  return /^[^\s@/]+@[^\s@/]+\.[^\s@/]+$/.test(plain) ? `mailto:${plain}` : `https://${plain}`;
}

function setUpForms(editor: Editor): void {
  const linkForm = byId<HTMLFormElement>("link-form");
  const pictureForm = byId<HTMLFormElement>("picture-form");
  const run = (): ChainedCommands => editor.chain().focus();

  function setLink(href: string): void {
    if (editor.state.selection.empty && !editor.isActive("link")) {
      // nothing is chosen: the address itself is the text
      const words = href.replace(/^(https?:\/\/|mailto:|tel:)/i, "").replace(/\/$/, "");
      run().insertContent({ type: "text", text: words, marks: [{ type: "link", attrs: { href } }] }).unsetMark("link").run();
    } else run().extendMarkRange("link").setLink({ href }).run();
  }

  function open(form: HTMLFormElement): void {
    const wasOpen = !form.hidden;
    linkForm.hidden = pictureForm.hidden = true;
    if (wasOpen) return;
    form.hidden = false;
    form.querySelector<HTMLElement>("input:not([type=file]), button")?.focus();
  }

  function openLink(): void {
    open(linkForm);
    byId<HTMLInputElement>("link-address").value = String(editor.getAttributes("link")["href"] ?? "");
  }

  byId("toolbar").addEventListener("click", (event) => {
    const opens = (event.target as Element).closest<HTMLElement>("[data-form]")?.dataset["form"];
    if (opens === "link") openLink();
    else if (opens === "picture") open(pictureForm);
  });
  linkForm.addEventListener("submit", (event) => {
    event.preventDefault();
    const href = addressOf(byId<HTMLInputElement>("link-address").value);
    linkForm.hidden = true;
    editor.view.focus(); // at once: the editor's own command waits for the next picture, and what is typed meanwhile would be lost
    if (href) setLink(href);
  });
  linkForm.querySelector("[data-action=remove]")?.addEventListener("click", () => {
    run().extendMarkRange("link").unsetLink().run();
    linkForm.hidden = true;
  });
  for (const form of [linkForm, pictureForm]) {
    form.addEventListener("keydown", (event) => {
      if (event.key !== "Escape") return;
      event.preventDefault();
      form.hidden = true;
      editor.view.focus();
    });
  }
  byId("sheet").addEventListener("keydown", (event) => {
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "k") {
      event.preventDefault();
      openLink();
    }
  });
}
