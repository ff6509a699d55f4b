// A picture on the sheet: the workspace's own ones are shown, those of other hosts by their words, and those still to be brought are asked for.
import Image from "@tiptap/extension-image";
import type { Node } from "@tiptap/pm/model";
import { inWords } from "../shared/words";

export const MISSING = "#missing/"; // as in core/documents/schema.py

const words = (node: Node, name: string): string => String(node.attrs[name] ?? "");

export function isMissing(source: string): boolean {
  return source.startsWith(MISSING);
}

export function isOwn(source: string): boolean {
  return source.startsWith("/") && !source.startsWith("//");
}

// How a picture is called where it cannot be shown.
export function calledOf(node: Node): string {
  const source = words(node, "src");
  const name = decodeURIComponent(source.split(/[?#]/u)[isMissing(source) ? 1 : 0]?.split("/").at(-1) ?? "");
  return words(node, "alt") || name;
}

function draw(figure: HTMLElement, node: Node): void {
  const source = words(node, "src");
  let shown: HTMLElement;
  if (isOwn(source)) {
    const image = document.createElement("img");
    image.src = `${document.getElementById("sheet")?.dataset["shown"] ?? ""}${source}`; // a visitor is shown them elsewhere
    image.alt = words(node, "alt");
    shown = image;
  } else {
    shown = document.createElement("span");
    shown.className = "picture";
    shown.title = isMissing(source) ? inWords("browser.picture_missing") : source;
    shown.textContent = isMissing(source) ? inWords("browser.picture_to_bring", { name: calledOf(node) }) : inWords("browser.picture_elsewhere", { name: calledOf(node) || inWords("browser.without_alt") });
    if (isMissing(source)) shown.dataset["missing"] = source;
    else if (/^https?:/iu.test(source)) {
      shown.dataset["outside"] = source;
      shown.textContent += `. ${inWords("browser.bring_it_in")}`;
    }
  }
  figure.replaceChildren(shown);
  if (isOwn(source) && node.attrs["alt"] === null) figure.append(remark(inWords("browser.no_alt_yet")));
  const caption = [words(node, "caption"), words(node, "credit")].filter(Boolean).join(" · ");
  if (caption) {
    const under = document.createElement("figcaption");
    under.textContent = caption;
    figure.append(under);
  }
}

function remark(text: string): HTMLElement {
  const made = document.createElement("span");
  made.className = "picture-remark";
  made.textContent = text;
  return made;
}

export const Picture = Image.extend({
  addAttributes() {
    const kept = { default: null, renderHTML: () => ({}), parseHTML: () => null };
    return { src: { default: null }, alt: { default: null }, title: { default: null }, caption: kept, credit: kept };
  },
  parseHTML() {
    return [
      {
        tag: "figure",
        getAttrs: (element) => {
          const image = element.querySelector("img[src]");
          const under = element.querySelector("figcaption");
          if (!image || element.querySelectorAll("img, table, p:not(figcaption p)").length > 1) return false;
          const credit = under?.querySelector("small")?.textContent?.trim() ?? "";
          const caption = (under?.textContent ?? "").replace(/\s+/gu, " ").trim();
          return {
            src: image.getAttribute("src"), alt: image.getAttribute("alt"), title: image.getAttribute("title"),
            caption: (credit ? caption.slice(0, -credit.length) : caption).trim() || null, credit: credit || null,
          };
        },
      },
      { tag: "img[src]", getAttrs: (element) => ({ src: element.getAttribute("src"), alt: element.getAttribute("alt"), title: element.getAttribute("title") }) },
    ];
  },
  renderHTML({ node }) {
    const image: [string, Record<string, string>] = ["img", Object.fromEntries(["src", "alt", "title"].filter((name) => node.attrs[name] !== null).map((name) => [name, words(node, name)]))];
    const [caption, credit] = [words(node, "caption"), words(node, "credit")];
    if (!caption && !credit) return image;
    return ["figure", image, ["figcaption", `${caption} `, ["small", credit]]];
  },
  addNodeView() {
    return ({ node }) => {
      const figure = document.createElement("figure");
      let now = node;
      draw(figure, now);
      return {
        dom: figure,
        update: (next) => {
          if (next.type !== now.type) return false;
          if (next.attrs !== now.attrs) draw(figure, next);
          now = next;
          return true;
        },
        ignoreMutation: () => true,
      };
    };
  },
});
