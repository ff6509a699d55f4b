// What requests are known by. It changes when somebody signs in again.
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
    return response.ok ? "" : (answer.problem ?? "This could not be said.");
  } catch {
    return "The server cannot be reached, so it was not said.";
  }
}

// Elements of the page that must be there.
export function byId<Kind extends HTMLElement = HTMLElement>(id: string): Kind {
  const found = document.getElementById(id);
  if (!found) throw new Error(`The page has no #${id}`);
  return found as Kind;
}
