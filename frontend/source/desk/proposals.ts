// The panel of proposals: shown in the text, taken, edited, dismissed; and passages said otherwise. What is taken is written down before the text changes, so that the text before it is kept.
import type { Editor } from "@tiptap/core";
import { carriedOut, placeOfBlock, stillFits, withText, type Proposal } from "../text/changes";
import { endOf } from "../shared/errands";
import { byId, csrfToken } from "../shared/page";
import { light } from "./lighting";
import { inWords } from "../shared/words";

interface Addresses {
  proposals: string;
  settle: string;
  rewrite: string;
}

interface Host {
  saveNow: () => Promise<void>; // returns when what was typed is saved, as far as it can be
  isWaiting: () => boolean;
  show: (panel: string) => void;
  note: (words: string) => void;
  isChosen: () => boolean; // whether the panel of proposals is open
}

const FIELDS = { title: "title-tag", description: "meta-description" } as const;

export class Proposals {
  private found = new Map<string, Proposal>();
  private asked = 0; // how often they were asked for
  private busy = false;
  private worded = 0; // the number of the errand in which the text assistant was asked last

  constructor(private readonly editor: Editor, private readonly addresses: Addresses, private readonly host: Host) {}

  listen(): void {
    const panel = byId("panel");
    panel.addEventListener("click", (event) => this.clicked(event.target as Element));
    panel.addEventListener("focusin", (event) => this.showInText((event.target as Element).closest<HTMLElement>("[data-proposal]")));
    panel.addEventListener("keydown", (event) => this.pressed(event));
    document.addEventListener("click", (event) => {
      const button = (event.target as Element).closest<HTMLElement>("[data-rewrite]:not(#sheet)");
      if (!button) return;
      button.closest("details")?.removeAttribute("open");
      void this.rewrite(button.dataset["rewrite"] ?? "");
    });
    this.editor.on("update", ({ transaction }) => {
      if (!transaction.docChanged) return;
      byId("rewritten").hidden = true;
      const old = document.getElementById("proposals-old");
      if (old && !this.busy) old.hidden = false;
    });
  }

  // Have them worked out for the text as it is stored, and shown. An answer that a later question overtook is dropped.
  async fetch(): Promise<void> {
    const mine = ++this.asked;
    if (this.host.isWaiting()) await this.host.saveNow();
    const address = this.worded ? `${this.addresses.proposals}?worded=${this.worded}` : this.addresses.proposals;
    const answer = (await this.ask(address)) as { panel?: string; proposals?: Proposal[]; errand?: string; worded?: number } | null;
    if (!answer?.panel || !this.host.isChosen() || mine !== this.asked) return;
    this.found = new Map((answer.proposals ?? []).map((one) => [one.key, one]));
    this.host.show(answer.panel);
    this.worded = answer.worded ?? 0;
    if (answer.errand && (await this.isEnded(answer.errand)) && mine === this.asked && this.host.isChosen()) await this.fetch();
  }

  // Waits for the text assistant, while what needs no wording is shown.
  private async isEnded(errand: string): Promise<boolean> {
    try {
      return (await endOf(errand)) !== null;
    } catch {
      return false; // the next saving says that the server is away
    }
  }

  private async ask(address: string, body?: unknown): Promise<Record<string, unknown> | null> {
    try {
      const response = await fetch(address, {
        headers: { "X-Requested-With": "fetch", ...(body ? { "X-CSRFToken": csrfToken(), "Content-Type": "application/json" } : {}) },
        ...(body ? { method: "POST", body: JSON.stringify(body) } : {}),
      });
      const answer = (await response.json()) as Record<string, unknown>;
      if (response.ok) {
        this.host.note("");
        return answer;
      }
      this.host.note(String(answer["problem"] ?? inWords("browser.not_done")));
    } catch {
      this.host.note(inWords("browser.not_reached_unchanged"));
    }
    return null;
  }

