// Ticking rows of a table: all on the page, how many, and copying what is ticked as lines of text.
import { inWords } from "../shared/words";
function boxes(name: string): HTMLInputElement[] {
  return Array.from(document.querySelectorAll<HTMLInputElement>(`input[type="checkbox"][name="${CSS.escape(name)}"]`));
}

function tell(name: string, text = ""): void {
  const ticked = boxes(name).filter((box) => box.checked).length;
  for (const place of document.querySelectorAll(`[data-ticked-count="${CSS.escape(name)}"]`)) place.textContent = text || (ticked ? inWords("browser.ticked", { ticked }) : ((place as HTMLElement).dataset.none ?? ""));
}

export function listen(): void {
  // boxes were ticked or cleared by other means than a click
  document.addEventListener("ticked", () => {
    for (const place of document.querySelectorAll<HTMLElement>("[data-ticked-count]")) tell(place.dataset.tickedCount ?? "");
  });
  document.addEventListener("change", (event) => {
    const box = event.target as HTMLInputElement;
    const all = box.dataset?.ticksAll;
    if (all) for (const one of boxes(all)) one.checked = box.checked;
    if (all || box.type === "checkbox") tell(all || box.name);
  });
  document.addEventListener("click", (event) => {
    const button = (event.target as Element).closest<HTMLElement>("[data-copy-ticked]");
    const name = button?.dataset.copyTicked;
    if (!name) return;
    const lines = boxes(name).filter((box) => box.checked).map((box) => box.dataset.line ?? "");
    if (!lines.length) tell(name, inWords("browser.tick_one"));
    else
      navigator.clipboard.writeText(lines.join("\n")).then(
        () => tell(name, inWords("browser.copied_lines", { lines: lines.length })),
        () => tell(name, inWords("browser.no_copying")),
      );
  });
}
