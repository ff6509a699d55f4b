// Tables whose rows are decided on: up and down, open beside the table, tick, and one key for each decision.
import { postDecided } from "./htmx";

const table = (): HTMLElement | null => document.querySelector<HTMLElement>("[data-rows]");
const drawer = (): HTMLElement | null => document.getElementById("drawer");
const openers = (): HTMLElement[] => Array.from(table()?.querySelectorAll<HTMLElement>("[data-opens]") ?? []);
const deciding = (): HTMLFormElement | null => document.getElementById("deciding") as HTMLFormElement | null;
const ticks = (): HTMLInputElement[] => Array.from(table()?.querySelectorAll<HTMLInputElement>('tbody input[type="checkbox"][form="deciding"]') ?? []);

function openedKey(): string {
  return drawer()?.querySelector<HTMLElement>("[data-drawer-of]")?.dataset.drawerOf ?? "";
}

function openerOf(key: string): HTMLElement | null {
  return key ? (document.getElementById(`open-${key}`) ?? document.getElementById(`node-${key}`)) : null;
}

// What is looked at: the row that has the focus, else the one that is open.
function current(): HTMLElement | null {
  const row = document.activeElement?.closest<HTMLElement>("[data-row]");
  return row?.querySelector<HTMLElement>("[data-opens]") ?? openerOf(openedKey());
}

function move(by: number): void {
  const all = openers();
  const here = current();
  const next = all[here ? all.indexOf(here) + by : by > 0 ? 0 : all.length - 1];
  if (!next) return;
  next.focus();
  next.scrollIntoView({ block: "nearest" });
  if (openedKey()) next.click();
}

function close(): void {
  const opener = openerOf(openedKey());
  const place = drawer();
  if (place) window.htmx?.trigger(place, "htmx:abort"); // what was on its way into it must not open it again
  place?.replaceChildren();
  opener?.focus();
  if (isStepOfDrawer()) history.back();
}

// An open drawer is a step of its own: the browser's Back closes it, and stays on the screen.
const isStepOfDrawer = (): boolean => Boolean((history.state as { drawer?: boolean } | null)?.drawer);

function noteOpened(): void {
  if (openedKey() && !isStepOfDrawer()) history.pushState({ drawer: true }, "");
}

// After a decision by key the row may stand elsewhere (a dropped term has no weight): one goes on with the row that came after it.
let goingOn: { from: string; place: number; to: string } | null = null;

function goOn(): void {
  if (!goingOn) return;
  const { from, place, to } = goingOn;
  if (openers().findIndex((opener) => opener.id === from) === place) return;
  document.getElementById(to)?.focus();
  goingOn = null;
}

function decide(button: HTMLButtonElement): void {
  const form = deciding();
  if (!form) return;
  if (ticks().some((box) => box.checked)) {
    button.click(); // and not requestSubmit: which button it was is told by its click
    return;
  }
  if (button.hasAttribute("data-needs-ticks")) return;
  const here = current();
  const key = here?.closest<HTMLElement>("[data-row]")?.dataset.row;
  if (!here || !key) return;
  const place = openers().indexOf(here);
  goingOn = { from: here.id, place, to: openers()[place + 1]?.id ?? "" };
  const hidden = Object.fromEntries(Array.from(form.elements).flatMap((element) =>
    element instanceof HTMLInputElement && element.type === "hidden" ? [[element.name, element.value]] : [],
  ));
  postDecided(form.getAttribute("action") ?? "", { ...hidden, key, action: button.value });
}

function isTyping(target: EventTarget | null): boolean {
  const element = target as HTMLElement;
  if (element.matches?.("textarea, select, [contenteditable]")) return true;
  return element.matches?.("input") && !["checkbox", "radio", "button"].includes((element as HTMLInputElement).type);
}