  private clicked(target: Element): void {
    if (target.closest("#proposals-again")) void this.fetch();
    const all = target.closest<HTMLElement>("[data-all]")?.dataset["all"];
    if (all) void this.take([...this.found.values()].filter(({ skeleton, check }) => !skeleton && check === all));
    const row = target.closest<HTMLElement>("[data-proposal]");
    const act = target.closest<HTMLElement>("[data-do]")?.dataset["do"];
    if (!row) return;
    if (act) this.act(row, act);
    else if (!target.closest("textarea")) this.showInText(row);
  }

  private pressed(event: KeyboardEvent): void {
    const row = (event.target as Element).closest<HTMLElement>("[data-proposal]");
    if (!row || event.target !== row || event.ctrlKey || event.altKey || event.metaKey) return;
    const act = { a: "take", e: "edit", d: "dismiss" }[event.key.toLowerCase()];
    const rows = [...byId("panel").querySelectorAll<HTMLElement>("[data-proposal]")];
    const next = { ArrowDown: rows[rows.indexOf(row) + 1], ArrowUp: rows[rows.indexOf(row) - 1] }[event.key];
    if (act) this.act(row, act);
    else next?.focus();
    if (act || next) event.preventDefault();
  }

  private act(row: HTMLElement, act: string): void {
    const proposal = this.found.get(row.dataset["proposal"] ?? "");
    if (!proposal) return;
    if (act === "take") void this.take([proposal]);
    else if (act === "dismiss") void this.dismiss(proposal);
    else if (act === "edit" && !proposal.skeleton) this.edit(row, proposal);
  }

  private showInText(row: HTMLElement | null): void {
    const proposal = row ? this.found.get(row.dataset["proposal"] ?? "") : undefined;
    if (!proposal || !stillFits(this.editor.state.doc, proposal)) return;
    this.editor.commands.showChange(proposal);
    const place = placeOfBlock(this.editor.state.doc, proposal.block);
    if (place) light(this.editor, place.position + 1);
  }

  private async take(proposals: Proposal[], verdict = "taken", change?: () => boolean): Promise<void> {
    if (this.busy) return;
    this.busy = true;
    try {
      if (this.host.isWaiting()) await this.host.saveNow();
      const fitting = proposals.filter((one) => stillFits(this.editor.state.doc, one));
      if (fitting.length < proposals.length) this.host.note(inWords("browser.changed_since_proposed"));
      if (!fitting.length || !(await this.ask(this.addresses.settle, { verdict, proposals: fitting.map(settled) }))) return;
      if (!(change ? change() : this.carryOut(fitting))) return;
      await this.host.saveNow();
    } finally {
      this.busy = false;
    }
    if (this.host.isChosen()) await this.fetch();
  }

  private carryOut(proposals: Proposal[]): boolean {
    const operations = proposals.flatMap((one) => one.operations);
    if (operations.some(({ kind }) => !(kind in FIELDS))) {
      const tr = carriedOut(this.editor.state.tr, proposals);
      const place = this.editor.state.doc.content.findDiffStart(tr.doc.content) ?? tr.selection.from;
      this.editor.view.dispatch(tr);
      light(this.editor, place + 1);
    }
    for (const { kind, value } of operations) if (kind === "title" || kind === "description") fill(FIELDS[kind], String(value));
    return true;
  }

  private async dismiss(proposal: Proposal): Promise<void> {
    if (await this.ask(this.addresses.settle, { verdict: "dismissed", proposals: [settled(proposal)] })) await this.fetch();
  }

