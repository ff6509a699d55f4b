// What every page needs beside htmx: the channel of events, and a plain word when an answer does not come.
import "./htmx";
import { listen as listenForCopying } from "../text/copying";
import { connect, happened, listenTo } from "./live";
import { listen as listenForOutline } from "./outline";
import { listen as listenForRows } from "./rows";
import { listen as listenForSigningOut } from "./signing-out";
import { listen as listenForTicking } from "./ticking";
import { inWords } from "../shared/words";

declare global {
  interface Window {
    fundamentLive?: { listenTo: typeof listenTo; happened: typeof happened };
  }
}

function say(text: string): void {
  const place = document.getElementById("trouble");
  if (!place) return;
  const notice = document.createElement("div");
  notice.className = "notice problem";
  notice.setAttribute("role", "alert");
  notice.textContent = text;
  place.replaceChildren(notice);
}

// a choice that shows a table otherwise is made at once; without scripts Enter in the search field does it
document.addEventListener("change", (event) => {
  const select = (event.target as Element).closest<HTMLSelectElement>("select[data-submits]");
  select?.form?.requestSubmit();
});

function sayFailure(request: XMLHttpRequest): void {
  if (request.status === 0) say(inWords("browser.not_reached_page"));
  else if (request.status === 404) say(inWords("browser.no_longer_there"));
  else if (request.status >= 400) say(inWords("browser.could_not"));
}

for (const name of ["htmx:sendError", "htmx:responseError"]) {
  document.addEventListener(name, (event) => {
    const request = (event as CustomEvent<{ xhr: XMLHttpRequest }>).detail.xhr;
    if (!request.getResponseHeader("HX-Retarget")) sayFailure(request); // else it came with a sentence of its own, which stands there already
  });
}
// an answer with a sentence of its own is shown although it says no
document.addEventListener("htmx:beforeSwap", (event) => {
  const detail = (event as CustomEvent<{ xhr: XMLHttpRequest; shouldSwap: boolean; requestConfig: { triggeringEvent?: Event } }>).detail;
  if (detail.xhr.getResponseHeader("HX-Retarget")) detail.shouldSwap = true;
  // what is shown anew because of somebody else, or asked for once a part is there, says nothing of what this person tried
  else if (!["live", "load", undefined].includes(detail.requestConfig.triggeringEvent?.type)) document.getElementById("trouble")?.replaceChildren();
});
// The part that asked may have been exchanged meanwhile. Its answer is found nowhere from there, and its events reach nobody:
// a sentence is put in its place, a failure said, from here.
document.addEventListener("htmx:beforeRequest", (event) => {
  const { elt, xhr } = (event as CustomEvent<{ elt: Element; xhr: XMLHttpRequest }>).detail;
  const answered = (answer: Event): void => {
    const place = xhr.getResponseHeader("HX-Retarget");
    const target = place && document.querySelector(place);
    if (elt.isConnected || (answer as CustomEvent<{ xhr: XMLHttpRequest }>).detail.xhr !== xhr || !target) return;
    answer.preventDefault();
    window.htmx?.swap(target, xhr.responseText, { swapStyle: "innerHTML" });
  };
  elt.addEventListener("htmx:beforeOnLoad", answered);
  xhr.addEventListener("loadend", () => elt.removeEventListener("htmx:beforeOnLoad", answered));
  for (const end of ["load", "error"]) {
    xhr.addEventListener(end, () => {
      if (!elt.isConnected && !xhr.getResponseHeader("HX-Retarget")) sayFailure(xhr);
    });
  }
});
document.addEventListener("htmx:afterSettle", (event) => (event.target as Element).removeAttribute?.("aria-busy"));
document.addEventListener("htmx:beforeRequest", (event) => {
  if ((event.target as Element).closest("form.choose")) document.getElementById("results")?.setAttribute("aria-busy", "true");
});

// An element with data-live is shown anew when something about its thing happens: by its own htmx request, or with the whole page.
const OF_THE_DESK = new Set(["text", "revision", "said"]); // only the writing screen shows these, and does so itself
const SOON = 120; // ms, so that several events at once ask once
const waiting = new Map<string, ReturnType<typeof setTimeout>>();

// while a button or key is down nothing under it may be exchanged: the click would be lost
let held = 0;
for (const name of ["pointerdown", "keydown"]) document.addEventListener(name, () => (held = Date.now()), true);
for (const name of ["pointerup", "pointercancel", "keyup"]) document.addEventListener(name, () => setTimeout(() => (held = 0), 60), true);
// a drag cancels its pointer and goes on
for (const name of ["dragstart", "dragover"]) document.addEventListener(name, () => (held = Date.now()), true);
document.addEventListener("dragend", () => (held = 0), true);
const LONGEST_HELD = 2000; // ms; an end that was missed must not stop everything

const isHeld = (): boolean => held > 0 && Date.now() - held < LONGEST_HELD;

// an answer that was on its way already when a button went down is not put in either: it is asked for again afterwards
document.addEventListener("htmx:beforeSwap", (event) => {
  const detail = (event as CustomEvent<{ shouldSwap: boolean; requestConfig: { elt: Element; triggeringEvent?: Event } }>).detail;
  if (!isHeld() || detail.requestConfig.triggeringEvent?.type !== "live") return;
  detail.shouldSwap = false;
  setTimeout(() => window.htmx?.trigger(detail.requestConfig.elt, "live"), SOON);
});

// Something may have happened after a page was made and before it listened: it is loaded again only when it would look otherwise now, else it did so without end.
async function reloadIfOther(element: Element): Promise<void> {
  try {
    const response = await fetch(location.href, { headers: { "X-Requested-With": "fetch" } });
    if (!response.ok) return;
    const now = new DOMParser().parseFromString(await response.text(), "text/html");
    const same = now.querySelector(`[data-live="${CSS.escape(element.getAttribute("data-live") ?? "")}"][data-live-do=reload]`);
    if (same?.textContent !== element.textContent) location.reload();
  } catch {
    // the server cannot be reached; the channel tells when it is back
  }
}

function showAnew(topic: string, isFirst: boolean): void {
  if (isHeld()) {
    setTimeout(() => showAnew(topic, isFirst), SOON);
    return;
  }
  for (const element of document.querySelectorAll(`[data-live="${CSS.escape(topic)}"]`)) {
    if (element.getAttribute("data-live-do") === "reload") {
      if (isFirst) void reloadIfOther(element);
      else location.reload();
    }
    else window.htmx?.trigger(element, "live");
  }
}

const events = document.body.dataset["events"];
if (events) {
  const topics = new Set([...document.querySelectorAll<HTMLElement>("[data-live]")].map((element) => element.dataset["live"] ?? ""));
  for (const topic of topics) {
    listenTo(topic, (event) => {
      if (!OF_THE_DESK.has(event.what ?? "")) {
        clearTimeout(waiting.get(topic));
        waiting.set(topic, setTimeout(() => showAnew(topic, event.topic === "all" && event.what === "first"), SOON));
      }
    });
  }
  window.fundamentLive = { listenTo, happened };
  if (topics.size || document.body.classList.contains("writing")) connect(events);
}
listenForTicking();
listenForCopying();
listenForRows();
listenForOutline();
listenForSigningOut();
