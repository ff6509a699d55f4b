// Saving by itself: soon after each change, again after a failure, never over somebody else's text.
// Both waits grow with the time an answer takes, so that many people typing at once do not queue up behind each other.
// What travels are the outermost nodes that changed since the text that both have; the whole only when the server has another one.
import type { Use } from "../text/document";
import { changeBody, isSameText, wholeBody, type Text } from "../text/pieces";
import { forgetText, Shelf, type Kept } from "../application/shelf";
import { inWords } from "../shared/words";

const PAUSE = 250; // ms of quiet before a save, or twice the last answer's time
const LONGEST = 900; // ms that a change waits at most, or six times that
const RETRY = 2000;
const CHANGED_UNDER_US = 409;
const MOST_KEPT_ALIVE = 60_000; // bytes that a browser sends on after the page is left

export interface Chosen {
  panel: string;
  part: string;
  key: string;
  only: string; // a kind of edit, or a state
  sort: string;
  find: string;
  here: string; // heading whose section comes first, by its id
}

export interface Answer {
  core: string | null;
  panel: string | null;
  marks: Use[] | null;
  later?: boolean; // saved and not measured yet: a newer text came, or other texts are being measured
  words: number;
  version: number;
  conflict?: boolean;
  as_sent?: boolean; // the outermost nodes are stored one for one as they came
  revision?: number | null; // that keeps a text which could not be saved
}

export interface Parts {
  address: string; // where a text is saved
  token: () => string; // against forged requests
  signedOut: () => void;
  draft: string;
  version: number;
  readOnly: boolean;
  text: () => Text;
  chosen: Chosen;
  show: (answer: Answer) => void;
  say: (words: string, isTrouble: boolean) => void;
  conflict: (open: boolean, revision?: number | null) => void;
}

interface Sending {
  text: Text;
  base: number;
  over: boolean;
}

export class Saver {
  version: number;
  dirty = false;
  marks: Use[] = [];
  over = false; // whether the next save may go over a newer text, which is then kept as a revision
  private saving: Promise<void> | null = null;
  private took = 0; // ms from the last save to its answer
  private timer: ReturnType<typeof setTimeout> | undefined;
  private firstChange: number | null = null;
  private newest = 0;
  private unanswered: Sending | null = null; // what was sent and may have been saved, for no answer came
  private stopped = false; // the server will never take it: nothing is tried again until something else is typed
  private confirmed: string[] | null = null; // the pieces of the version that both have; null: not known to be one for one
  private readonly shelf: Shelf;

  constructor(private readonly parts: Parts) {
    this.version = parts.version;
    const noRoom = (): void => parts.say(inWords("browser.no_room"), true);
    this.shelf = new Shelf(parts.draft, parts.address, noRoom);
  }

  listen(): void {
    window.addEventListener("pagehide", () => this.lastSave());
    document.addEventListener("visibilitychange", () => {
      if (document.visibilityState === "hidden" && this.dirty && !this.stopped) void this.saveNow({ quick: true });
    });
    window.addEventListener("online", () => {
      if (this.dirty && !this.stopped) void this.saveNow();
    });
  }

  isWaiting(): boolean {
    return this.dirty || this.saving !== null;
  }

  changed(): void {
    if (this.parts.readOnly) return;
    this.dirty = true;
    this.stopped = false;
    this.parts.say(inWords("browser.not_saved_yet"), false);
    this.keepHere();
    this.firstChange ??= Date.now();
    clearTimeout(this.timer);
    const left = Math.max(LONGEST, 6 * this.took) - (Date.now() - this.firstChange);
    this.timer = setTimeout(() => void this.saveNow({ quick: true }), Math.max(0, Math.min(Math.max(PAUSE, 2 * this.took), left)));
  }

  private keepHere(): void {
    this.shelf.keep({ ...this.parts.text(), version: this.version });
  }

  // What this tab holds of the draft that the server never confirmed; null when there is nothing.
  kept(): Promise<Kept | null> {
    return this.shelf.own();
  }

  // The same of tabs that are gone, the newest first.
  left(): Promise<Kept[]> {
    return this.shelf.left();
  }

  async forget(): Promise<void> {
    this.shelf.forget();
    await this.shelf.settled();
  }

  private body({ text, base, over }: Sending, quick: boolean, whole: boolean): string {
    const more = { base_version: base, over, quick, ...this.parts.chosen };
    if (whole || this.confirmed === null || base !== this.version) return wholeBody(text, more);
    return changeBody(this.confirmed, text, more);
  }

  // One that is small enough outlives the page.
  private request(body: string): Promise<Response> {
    const headers = { "Content-Type": "application/json", "X-CSRFToken": this.parts.token() };
    const keepalive = body.length < MOST_KEPT_ALIVE && new Blob([body]).size < MOST_KEPT_ALIVE;
    return fetch(this.parts.address, { method: "POST", keepalive, headers, body });
  }

