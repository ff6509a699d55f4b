// The one channel of events: what changed elsewhere is told here, and whoever shows it asks for it again.
export interface Happened {
  topic: string; // "study:12", "draft:5", or "all" after the connection was lost
  what?: string;
  version?: number;
  stamp?: string;
}

type Listener = (event: Happened) => void;

const listeners = new Set<Listener>();
let source: EventSource | null = null;

export function listenTo(topic: string, listener: Listener): () => void {
  const one: Listener = (event) => {
    if (event.topic === topic || event.topic === "all") listener(event);
  };
  listeners.add(one);
  return () => listeners.delete(one);
}

export function happened(event: Happened): void {
  for (const listener of [...listeners]) listener(event);
}

// One connection for a page. The browser makes it anew when it breaks; what was missed meanwhile is asked for then.
export function connect(address: string): void {
  if (source) return;
  source = new EventSource(address);
  let wasListening = false;
  // told by the server once it listens: what happened before that, since the page was made or while the connection was lost, is asked for
  source.addEventListener("listening", () => {
    happened({ topic: "all", ...(wasListening ? {} : { what: "first" }) });
    wasListening = true;
  });
  source.onmessage = (message: MessageEvent<string>) => {
    try {
      happened(JSON.parse(message.data) as Happened);
    } catch {
      // not an event of ours
    }
  };
  window.addEventListener("pagehide", () => {
    source?.close();
    source = null;
  });
  window.addEventListener("pageshow", (event) => {
    if (event.persisted) connect(address);
  });
}