  // The change as text that can be written otherwise; only what differs from the paragraph is then changed in it.
  private edit(row: HTMLElement, proposal: Proposal): void {
    const area = document.createElement("textarea");
    const isBeside = proposal.operations.find(({ kind }) => kind in FIELDS || kind === "before");
    area.value = isBeside ? (isBeside.kind === "before" ? proposal.subject : String(isBeside.value)) : proposal.after;
    area.className = "form-control form-control-sm";
    area.rows = 5;
    area.setAttribute("aria-label", inWords("browser.text_as_it_shall_be"));
    const take = document.createElement("button");
    take.type = "button";
    take.className = "btn btn-sm btn-primary";
    take.textContent = inWords("browser.take_proposal");
    row.querySelector(".change")?.replaceChildren(area, take);
    take.addEventListener("click", (event) => {
      event.stopPropagation();
      void this.take([{ ...proposal, after: area.value }], "edited", () => this.put(proposal, area.value));
    });
    area.addEventListener("keydown", (event) => {
      event.stopPropagation();
      if (event.key === "Enter" && event.ctrlKey) take.click();
    });
    area.focus();
  }

  private put(proposal: Proposal, text: string): boolean {
    const words = text.replace(/\s+/gu, " ").trim();
    const [first] = proposal.operations;
    if (!first || !words) return false;
    if (first.kind === "title" || first.kind === "description") fill(FIELDS[first.kind], words);
    else if (first.kind === "before") {
      const [heading] = first.value as { content: unknown }[];
      const operation = { ...first, value: [{ ...heading, content: [{ type: "text", text: words }] }] };
      this.editor.view.dispatch(carriedOut(this.editor.state.tr, [{ ...proposal, operations: [operation] }]));
    } else if (first.kind === "alt") this.carryOut([{ ...proposal, operations: [{ ...first, value: words }] }]);
    else {
      const tr = withText(this.editor.state.tr, first.block, words);
      if (!tr) return false;
      this.editor.view.dispatch(tr);
    }
    return true;
  }

  // The chosen words, or the paragraph the cursor is in, said otherwise by the assistant.
  private async rewrite(kind: string): Promise<void> {
    const { $from, $to, from, to } = this.editor.state.selection;
    const block = $from.parent;
    if (!block.isTextblock || !$to.sameParent($from)) {
      this.host.note(inWords("browser.choose_in_one_paragraph"));
      return;
    }
    const places = from === to ? [0, 0] : [characters(block.textContent.slice(0, $from.parentOffset)), characters(block.textContent.slice(0, $to.parentOffset))];
    if (this.host.isWaiting()) await this.host.saveNow();
    const passage = { kind, block: String(block.attrs["id"] ?? ""), start: places[0], end: places[1] };
    const begun = await this.ask(this.addresses.rewrite, passage);
    if (!begun) return;
    this.host.note(inWords("browser.assistant_asked"));
    if (!(await this.isEnded(String(begun["errand"])))) {
      this.host.note(inWords("browser.assistant_takes_long"));
      return;
    }
    const answer = await this.ask(this.addresses.rewrite, { ...passage, errand: begun["number"] });
    if (!answer) return;
    const box = byId("rewritten");
    const proposal = answer["proposal"] as Proposal;
    box.innerHTML = String(answer["shown"]);
    box.hidden = false;
    this.editor.commands.showChange(proposal);
    box.querySelector<HTMLElement>("[data-do=take]")?.focus();
    box.onclick = (event) => {
      const act = (event.target as Element).closest<HTMLElement>("[data-do]")?.dataset["do"];
      if (!act) return;
      box.hidden = true;
      this.editor.commands.showChange(null);
      this.editor.view.focus();
      if (act === "take") void this.take([proposal]);
    };
    box.onkeydown = (event) => {
      if (event.key === "Escape") box.querySelector<HTMLElement>("[data-do=leave]")?.click();
    };
  }
}

// The server counts characters, not halves of them.
function characters(text: string): number {
  return [...text].length;
}

function settled({ key, check, subject, before, after, gain }: Proposal): Record<string, unknown> {
  return { key, check, subject, before, after, gain };
}

// As if it were typed, so that the field's own undo takes it back.
function fill(id: string, text: string): void {
  const field = byId<HTMLInputElement>(id);
  field.focus();
  field.select();
  if (!document.execCommand("insertText", false, text)) {
    field.value = text;
    field.dispatchEvent(new Event("input", { bubbles: true }));
  }
}
