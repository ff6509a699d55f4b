// Saving by itself: soon after each change, again after a failure, never over somebody else's text.
// Both waits grow with the time an answer takes, so that many people typing at once do not queue up behind each other.
import type { JSONContent } from "@tiptap/core";
import type { Use } from "./document";
import { KEPT } from "./signing-out";

const PAUSE = 250; // ms of quiet before a save, or twice the last answer's time
const LONGEST = 900; // ms that a change waits at most, or six times that
const RETRY = 2000;
const MOST_KEPT_ALIVE = 60_000; // bytes that a browser sends on after the page is left

export interface Text {
  document: JSONContent;
  title_tag: string;
  meta_description: string;
}

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

interface Kept extends Text {
  version: number;
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
  private unanswered: { body: string; text: string } | null = null; // what was sent and may have been saved, for no answer came
  private stopped = false; // the server will never take it: nothing is tried again until something else is typed
  private readonly storageKey: string;

  constructor(private readonly parts: Parts) {
    this.version = parts.version;
    this.storageKey = `${KEPT}${parts.draft}`;
  }

  listen(): void {
    window.addEventListener("pagehide", () => this.lastSave());
    document.addEventListener("visibilitychange", () => document.visibilityState === "hidden" && this.lastSave());
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
    this.parts.say("Not saved yet", false);
    this.keepHere();
    this.firstChange ??= Date.now();
    clearTimeout(this.timer);
    const left = Math.max(LONGEST, 6 * this.took) - (Date.now() - this.firstChange);
    this.timer = setTimeout(() => void this.saveNow({ quick: true }), Math.max(0, Math.min(Math.max(PAUSE, 2 * this.took), left)));
  }

  private keepHere(): void {
    try {
      localStorage.setItem(this.storageKey, JSON.stringify({ ...this.parts.text(), version: this.version }));
    } catch {
      this.parts.say("Not saved yet; this browser has no room to keep a copy", true);
    }
  }

  // What this browser holds of the draft that the server never confirmed; null when there is nothing.
  kept(): Kept | null {
    try {
      return JSON.parse(localStorage.getItem(this.storageKey) ?? "null") as Kept | null;
    } catch {
      return null;
    }
  }

  forget(): void {
    localStorage.removeItem(this.storageKey);
  }

  private body(quick = false): string {
    return JSON.stringify({ ...this.parts.text(), base_version: this.version, over: this.over, quick, ...this.parts.chosen });
  }

  private request(body: string, keepalive = false): Promise<Response> {
    const headers = { "Content-Type": "application/json", "X-CSRFToken": this.parts.token() };
    return fetch(this.parts.address, { method: "POST", keepalive, headers, body });
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
    this.parts.say("Saving", false);
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
    try {
      const text = JSON.stringify(this.parts.text());
      if (this.unanswered !== null && this.unanswered.text !== text) await this.settle(this.unanswered.body);
      const body = this.body(quick);
      this.unanswered = { body, text };
      response = await this.request(body);
      this.unanswered = null;
    } catch {
      this.tryLater("The server cannot be reached. Your text is kept in this browser");
      return;
    }
    if (response.redirected) {
      this.dirty = true;
      this.parts.say("You were signed out. Your text is kept in this browser", true);
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
      this.parts.say("Kept as a revision", true);
    } else {
      this.version = answer.version;
      this.over = false;
      if (!this.dirty) {
        this.forget();
        this.parts.say("Saved", false);
      }
    }
    this.marks = answer.marks ?? this.marks;
    if (!this.dirty) this.parts.show(answer);
  }

  // Send again, word for word, what no answer came to: the server knows a text it has, and else it is saved now. Without that our own text would be taken for
  // somebody else's newer one.
  private async settle(body: string): Promise<void> {
    const response = await this.request(body);
    this.unanswered = null;
    if (!response.ok || response.redirected) return;
    const answer = (await response.json()) as Answer;
    if (!answer.conflict) this.version = answer.version;
  }

  // A refusal that trying again would only repeat is said once; a fault of the server's is tried again.
  private async refused(response: Response): Promise<void> {
    if (response.status >= 500 || response.status === 429 || response.status === 408) {
      this.tryLater("Not saved: the server had a fault. Your text is kept in this browser");
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
    const said: Record<number, string> = {
      403: "You may not write in this draft any more, or were signed out",
      404: "This draft is no longer there",
      413: "The text is too large to be saved in one draft; split it",
    };
    this.parts.say(`${sentence || said[response.status] || "The server did not take the text"}. It is kept in this browser`.replace("..", "."), true);
  }

  private tryLater(words: string): void {
    this.dirty = true;
    this.parts.say(words, true);
    this.timer = setTimeout(() => void this.saveNow(), RETRY);
  }

  // On leaving the page: a request that outlives it.
  private lastSave(): void {
    if (!this.dirty || this.stopped) return;
    const body = this.body();
    if (new Blob([body]).size > MOST_KEPT_ALIVE) return; // too large to outlive the page; it stays in the browser's storage
    this.request(body, true).then(
      (response) => {
        if (response.ok && !response.redirected) this.forget();
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
    const response = await this.request(JSON.stringify({ ...kept, base_version: 0 }));
    if (response.ok) this.forget();
    return response.ok;
  }
}
