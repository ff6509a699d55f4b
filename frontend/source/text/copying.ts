// A draft into the clipboard: with its formats, or as plain text.
import { inWords } from "../shared/words";
export function listen(): void {
  document.addEventListener("click", async (event) => {
    const button = (event.target as Element).closest<HTMLButtonElement>("[data-copies]");
    if (!button) return;
    const place = document.getElementById("copied");
    try {
      const response = await fetch(button.dataset["copies"] ?? "");
      if (!response.ok || (response.headers.get("Content-Type") ?? "").includes("zip")) throw new Error("nothing to copy");
      const text = await response.text();
      if (button.dataset["copiedAs"] === "html") {
        const plain = new DOMParser().parseFromString(text, "text/html").body.innerText;
        await navigator.clipboard.write([new ClipboardItem({ "text/html": new Blob([text], { type: "text/html" }), "text/plain": new Blob([plain], { type: "text/plain" }) })]);
      } else await navigator.clipboard.writeText(text);
      if (place) place.textContent = inWords("browser.copied");
    } catch {
      if (place) place.textContent = inWords("browser.could_not_copy");
    }
  });
}
