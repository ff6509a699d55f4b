// What requests are known by. It changes when somebody signs in again.
import { inWords } from "./words";
export function csrfToken(): string {
  return document.getElementById("sheet")?.dataset["csrf"] ?? "";
}

// Sends what a person said. "" when it was taken, else why not.
export async function said(address: string, values: Record<string, string>): Promise<string> {
  const body = new FormData();
  for (const [name, value] of Object.entries(values)) body.set(name, value);
  try {
    const response = await fetch(address, { method: "POST", body, headers: { "X-CSRFToken": csrfToken(), "X-Requested-With": "fetch" } });
    const answer = (await response.json()) as { problem?: string };
    return response.ok ? "" : (answer.problem ?? inWords("browser.could_not_be_said"));
  } catch {
    return inWords("browser.not_reached_not_said");
  }
}

// Elements of the page that must be there.
export function byId<Kind extends HTMLElement = HTMLElement>(id: string): Kind {
  const found = document.getElementById(id);
  if (!found) throw new Error(`The page has no #${id}`);
  return found as Kind;
}

const CAN_FOCUS = "a[href], button, input, select, textarea, summary, [tabindex]";

// What has the focus inside, to be found again when all of it has been made anew: by its id or its key, else by its words, else by its place.
export function focusedIn(place: HTMLElement): () => HTMLElement | null {
  const active = document.activeElement as HTMLElement | null;
  if (!active || active === place || !place.contains(active)) return () => null;
  const all = (): HTMLElement[] => [...place.querySelectorAll<HTMLElement>(CAN_FOCUS)];
  const { id, tagName, textContent } = active;
  const { key, view } = active.dataset;
  const index = all().indexOf(active);
  return () => {
    const found = all();
    const same = found.filter((one) => one.tagName === tagName);
    return (
      (id && found.find((one) => one.id === id)) || (view && same.find((one) => one.dataset["view"] === view)) || (key && same.find((one) => one.dataset["key"] === key)) ||
      same.find((one) => one.textContent === textContent && all().indexOf(one) >= index) || same.find((one) => one.textContent === textContent) || found[index] || null
    );
  };
}
