// The list of keys. It is opened with ? where nothing is typed, and with Ctrl+/ everywhere.
import { byId } from "../shared/page";
import { inWords } from "../shared/words";

// The groups of keys, each key with what it does: both are words of the interface ("keys.bold_key", "keys.bold").
const KEYS: Record<string, string[]> = {
  text: ["text_bold_italic_underlined", "text_code", "text_below_and_above", "text_link", "text_paragraph", "text_heading_of_that", "text_numbered_bulleted_to", "text_quote", "text_in_a_list", "text_line_break", "text_undo_redo"],
  typing: ["typing_heading", "typing_list", "typing_numbered_list", "typing_to_tick_off", "typing_quote", "typing_code_block", "typing_bold_italic_code", "typing_rule"],
  panel: ["panel_take_it_in", "panel_take_edit_dismiss", "panel_covered_not_covered"],
  around: ["around_find_replace", "around_outline_there_up", "around_from_the_text", "around_fold_the_panel", "around_to_the_next", "around_this_list", "around_close_what_is"],
};

export function setUpKeys(): void {
  const dialog = byId<HTMLDialogElement>("keys");
  const place = byId("keys-list");
  for (const [group, keys] of Object.entries(KEYS)) {
    const heading = document.createElement("h3");
    heading.textContent = inWords(`keys.${group}_group`);
    const list = document.createElement("dl");
    for (const key of keys) {
      const [term, description] = [document.createElement("dt"), document.createElement("dd")];
      term.textContent = inWords(`keys.${key}_key`);
      description.textContent = inWords(`keys.${key}`);
      list.append(term, description);
    }
    place.append(heading, list);
  }
  const open = (): void => {
    if (!dialog.open) dialog.showModal();
    byId("keys-name").focus(); // the dialog is long, and its only button is at its end
    dialog.scrollTop = 0;
  };
  byId("keys-open").addEventListener("click", open);
  byId("keys-close").addEventListener("click", () => dialog.close());
  document.addEventListener("keydown", (event) => {
    const typing = (event.target as Element).closest("input, textarea, select, [contenteditable=true]");
    if ((event.key === "?" && !typing) || (event.key === "/" && (event.ctrlKey || event.metaKey))) {
      event.preventDefault();
      open();
    }
  });
}
