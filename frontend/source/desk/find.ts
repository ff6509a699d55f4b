// Find and replace in the text. The browser's own search would not look into what a panel shows, nor replace.
import type { Editor } from "@tiptap/core";
import { findNext, findPrev, getMatchHighlights, getSearchState, replaceAll, replaceNext, SearchQuery, setSearchState } from "prosemirror-search";
import { byId } from "../shared/page";
import { inWords } from "../shared/words";

const MOST_COUNTED = 9_999;

export function setUpFind(editor: Editor, readOnly: boolean): void {
  const form = byId<HTMLFormElement>("find-form");
  const [words, replacement] = [byId<HTMLInputElement>("find-words"), byId<HTMLInputElement>("find-replacement")];
  const [matchCase, wholeWord] = [byId<HTMLInputElement>("find-case"), byId<HTMLInputElement>("find-whole")];
  const said = byId("find-said");
  for (const button of form.querySelectorAll<HTMLElement>("[data-replaces]")) button.hidden = readOnly;

  function look(): void {
    const query = new SearchQuery({ search: words.value, replace: replacement.value, caseSensitive: matchCase.checked, wholeWord: wholeWord.checked, literal: true });
    editor.view.dispatch(setSearchState(editor.state.tr, query));
    count();
  }

  function count(): void {
    if (form.hidden || !getSearchState(editor.state)?.query.valid) {
      said.textContent = "";
      return;
    }
    const found = getMatchHighlights(editor.state).find();
    const { from, to } = editor.state.selection;
    const at = found.findIndex((one) => one.from === from && one.to === to) + 1;
    const number = found.length > MOST_COUNTED ? inWords("browser.over", { number: MOST_COUNTED }) : String(found.length);
    said.textContent = found.length ? (at ? inWords("browser.found_at", { at, number }) : inWords("browser.found", { number })) : inWords("browser.not_found");
  }

  function go(command: typeof findNext): void {
    if (command(editor.state, editor.view.dispatch)) editor.commands.scrollIntoView();
    count();
  }

  function open(replaces: boolean): void {
    const { from, to } = editor.state.selection;
    const chosen = from === to ? "" : editor.state.doc.textBetween(from, to, " ");
    form.hidden = false;
    if (chosen && chosen.length < 200) words.value = chosen;
    (replaces && words.value ? replacement : words).focus();
    words.select();
    look();
  }

  function close(): void {
    form.hidden = true;
    editor.view.dispatch(setSearchState(editor.state.tr, new SearchQuery({ search: "" })));
    editor.view.focus();
  }

  form.addEventListener("submit", (event) => {
    event.preventDefault();
    go(findNext);
  });
  form.addEventListener("input", look);
  form.addEventListener("keydown", (event) => {
    if (event.key === "Escape") {
      event.preventDefault();
      close();
    } else if (event.key === "Enter" && event.shiftKey) {
      event.preventDefault();
      go(findPrev);
    }
  });
  const actions: Record<string, () => void> = {
    previous: () => go(findPrev),
    one: () => go(replaceNext),
    all: () => {
      const number = getMatchHighlights(editor.state).find().length;
      go(replaceAll);
      if (number) said.textContent = inWords("browser.replaced", { number });
    },
    close,
  };
  form.addEventListener("click", (event) => actions[(event.target as Element).closest<HTMLElement>("[data-find]")?.dataset["find"] ?? ""]?.());
  byId("find-open").addEventListener("click", () => open(false));
  editor.on("update", count);
  document.addEventListener("keydown", (event) => {
    if (!(event.ctrlKey || event.metaKey) || event.altKey || event.shiftKey) return;
    const key = event.key.toLowerCase();
    if (key !== "f" && key !== "h") return;
    if (key === "f" && document.activeElement === words) return; // once more: the browser's own search
    event.preventDefault();
    open(key === "h" && !readOnly);
  });
}
