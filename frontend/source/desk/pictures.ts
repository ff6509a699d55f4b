// Pictures are brought from a file, a clipboard, an address or the library. Each goes through the server, which makes it anew; none is shown from elsewhere.
import type { Editor } from "@tiptap/core";
import { NodeSelection } from "@tiptap/pm/state";
import { endOf, pause } from "../shared/errands";
import { byId, csrfToken } from "../shared/page";
import { isMissing, isOwn, MISSING } from "../text/picture-node";
import { inWords } from "../shared/words";

interface Kept {
  src?: string;
  alt?: string;
  credit?: string;
  problem?: string;
  errand?: string; // where its job is asked for
}

const ONE_AT_A_TIME = 429;
const MOST_TRIES = 30;
const MOST_AT_ONCE = 20; // pictures of other sites that a paste brings along

// A picture that came as text ("data:image/png;base64,…"). The page's policy lets nothing be fetched but from the server.
function blobOf(data: string): Blob {
  const [head = "", body = ""] = data.split(",", 2);
  try {
    const bytes = head.includes(";base64") ? Uint8Array.from(atob(body.replace(/\s/gu, "")), (character) => character.charCodeAt(0)) : new TextEncoder().encode(decodeURIComponent(body));
    return new Blob([bytes], { type: /^data:([^;,]+)/u.exec(head)?.[1] ?? "" });
  } catch {
    return new Blob([]); // the server says that it is none
  }
}

export class Pictures {
  private number = 0;

  constructor(
    private readonly editor: Editor,
    private readonly address: string,
    private readonly say: (words: string) => void,
  ) {}

  // A place on the sheet for a picture that is on its way; it stays there, to be chosen again, when it does not come.
  placeFor(name: string): string {
    this.number += 1;
    return `${MISSING}${this.number}-${Date.now().toString(36)}/${encodeURIComponent(name || "picture")}`;
  }

  async insertFiles(files: File[], at?: number): Promise<void> {
    for (const file of files) {
      const source = this.placeFor(file.name);
      const node = { type: "image", attrs: { src: source } };
      if (at === undefined) this.insert(node.attrs);
      else this.editor.chain().focus().insertContentAt(at, node).run();
      await this.bring(source, { picture: file });
    }
  }

  // Below the paragraph, list or table where the cursor is, and never in the place of words; an empty paragraph gives its place. The picture is then the chosen one, so that its words can be typed.
  private insert(attributes: Record<string, unknown>): void {
    const { selection } = this.editor.state;
    const { $to } = selection;
    const picture = this.editor.schema.nodeFromJSON({ type: "image", attrs: attributes });
    const isEmpty = $to.depth === 1 && $to.parent.isTextblock && $to.parent.content.size === 0;
    const from = isEmpty ? $to.before(1) : $to.depth ? $to.after(1) : selection.to;
    const transaction = this.editor.state.tr.replaceRangeWith(from, isEmpty ? $to.after(1) : from, picture);
    if (transaction.doc.nodeAt(from)?.type.name === "image") transaction.setSelection(NodeSelection.create(transaction.doc, from));
    this.editor.view.dispatch(transaction.scrollIntoView());
    this.editor.view.focus();
  }

  // Ask the server for a picture, and put what it kept in the place of `source`, wherever that stands by then.
  async bring(source: string, what: Record<string, string | Blob>, isAsked = true): Promise<boolean> {
    const kept = await this.keep(what);
    if (!kept.src) {
      if (isAsked) this.say(kept.problem ?? inWords("browser.picture_not_brought_again"));
      return false;
    }
    this.change(source, kept);
    return true;
  }

  async keep(what: Record<string, string | Blob>): Promise<Kept> {
    if (!this.address) return { problem: inWords("browser.no_pictures_here") };
    const body = new FormData();
    for (const [name, value] of Object.entries(what)) body.set(name, value);
    try {
      const ask = (): Promise<Response> => fetch(this.address, { method: "POST", body, headers: { "X-CSRFToken": csrfToken(), "X-Requested-With": "fetch" } });
      let response = await ask();
      for (let tries = 0; response.status === ONE_AT_A_TIME && tries < MOST_TRIES; tries += 1) {
        await pause(1000); // another tab has one on its way
        response = await ask();
      }
      return await this.told((await response.json()) as Kept);
    } catch {
      return { problem: inWords("browser.not_reached_picture") };
    }
  }

  // A job brings the picture; it is asked for until it is there, or has a problem.
  private async told(kept: Kept): Promise<Kept> {
    if (!kept.errand) return kept;
    return (await endOf<Kept>(kept.errand)) ?? { problem: inWords("browser.picture_takes_long") };
  }

  private change(source: string, kept: Kept): void {
    const { state, view } = this.editor;
    const transaction = state.tr.setMeta("addToHistory", false);
    state.doc.descendants((node, position) => {
      if (node.type.name !== "image" || node.attrs["src"] !== source) return;
      transaction.setNodeAttribute(position, "src", kept.src);
      if (kept.alt && !node.attrs["alt"]) transaction.setNodeAttribute(position, "alt", kept.alt);
      if (kept.credit && !node.attrs["credit"]) transaction.setNodeAttribute(position, "credit", kept.credit);
    });
    if (transaction.docChanged) view.dispatch(transaction);
  }

