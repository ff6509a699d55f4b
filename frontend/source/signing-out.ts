// Before signing out, what this browser holds of drafts and the server never confirmed is sent, and what is confirmed is forgotten: nothing that the server has
// stays here for whoever uses this browser next. What the server does not take stays, for it is nowhere else.

const LONGEST = 5000; // ms for a text to be sent
export const KEPT = "fundament-draft-"; // the beginning of the keys under which texts are kept

async function send(draft: string, kept: string, token: string): Promise<boolean> {
  const { version, ...text } = JSON.parse(kept) as { version: number };
  const body = JSON.stringify({ ...text, base_version: version, quick: true });
  const headers = { "Content-Type": "application/json", "X-CSRFToken": token };
  const response = await fetch(`/drafts/${draft}/text/`, { method: "POST", headers, body, signal: AbortSignal.timeout(LONGEST) });
  return response.ok && !response.redirected;
}

export async function emptied(storage: Storage, token: string): Promise<void> {
  const keys = Object.keys(storage).filter((key) => key.startsWith(KEPT));
  await Promise.all(
    keys.map(async (key) => {
      try {
        if (await send(key.slice(KEPT.length), storage.getItem(key) ?? "", token)) storage.removeItem(key);
      } catch {
        // it stays: the server cannot be reached, or this is no text
      }
    }),
  );
}

export function listen(): void {
  document.addEventListener("submit", (event) => {
    const form = event.target as HTMLFormElement;
    if (!form.matches("form[data-signs-out]") || form.dataset["sent"]) return;
    event.preventDefault();
    form.dataset["sent"] = "yes";
    const token = form.querySelector<HTMLInputElement>("[name=csrfmiddlewaretoken]")?.value ?? "";
    void emptied(localStorage, token).finally(() => form.submit());
  });
}