function onKey(event: KeyboardEvent): void {
  goingOn = null;
  if (event.key === "Escape" && openedKey()) {
    event.preventDefault();
    close();
    return;
  }
  if (isTyping(event.target) || event.altKey) return;
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z" && !event.shiftKey) {
    const undo = document.querySelector<HTMLButtonElement>("#decided [data-undo]");
    if (undo) {
      event.preventDefault();
      undo.click();
    }
    return;
  }
  if (event.ctrlKey || event.metaKey || !table() || (event.target as Element).closest("[data-outline]")) return;
  const onButton = (event.target as Element).closest("button, a, summary, input");
  const inRow = (event.target as Element).closest("[data-row]");
  if (event.key === "ArrowDown" || event.key === "ArrowUp") {
    event.preventDefault();
    move(event.key === "ArrowDown" ? 1 : -1);
  } else if (event.key === " " && inRow && !(event.target as Element).matches('input[type="checkbox"]')) {
    const box = inRow.querySelector<HTMLInputElement>('input[type="checkbox"]');
    if (!box) return;
    event.preventDefault();
    box.checked = !box.checked;
    box.dispatchEvent(new Event("change", { bubbles: true }));
  } else if (event.key.length === 1 && event.key !== " " && (!onButton || inRow || drawer()?.contains(onButton))) {
    const own = inRow?.querySelector<HTMLButtonElement>(`[data-row-key="${CSS.escape(event.key)}"]`);
    if (own) {
      event.preventDefault();
      own.click();
      return;
    }
    const button = deciding()?.querySelector<HTMLButtonElement>(`[data-key="${CSS.escape(event.key)}"]`);
    if (!button) return;
    event.preventDefault();
    decide(button);
  }
}

// A cell of a drawing opens its row at the page it stands for.
let wantedPlace = "";

function showPlace(): void {
  const place = drawer();
  const section = wantedPlace ? place?.querySelector<HTMLElement>(`[data-place="${CSS.escape(wantedPlace)}"]`) : null;
  wantedPlace = "";
  place?.scrollTo(0, 0);
  if (!place || !section) return;
  section.setAttribute("data-pointed", "");
  place.scrollTo(0, section.getBoundingClientRect().top - place.getBoundingClientRect().top);
}

// what was ticked stays ticked while the table is shown anew, until it was decided on
let ticked = new Set<string>();
let lastPlace = -1;

export function listen(): void {
  if (isStepOfDrawer() && !openedKey()) history.replaceState(null, ""); // the page was loaded anew
  document.addEventListener("keydown", onKey);
  document.addEventListener("click", (event) => {
    const target = event.target as Element;
    const cell = target.closest<HTMLElement>("[data-row] .cell[data-on]");
    if (cell) {
      wantedPlace = cell.dataset.on ?? "";
      cell.closest("[data-row]")?.querySelector<HTMLElement>("[data-opens]")?.click();
    }
    const button = target.closest<HTMLButtonElement>('#deciding button[type="button"][data-key]:not([hx-post])');
    if (button) decide(button);
    const clears = target.closest<HTMLElement>("[data-clears]")?.dataset.clears;
    if (clears) document.querySelector(clears)?.replaceChildren();
    if (target.closest("[data-drawer-close]")) close();
    const next = target.closest<HTMLElement>("[data-drawer-next]")?.dataset.drawerNext;
    if (next) move(Number(next));
  });
  document.addEventListener("section-saved", close);
  window.addEventListener("popstate", () => {
    if (openedKey() && !isStepOfDrawer()) close();
  });
  document.addEventListener("decided", () => {
    for (const box of ticks()) box.checked = false;
    document.dispatchEvent(new Event("ticked"));
  });
  document.addEventListener("htmx:beforeSwap", () => {
    ticked = new Set(ticks().filter((box) => box.checked).map((box) => box.value));
    const row = document.activeElement?.closest<HTMLElement>("[data-row]");
    lastPlace = row ? openers().findIndex((opener) => row.contains(opener)) : -1;
  });
  document.addEventListener("htmx:afterSwap", (event) => {
    for (const box of ticks()) if (ticked.has(box.value)) box.checked = true;
    // a row that had the focus and is gone (it was joined with another) gives it to the one in its place
    if (lastPlace >= 0 && document.activeElement === document.body) openers()[Math.min(lastPlace, openers().length - 1)]?.focus();
    const shown = openedKey();
    for (const row of document.querySelectorAll<HTMLElement>("[data-row]")) row.toggleAttribute("data-opened", row.dataset.row === shown && shown !== "");
    if ((event.target as Element).id === "drawer") {
      showPlace();
      noteOpened();
    }
    if ((event.target as Element).id === "decidables") goOn();
    document.dispatchEvent(new Event("ticked"));
  });
}
