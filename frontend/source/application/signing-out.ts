// Before signing out, what this browser holds of drafts and the server never confirmed is sent, and what is confirmed is forgotten: nothing that the server has
// stays here for whoever uses this browser next. What the server does not take stays, for it is nowhere else.
import { wholeBody } from "../text/pieces";
import { everyText, forgetText, type Kept } from "./shelf";

const LONGEST = 5000; // ms for a text to be sent

async function send(kept: Kept, token: string): Promise<boolean> {
  const headers = { "Content-Type": "application/json", "X-CSRFToken": token };
  const body = wholeBody(kept, { base_version: kept.version, quick: true });
  const response = await fetch(kept.address, { method: "POST", headers, body, signal: AbortSignal.timeout(LONGEST) });
  return response.ok && !response.redirected;
}

export async function emptied(token: string): Promise<void> {
  const texts = await everyText();
  await Promise.all(
    texts.map(async (kept) => {
      try {
        if (await send(kept, token)) await forgetText(kept);
      } catch {
        // it stays: the server cannot be reached
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
    void emptied(token)
      .catch(() => undefined) // a browser that keeps nothing holds nothing
      .finally(() => form.submit());
  });
}
