// The outline as a tree of headings: moved and opened by keys, dragged, and filled by dragging a row of the table into it.
import { postDecided } from "./htmx";

const DRAGGED = "application/x-fundament-outline";

function lines(): HTMLElement[] {
  return Array.from(document.querySelectorAll<HTMLElement>("[data-outline] [data-node]"));
}

function opener(line: HTMLElement | undefined): HTMLElement | null {
  return line?.querySelector<HTMLElement>("[data-node-opens]") ?? null;
}

function press(line: HTMLElement, way: string): void {
  opener(line)?.focus(); // it is found again by its id when the tree is shown anew
  line.querySelector<HTMLButtonElement>(`[data-do="${way}"]`)?.click();
}

const MOVES: Record<string, string> = { ArrowUp: "up", ArrowDown: "down", ArrowRight: "in", ArrowLeft: "out" };

function onKey(event: KeyboardEvent): void {
  const line = (event.target as Element).closest<HTMLElement>("[data-outline] [data-node]");
  if (!line) return;
  const way = MOVES[event.key];
  if (event.altKey && way) {
    event.preventDefault();
    press(line, way);
  } else if (!event.altKey && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
    event.preventDefault();
    const all = lines();
    opener(all[all.indexOf(line) + (event.key === "ArrowDown" ? 1 : -1)])?.focus();
  } else if (event.key === "Delete") {
    event.preventDefault();
    const all = lines();
    const next = all[all.indexOf(line) + 1] ?? all[all.indexOf(line) - 1];
    line.querySelector<HTMLButtonElement>('[data-do="remove"]')?.click();
    opener(next)?.focus();
  }
}

function onDrop(event: DragEvent): void {
  const tree = (event.target as Element).closest<HTMLElement>("#outline-tree");
  const dragged = event.dataTransfer?.getData(DRAGGED);
  if (!tree || !dragged) return;
  event.preventDefault();
  const { path, subtopic } = JSON.parse(dragged) as { path: string; subtopic?: string };
  const line = (event.target as Element).closest<HTMLElement>("[data-node]");
  const after = line?.dataset.node ?? lines().at(-1)?.dataset.node ?? "";
  const level = line?.dataset.level ?? "2";
  postDecided(path, subtopic ? { subtopic, after, level } : { way: "after", after, level });
}

function onDragStart(event: DragEvent): void {
  const target = event.target as Element;
  const node = target.closest<HTMLElement>("[data-node]");
  const row = target.closest<HTMLElement>("[data-row]");
  const button = (node ?? row)?.querySelector<HTMLElement>(node ? '[data-do="up"]' : "[data-row-key]");
  const path = button?.getAttribute("hx-post");
  if (!path || !event.dataTransfer) return;
  event.dataTransfer.setData(DRAGGED, JSON.stringify(row && !node ? { path, subtopic: row.dataset.row } : { path }));
  event.dataTransfer.effectAllowed = "move";
}

export function listen(): void {
  if (!document.getElementById("outline-tree")) return;
  document.addEventListener("keydown", onKey);
  document.addEventListener("dragstart", onDragStart);
  document.addEventListener("dragover", (event) => {
    if ((event.target as Element).closest("#outline-tree") && event.dataTransfer?.types.includes(DRAGGED)) event.preventDefault();
  });
  document.addEventListener("drop", onDrop);
  // what was added is no longer in the field; what was refused stays
  document.addEventListener("htmx:afterRequest", (event) => {
    const form = (event.target as Element).closest<HTMLFormElement>("form[data-clears]");
    if (form && (event as CustomEvent<{ successful: boolean }>).detail.successful) form.reset();
  });
}
