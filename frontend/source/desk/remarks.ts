// Remarks on the language: shown at their place, followed with one click, hushed, or a word put into the dictionary.
import type { Editor } from "@tiptap/core";
import { closeHistory } from "@tiptap/pm/history";
import { placeOf, textBlocks, type Use } from "../text/document";
import { byId, said } from "../shared/page";
import { inWords } from "../shared/words";

interface Host {
  show: (marks: Use[]) => void; // marks in the text and beside it
  changed: () => void; // have the panel made anew
  note: (words: string) => void;
}

export function setUpRemarks(editor: Editor, address: string, host: Host): void {
  async function say(values: Record<string, string>): Promise<void> {
    const problem = await said(address, values);
    if (problem) host.note(problem);
    else host.changed();
  }

  function range(row: HTMLElement): { from: number; to: number; use: Use } | null {
    const { block: id = "", start = "0", end = "0" } = row.dataset;
    const block = textBlocks(editor.state.doc).find((one) => one.id === id);
    if (!block) return null;
    return { from: placeOf(block, Number(start)), to: placeOf(block, Number(end)), use: [id, Number(start), Number(end)] };
  }

  const panel = byId("panel");
  panel.addEventListener("click", (event) => {
    const button = (event.target as Element).closest<HTMLElement>(".remark [data-do]");
    const row = button?.closest<HTMLElement>(".remark");
    if (!button || !row) return;
    const { do: act = "", text = "" } = button.dataset;
    if (act === "hush" || act === "word") {
      void say({ what: act, key: row.dataset["remark"] ?? "", text });
      return;
    }
    const place = range(row);
    if (!place) return;
    if (act === "show") {
      host.show([place.use]);
      editor.chain().setTextSelection({ from: place.from, to: place.to }).scrollIntoView().run();
      return;
    }
    const was = row.querySelector(".subject")?.textContent ?? "";
    const there = editor.state.doc.textBetween(place.from, place.to);
    if (there !== was && !was.endsWith("…")) {
      host.note(inWords("browser.changed_here"));
      host.changed();
      return;
    }
    const tr = closeHistory(editor.state.tr);
    editor.view.dispatch(text ? tr.insertText(text, place.from, place.to) : tr.delete(place.from, place.to));
    row.remove();
  });
  panel.addEventListener("change", (event) => {
    const box = (event.target as Element).closest<HTMLInputElement>("[data-check]");
    if (box) void say({ what: "check", key: box.dataset["check"] ?? "", done: box.checked ? "yes" : "no" });
  });
}
