// What was typed in this browser and the server has not confirmed yet. It outlives the tab, the browser and a sign-in that is over.
// A text is kept by the tab that it was typed in, so that two tabs never forget each other's.
import { newId } from "../text/new-id";

const STORE = "texts";
const TAB = `fundament-tab-${newId()}`; // this one

export interface Kept {
  tab: string;
  draft: string;
  address: string; // where it is saved
  pieces: string[];
  title_tag: string;
  meta_description: string;
  version: number; // that it was typed on
  at: number; // ms since 1970
}

let opening: Promise<IDBDatabase> | null = null;

function opened(): Promise<IDBDatabase> {
  opening ??= new Promise<IDBDatabase>((resolve, reject) => {
    const request = indexedDB.open("fundament", 1);
    request.onupgradeneeded = () => request.result.createObjectStore(STORE, { keyPath: ["draft", "tab"] });
    request.onsuccess = () => {
      request.result.onversionchange = () => request.result.close(); // a newer page may change it
      request.result.onclose = () => (opening = null); // the browser took it away: it is opened again
      resolve(request.result);
    };
    request.onerror = () => reject(request.error ?? new Error("the browser's storage does not open"));
    request.onblocked = () => reject(new Error("the browser's storage is in use"));
  }).catch((error: unknown) => {
    opening = null;
    throw error;
  });
  return opening;
}

async function done<T>(mode: IDBTransactionMode, ask: (store: IDBObjectStore) => IDBRequest<T>): Promise<T> {
  const transaction = (await opened()).transaction(STORE, mode);
  const request = ask(transaction.objectStore(STORE));
  return new Promise((resolve, reject) => {
    transaction.oncomplete = () => resolve(request.result);
    transaction.onabort = () => reject(transaction.error ?? new Error("the browser's storage took nothing"));
  });
}

export function everyText(): Promise<Kept[]> {
  return done<Kept[]>("readonly", (store) => store.getAll() as IDBRequest<Kept[]>);
}

export function forgetText(kept: Pick<Kept, "draft" | "tab">): Promise<undefined> {
  return done("readwrite", (store) => store.delete([kept.draft, kept.tab]));
}

// The tabs that are open now say so by a lock; where there are no locks (a page that came without encryption) none is known to be.
const openTabs = async (): Promise<Set<string>> => new Set(((await navigator.locks?.query())?.held ?? []).map(({ name }) => name ?? ""));

void navigator.locks?.request(TAB, () => new Promise(() => undefined)); // until the tab is gone

export class Shelf {
  private wanted: { kept: Kept | null } | null = null; // the newest that is to be written; null inside: to be forgotten
  private writing: Promise<void> | null = null;

  constructor(
    private readonly draft: string,
    private readonly address: string,
    private readonly noRoom: () => void,
  ) {}

  keep(text: Pick<Kept, "pieces" | "title_tag" | "meta_description" | "version">): void {
    this.wanted = { kept: { ...text, tab: TAB, draft: this.draft, address: this.address, at: Date.now() } };
    this.writing ??= this.write();
  }

  forget(): void {
    this.wanted = { kept: null };
    this.writing ??= this.write();
  }

  // One write at a time, and of those that wait the newest: keys never queue up behind a slow disk.
  private async write(): Promise<void> {
    while (this.wanted) {
      const { kept } = this.wanted;
      this.wanted = null;
      try {
        if (kept) await done("readwrite", (store) => store.put(kept));
        else await forgetText({ draft: this.draft, tab: TAB });
      } catch {
        if (kept) this.noRoom();
      }
    }
    this.writing = null;
  }

  async settled(): Promise<void> {
    while (this.writing) await this.writing;
  }

  // What this tab holds that the server never confirmed.
  async own(): Promise<Kept | null> {
    await this.settled();
    return (await this.texts()).find(({ tab }) => tab === TAB) ?? null;
  }

  // What tabs that are gone left of this draft, the newest first.
  async left(): Promise<Kept[]> {
    const alive = await openTabs();
    return (await this.texts()).filter(({ tab }) => tab !== TAB && !alive.has(tab)).sort((one, other) => other.at - one.at);
  }

  private async texts(): Promise<Kept[]> {
    try {
      return (await everyText()).filter(({ draft }) => draft === this.draft);
    } catch {
      return []; // a browser that keeps nothing holds nothing
    }
  }
}
