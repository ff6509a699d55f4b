// What is used of htmx from scripts.
interface Htmx {
  trigger: (element: Element, name: string) => void;
  swap: (target: Element, content: string, how: { swapStyle: string }) => void;
  ajax: (verb: string, path: string, context: object) => Promise<void>;
}

declare global {
  interface Window {
    htmx?: Htmx;
  }
}

// Something is done, and what was done stands in the line above the table, with its undo.
export function postDecided(path: string, values: Record<string, string>): void {
  void window.htmx?.ajax("POST", path, { target: "#decided", swap: "innerHTML", values });
}
