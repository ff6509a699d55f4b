// The row of buttons above the text, and the small forms for links and images.
import type { Editor } from "@tiptap/core";
import { byId } from "./page";

export function setUpToolbar(editor: Editor): void {
  const toolbar = byId("toolbar");
  const linkForm = byId<HTMLFormElement>("link-form");
  const imageForm = byId<HTMLFormElement>("image-form");
  const run = () => editor.chain().focus();
  const commands: Record<string, () => void> = {
    paragraph: () => run().setParagraph().run(),
    h1: () => run().toggleHeading({ level: 1 }).run(),
    h2: () => run().toggleHeading({ level: 2 }).run(),
    h3: () => run().toggleHeading({ level: 3 }).run(),
    bold: () => run().toggleBold().run(),
    italic: () => run().toggleItalic().run(),
    bullets: () => run().toggleBulletList().run(),
    numbers: () => run().toggleOrderedList().run(),
    quote: () => run().toggleBlockquote().run(),
    undo: () => run().undo().run(),
    redo: () => run().redo().run(),
    link: () => open(linkForm, String(editor.getAttributes("link")["href"] ?? "")),
    image: () => open(imageForm, ""),
  };

  // what a link leads to, as it is stored: an address without a scheme is one on the web
  function addressOf(typed: string): string {
    const plain = typed.trim();
    if (!plain || /^(https?:|mailto:|tel:|\/|#)/i.test(plain)) return plain;
    return /^[^\s@/]+@[^\s@/]+\.[^\s@/]+$/.test(plain) ? `mailto:${plain}` : `https://${plain}`;
  }

  function setLink(href: string): void {
    if (editor.state.selection.empty && !editor.isActive("link")) {
      // nothing is chosen: the address itself is the text
      const words = href.replace(/^(https?:\/\/|mailto:|tel:)/i, "").replace(/\/$/, "");
      run().insertContent({ type: "text", text: words, marks: [{ type: "link", attrs: { href } }] }).unsetMark("link").run();
    } else run().extendMarkRange("link").setLink({ href }).run();
  }

  function open(form: HTMLFormElement, value: string): void {
    const wasOpen = !form.hidden;
    linkForm.hidden = imageForm.hidden = true;
    if (wasOpen) return;
    form.hidden = false;
    const input = form.querySelector("input");
    if (input) {
      input.value = value;
      input.focus();
    }
  }

  toolbar.addEventListener("click", (event) => {
    const button = (event.target as Element).closest<HTMLElement>("[data-command]");
    if (button) commands[button.dataset["command"] ?? ""]?.();
  });
  linkForm.addEventListener("submit", (event) => {
    event.preventDefault();
    const href = addressOf(linkForm.querySelector("input")?.value ?? "");
    linkForm.hidden = true;
    editor.view.focus(); // at once: the editor's own command waits for the next picture, and what is typed meanwhile would be lost
    if (href) setLink(href);
  });
  linkForm.querySelector("[data-action=remove]")?.addEventListener("click", () => {
    run().extendMarkRange("link").unsetLink().run();
    linkForm.hidden = true;
  });
  imageForm.addEventListener("submit", (event) => {
    event.preventDefault();
    const [address, alt] = imageForm.querySelectorAll("input");
    if (!address || !alt) return;
    run().setImage({ src: address.value.trim(), alt: alt.value.trim() }).run();
    address.value = alt.value = "";
    imageForm.hidden = true;
  });
  for (const form of [linkForm, imageForm]) {
    form.addEventListener("keydown", (event) => {
      if (event.key !== "Escape") return;
      event.preventDefault();
      form.hidden = true;
      editor.view.focus();
    });
  }
  byId("sheet").addEventListener("keydown", (event) => {
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "k") {
      event.preventDefault();
      commands["link"]?.();
    }
  });

  const isOn: Record<string, () => boolean> = {
    paragraph: () => editor.isActive("paragraph"),
    h1: () => editor.isActive("heading", { level: 1 }),
    h2: () => editor.isActive("heading", { level: 2 }),
    h3: () => editor.isActive("heading", { level: 3 }),
    bold: () => editor.isActive("bold"),
    italic: () => editor.isActive("italic"),
    link: () => editor.isActive("link"),
    bullets: () => editor.isActive("bulletList"),
    numbers: () => editor.isActive("orderedList"),
    quote: () => editor.isActive("blockquote"),
  };
  const refresh = () => {
    for (const button of toolbar.querySelectorAll<HTMLElement>("[data-command]")) {
      const active = isOn[button.dataset["command"] ?? ""];
      if (active) button.setAttribute("aria-pressed", String(active()));
    }
  };
  editor.on("selectionUpdate", refresh);
  editor.on("transaction", refresh);
  refresh();
}