  // A change is for the text it was made on. Where the server has another, it asks for the whole and knows what to do with it.
  private async ask(sending: Sending, quick: boolean): Promise<Response> {
    const response = await this.request(this.body(sending, quick, false));
    if (response.status !== CHANGED_UNDER_US) return response;
    this.confirmed = null;
    return this.request(this.body(sending, quick, true));
  }

  // quick: the answer has the score and no panel, which `show` then asks for at rest
  async saveNow({ quick = false } = {}): Promise<void> {
    if (this.saving) {
      await this.saving;
      if (!this.dirty) return;
    }
    clearTimeout(this.timer);
    this.firstChange = null;
    this.dirty = false;
    this.parts.say(inWords("browser.saving"), false);
    this.saving = this.send(quick);
    try {
      await this.saving;
    } finally {
      this.saving = null;
    }
  }

  private async send(quick: boolean): Promise<void> {
    const sent = Date.now();
    let response: Response;
    let sending: Sending;
    try {
      const text = this.parts.text();
      if (this.unanswered !== null && !isSameText(this.unanswered.text, text)) await this.settle(this.unanswered);
      sending = { text, base: this.version, over: this.over };
      this.unanswered = sending;
      response = await this.ask(sending, quick);
      this.unanswered = null;
    } catch {
      this.tryLater(inWords("browser.not_reached_kept"));
      return;
    }
    if (response.redirected) {
      this.dirty = true;
      this.parts.say(inWords("browser.signed_out_kept"), true);
      this.parts.signedOut();
      return;
    }
    if (!response.ok) {
      await this.refused(response);
      return;
    }
    const answer = (await response.json()) as Answer;
    this.took = Date.now() - sent;
    if (answer.conflict) {
      this.newest = answer.version;
      this.parts.conflict(true, answer.revision);
      this.parts.say(inWords("browser.kept_as_revision"), true);
    } else {
      this.version = answer.version;
      this.confirmed = answer.as_sent ? sending.text.pieces : null;
      this.over = false;
      if (!this.dirty) {
        this.shelf.forget();
        this.parts.say(inWords("browser.saved"), false);
      }
    }
    this.marks = answer.marks ?? this.marks;
    if (!this.dirty) this.parts.show(answer);
  }

  // Send again, whole, what no answer came to: the server knows a text it has, and else it is saved now. Without that our own text would be taken for
  // somebody else's newer one.
  private async settle(sending: Sending): Promise<void> {
    const response = await this.request(this.body(sending, true, true));
    this.unanswered = null;
    if (!response.ok || response.redirected) return;
    const answer = (await response.json()) as Answer;
    if (answer.conflict) return;
    this.version = answer.version;
    this.confirmed = answer.as_sent ? sending.text.pieces : null;
  }

  // A refusal that trying again would only repeat is said once; a fault of the server's is tried again.
  private async refused(response: Response): Promise<void> {
    if (response.status >= 500 || response.status === 429 || response.status === 408) {
      this.tryLater(inWords("browser.fault_kept"));
      return;
    }
    this.dirty = true;
    this.stopped = true;
    let sentence = "";
    try {
      sentence = ((await response.json()) as { problem?: string }).problem ?? "";
    } catch {
      sentence = "";
    }
    const known: Record<number, string> = { 403: "browser.may_not_write", 404: "browser.draft_gone", 413: "browser.text_too_large" };
    const why = sentence || inWords(known[response.status] ?? "browser.not_taken");
    this.parts.say(inWords("browser.refused_kept", { why: why.replace(/\.$/u, "") }), true);
  }

  private tryLater(words: string): void {
    this.dirty = true;
    this.parts.say(words, true);
    this.timer = setTimeout(() => void this.saveNow(), RETRY);
  }

  // On leaving the page. While a save is under way the whole is sent, for what that one changes is not known to be there. What is too large to outlive the page
  // stays in the browser's storage.
  private lastSave(): void {
    if (!this.dirty || this.stopped) return;
    const sending = { text: this.parts.text(), base: this.version, over: this.over };
    this.request(this.body(sending, true, this.saving !== null)).then(
      (response) => {
        if (response.ok && !response.redirected) this.shelf.forget();
      },
      () => undefined,
    );
  }

  // The newer text is kept on the server as a revision when ours is saved over it.
  async goOnWithMine(): Promise<void> {
    this.parts.conflict(false);
    this.over = true;
    this.version = this.newest;
    this.dirty = true;
    await this.saveNow();
  }

  // A text that another tab or person saved meanwhile: whoever has not typed is told before they do.
  hasMovedOn(version: number): boolean {
    return version > this.version && this.saving === null;
  }

  // A text that was found here and is not wanted as the draft's: an old version, so it becomes a revision.
  async keepAsRevision(kept: Kept): Promise<boolean> {
    const response = await this.request(wholeBody(kept, { base_version: 0 }));
    if (response.ok) await forgetText(kept);
    return response.ok;
  }
}