  // After a paste: pictures that came as data are kept at once, those of other sites are fetched by the server, those on the writer's disk are asked for.
  async afterPaste(data: Map<string, string>): Promise<void> {
    for (const [source, bytes] of data) await this.bring(source, { picture: blobOf(bytes) });
    const found = new Set<string>();
    let missing = 0;
    this.editor.state.doc.descendants((node) => {
      const source = String(node.attrs["src"] ?? "");
      if (node.type.name !== "image") return;
      if (isMissing(source)) missing += 1;
      else if (!isOwn(source)) found.add(source);
    });
    let left = 0;
    for (const source of [...found].slice(0, MOST_AT_ONCE)) {
      const what: Record<string, string | Blob> = source.startsWith("data:image/") ? { picture: blobOf(source) } : { address: source };
      if (!(await this.bring(source, what, false))) left += 1;
    }
    if (missing) this.say(inWords("browser.pictures_on_disk", { missing }));
    else if (left) this.say(inWords("browser.pictures_left", { left }));
  }

  listen(): void {
    const { editor } = this;
    const chooser = byId<HTMLInputElement>("picture-file");
    let asked = "";
    chooser.addEventListener("change", () => {
      const files = [...(chooser.files ?? [])];
      chooser.value = "";
      if (asked && files[0]) void this.bring(asked, { picture: files[0] });
      else void this.insertFiles(files).then(() => this.showChosen());
      asked = "";
      byId("picture-form").hidden = true;
    });
    byId("picture-choose").addEventListener("click", () => {
      asked = "";
      chooser.click();
    });
    byId("sheet").addEventListener("click", (event) => {
      const place = (event.target as Element).closest<HTMLElement>("[data-missing]");
      const outside = (event.target as Element).closest<HTMLElement>("[data-outside]")?.dataset["outside"];
      if (outside) void this.bring(outside, { address: outside });
      if (!place) {
        if ((event.target as Element).closest("figure")) this.showChosen();
        return;
      }
      asked = place.dataset["missing"] ?? "";
      chooser.click();
    });
    this.listenToForm();
    this.listenToLibrary();
    editor.on("selectionUpdate", () => this.showChosen());
  }

  private chosen(): { position: number; attributes: Record<string, unknown> } | null {
    const { selection } = this.editor.state;
    if (!(selection instanceof NodeSelection) || selection.node.type.name !== "image") return null;
    return { position: selection.from, attributes: selection.node.attrs };
  }

  // A chosen picture's words stand in the form; nothing chosen empties it.
  showChosen(): void {
    const chosen = this.chosen();
    const form = byId<HTMLFormElement>("picture-form");
    byId("picture-new").hidden = chosen !== null;
    byId("picture-set").textContent = chosen ? inWords("browser.change_picture") : inWords("browser.put_in_picture");
    if (chosen) form.hidden = false;
    for (const name of ["alt", "caption", "credit"]) {
      const input = byId<HTMLInputElement>(`picture-${name}`);
      if (document.activeElement !== input) input.value = chosen ? String(chosen.attributes[name] ?? "") : "";
    }
  }

  private listenToForm(): void {
    const form = byId<HTMLFormElement>("picture-form");
    const value = (name: string): string => byId<HTMLInputElement>(`picture-${name}`).value.trim();
    // what is typed of a chosen picture is its own at once
    for (const name of ["alt", "caption", "credit"]) {
      byId(`picture-${name}`).addEventListener("input", () => {
        const chosen = this.chosen();
        if (chosen) this.editor.view.dispatch(this.editor.state.tr.setNodeAttribute(chosen.position, name, value(name) || null));
      });
    }
    form.addEventListener("submit", async (event) => {
      event.preventDefault();
      const said = { alt: value("alt"), caption: value("caption") || null, credit: value("credit") || null };
      const chosen = this.chosen();
      if (chosen) {
        const { tr } = this.editor.state;
        for (const [name, words] of Object.entries(said)) tr.setNodeAttribute(chosen.position, name, words);
        this.editor.view.dispatch(tr);
        form.hidden = true;
        this.editor.view.focus();
        return;
      }
      const address = value("address");
      if (!address) {
        byId("picture-address").focus();
        return;
      }
      const source = this.placeFor(address.split("/").at(-1) ?? "");
      const kept = await this.keep({ address });
      if (!kept.src) {
        this.say(kept.problem ?? inWords("browser.picture_not_brought"));
        return;
      }
      this.insert({ src: source, ...said });
      this.change(source, kept);
      form.hidden = true;
      form.reset();
    });
  }

  private listenToLibrary(): void {
    const dialog = byId<HTMLDialogElement>("library");
    byId("picture-library").addEventListener("click", () => dialog.showModal());
    byId("library-close").addEventListener("click", () => dialog.close());
    dialog.addEventListener("click", async (event) => {
      const button = (event.target as Element).closest<HTMLButtonElement>("[data-token]");
      if (!button) return;
      button.disabled = true;
      const kept = await this.keep({ token: button.dataset["token"] ?? "" });
      button.disabled = false;
      if (!kept.src) {
        byId("library-problem").textContent = kept.problem ?? inWords("browser.picture_not_brought");
        return;
      }
      dialog.close();
      byId("picture-form").hidden = true;
      this.insert({ src: kept.src, alt: kept.alt ?? null, credit: kept.credit || null });
    });
  }
}
