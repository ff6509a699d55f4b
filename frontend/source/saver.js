// Saving by itself: soon after each change, again after a failure, never over somebody else's text.
// Both waits grow with the time an answer takes, so that many people typing at once do not queue up behind each other.
const PAUSE = 250; // ms of quiet before a save, or twice the last answer's time
const LONGEST = 900; // ms that a change waits at most, or six times that
const RETRY = 2000;

export class Saver {
  constructor({ sheet, text, chosen, show }) {
    Object.assign(this, { sheet, text, chosen, show });
    this.version = Number(sheet.dataset.version);
    this.storageKey = `fundament-draft-${sheet.dataset.draft}`;
    this.dirty = false;
    this.saving = null;
    this.over = false; // whether the next save may go over a newer text, which is then kept as a revision
    this.took = 0; // ms from the last save to its answer
    this.marks = [];
    this.label = document.getElementById("save-state");
    window.addEventListener("pagehide", () => this.lastSave());
    document.addEventListener("visibilitychange", () => document.visibilityState === "hidden" && this.lastSave());
    window.addEventListener("online", () => this.dirty && this.saveNow());
    document.getElementById("conflict-mine").addEventListener("click", () => this.goOnWithMine());
    document.getElementById("conflict-theirs").addEventListener("click", async () => {
      await this.saveNow();
      localStorage.removeItem(this.storageKey);
      this.dirty = false;
      location.reload();
    });
  }

  say(words, isTrouble = false) {
    this.label.textContent = words;
    this.label.classList.toggle("trouble", isTrouble);
  }

  isWaiting() {
    return this.dirty || this.saving !== null;
  }

  changed() {
    this.dirty = true;
    this.say("Not saved yet");
    this.keepHere();
    this.firstChange ??= Date.now();
    clearTimeout(this.timer);
    const left = Math.max(LONGEST, 6 * this.took) - (Date.now() - this.firstChange);
    this.timer = setTimeout(() => this.saveNow({ quick: true }), Math.max(0, Math.min(Math.max(PAUSE, 2 * this.took), left)));
  }

  keepHere() {
    try {
      localStorage.setItem(this.storageKey, JSON.stringify({ ...this.text(), version: this.version }));
    } catch {
      this.say("Not saved yet; this browser has no room to keep a copy", true);
    }
  }

  body(quick = false) {
    return JSON.stringify({ ...this.text(), base_version: this.version, over: this.over, quick, ...this.chosen });
  }

  // quick: the answer has the score and no panel, which `show` then asks for at rest
  async saveNow({ quick = false } = {}) {
    if (this.saving) {
      await this.saving;
      if (!this.dirty) return;
    }
    clearTimeout(this.timer);
    this.firstChange = null;
    this.dirty = false;
    this.say("Saving");
    this.saving = this.send(quick);
    try {
      await this.saving;
    } finally {
      this.saving = null;
    }
  }

  async send(quick) {
    const sent = Date.now();
    let response;
    try {
      response = await fetch(this.sheet.dataset.save, {
        method: "POST",
        headers: { "Content-Type": "application/json", "X-CSRFToken": this.sheet.dataset.csrf },
        body: this.body(quick),
      });
    } catch {
      this.tryLater("The server cannot be reached. Your text is kept in this browser");
      return;
    }
    if (response.redirected || response.status === 403) {
      this.tryLater("You were signed out. Sign in again in another tab; your text is kept in this browser");
      return;
    }
    if (response.status === 413 || response.status === 400) {
      this.dirty = true;
      this.say("The text is too large to be saved in one draft. It is kept in this browser; split it", true);
      return;
    }
    if (!response.ok) {
      this.tryLater("Not saved: the server had a fault. Your text is kept in this browser");
      return;
    }
    const answer = await response.json();
    this.took = Date.now() - sent;
    if (answer.conflict) {
      this.newest = answer.version;
      document.getElementById("conflict").hidden = false;
      this.say("Kept as a revision", true);
    } else {
      this.version = answer.version;
      this.over = false;
      if (!this.dirty) {
        localStorage.removeItem(this.storageKey);
        this.say("Saved");
      }
    }
    this.marks = answer.marks;
    if (!this.dirty) this.show(answer);
  }

  tryLater(words) {
    this.dirty = true;
    this.say(words, true);
    this.timer = setTimeout(() => this.saveNow(), RETRY);
  }

  // On leaving the page: a request that outlives it.
  lastSave() {
    if (!this.dirty) return;
    const body = this.body();
    if (body.length > 60000) return; // too large to outlive the page; it stays in the browser's storage
    fetch(this.sheet.dataset.save, {
      method: "POST",
      keepalive: true,
      headers: { "Content-Type": "application/json", "X-CSRFToken": this.sheet.dataset.csrf },
      body,
    }).then(
      (response) => response.ok && localStorage.removeItem(this.storageKey),
      () => {},
    );
  }

  async goOnWithMine() {
    // the newer text is kept on the server as a revision when ours is saved over it
    document.getElementById("conflict").hidden = true;
    this.over = true;
    this.version = this.newest;
    this.dirty = true;
    await this.saveNow();
  }

  // A text that was typed but never reached the server is offered when the draft is opened again.
  offerUnsaved(editor, fields) {
    let kept;
    try {
      kept = JSON.parse(localStorage.getItem(this.storageKey) ?? "null");
    } catch {
      kept = null;
    }
    if (!kept) return;
    const current = this.text();
    if (kept.html === current.html && kept.title_tag === current.title_tag && kept.meta_description === current.meta_description) {
      localStorage.removeItem(this.storageKey);
      return;
    }
    const notice = document.getElementById("unsaved-found");
    notice.hidden = false;
    document.getElementById("unsaved-take").addEventListener("click", () => {
      editor.commands.setContent(kept.html, { emitUpdate: false });
      fields.title.value = kept.title_tag;
      fields.description.value = kept.meta_description;
      notice.hidden = true;
      this.changed();
    });
    document.getElementById("unsaved-drop").addEventListener("click", async () => {
      const response = await fetch(this.sheet.dataset.save, {
        method: "POST",
        headers: { "Content-Type": "application/json", "X-CSRFToken": this.sheet.dataset.csrf },
        body: JSON.stringify({ ...kept, base_version: 0 }), // an old version: it becomes a revision
      });
      if (!response.ok) return;
      localStorage.removeItem(this.storageKey);
      notice.hidden = true;
    });
  }
}
