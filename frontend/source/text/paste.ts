// What is pasted, made plain: the structure stays, whatever a program left beside it goes. Works on HTML as clipboards carry it; the editor's schema does the rest.
import MarkdownIt from "markdown-it";
import { gatherLists } from "./paste-lists";
import { MISSING } from "./picture-node";

const DROPPED =
  "script, style, meta, title, link, xml, noscript, template, iframe, object, embed, svg, canvas, nav, button, select, textarea, audio, video, [hidden], [aria-hidden=true], del, .msoDel, .MsoCommentReference, p.MsoToc1, p.MsoToc2, p.MsoToc3, p.MsoToc4, [id^=_com_], [class*=MsoCommentText]";
const HIDDEN = /display:\s*none|mso-hide:\s*all|visibility:\s*hidden|mso-element:\s*(?:comment-list|header|footer)|mso-special-character:\s*comment/u;
const BLOCKS = "p, div, h1, h2, h3, h4, h5, h6, ul, ol, li, table, blockquote, pre, hr, figure, section, article, main, header, footer, dl, dd, dt, address, aside, form, fieldset";
const KEPT: Record<string, string[]> = {
  A: ["href"], IMG: ["src", "alt", "title"], TD: ["colspan", "rowspan"], TH: ["colspan", "rowspan"], OL: ["start"], UL: ["data-type"], LI: ["data-type", "data-checked"],
};
// what a style says in the place of a tag
const MARKS: [RegExp, string][] = [
  [/(?:^|[;\s])font-weight:\s*(?:bold(?:er)?|[6-9]00)\b/u, "strong"],
  [/(?:^|[;\s])font-style:\s*(?:italic|oblique)/u, "em"],
  [/(?:^|[;\s])text-decoration(?:-line)?:[^;]*line-through/u, "s"],
  [/(?:^|[;\s])text-decoration(?:-line)?:[^;]*underline/u, "u"],
  [/(?:^|[;\s])vertical-align:\s*super/u, "sup"],
  [/(?:^|[;\s])vertical-align:\s*sub\b/u, "sub"],
];
const UNSAID: [RegExp, string][] = [
  [/(?:^|[;\s])font-weight:\s*(?:normal|lighter|[1-4]00)\b/u, "b, strong"],
  [/(?:^|[;\s])font-style:\s*normal/u, "i, em"],
  [/(?:^|[;\s])text-decoration(?:-line)?:\s*none/u, "u, s, strike"],
];

export interface Cleaned {
  html: string;
  data: Map<string, string>; // pictures that came as data, by the place that stands for them
}

// A page under a policy may not even parse styles: they are kept under another name, and only read.
const STYLE = "data-style";
const style = (element: Element): string => element.getAttribute(STYLE)?.toLowerCase() ?? "";

function withoutStyles(html: string): string {
  return html.replace(/<style\b[\s\S]*?<\/style>/giu, "").replace(/<[a-z][^>]*>/giu, (tag) => tag.replace(/\sstyle\s*=/giu, ` ${STYLE}=`));
}

export function cleaned(html: string): Cleaned {
  // declarations of a word processor's own elements, and what only it reads
  const { body } = new DOMParser().parseFromString(withoutStyles(html).replace(/<!--\[if [^\]]*(?:mso|vml|gte)[\s\S]*?<!\[endif\]-->/gu, "").replace(/<\/?(?:o|w|m|st1):[^>]*>/gu, ""), "text/html");
  const data = new Map<string, string>();
  dropComments(body);
  for (const element of body.querySelectorAll(DROPPED)) element.remove();
  for (const element of body.querySelectorAll(`[${STYLE}]`)) if (HIDDEN.test(style(element))) element.remove();
  unwrapLayout(body);
  pictures(body, data);
  gatherLists(body);
  nameHeadings(body);
  links(body);
  tables(body);
  marks(body);
  unwrapPlacing(body);
  paragraphs(body);
  for (const element of body.querySelectorAll("*")) {
    const kept = KEPT[element.tagName] ?? [];
    for (const { name } of [...element.attributes]) if (!kept.includes(name)) element.removeAttribute(name);
  }
  return { html: body.innerHTML, data };
}

function dropComments(body: HTMLElement): void {
  const walker = body.ownerDocument.createTreeWalker(body, NodeFilter.SHOW_COMMENT);
  const found: Comment[] = [];
  while (walker.nextNode()) found.push(walker.currentNode as Comment);
  for (const comment of found) comment.remove();
}

function unwrap(element: Element): void {
  element.replaceWith(...element.childNodes);
}

function rename(element: Element, tag: string): Element {
  const made = element.ownerDocument.createElement(tag);
  for (const { name, value } of [...element.attributes]) made.setAttribute(name, value);
  made.append(...element.childNodes);
  element.replaceWith(made);
  return made;
}

// a mark around whole blocks says nothing about words: what it means is put inside, or it means nothing at all
function unwrapLayout(body: HTMLElement): void {
  for (const element of [...body.querySelectorAll("b, strong, i, em, u, s, font, span, center, a:not([href])")]) {
    if (!element.querySelector(BLOCKS)) continue;
    const isPlain = UNSAID.some(([pattern]) => pattern.test(style(element))) || ["FONT", "SPAN", "CENTER", "A"].includes(element.tagName);
    if (!isPlain) {
      for (const block of element.querySelectorAll("p, h1, h2, h3, h4, h5, h6, li, td, th")) {
        if (block.querySelector(BLOCKS) || !block.textContent?.trim()) continue;
        const mark = element.ownerDocument.createElement(element.tagName);
        mark.append(...block.childNodes);
        block.append(mark);
      }
    }
    unwrap(element);
  }
}

function pictures(body: HTMLElement, data: Map<string, string>): void {
  let number = 0;
  for (const image of body.querySelectorAll("img")) {
    const source = image.getAttribute("src") ?? "";
    const size = [image.getAttribute("width"), image.getAttribute("height")];
    if (!source || size.some((side) => side === "1" || side === "0")) {
      image.remove(); // it counts who reads
      continue;
    }
    if (/^https?:/iu.test(source)) continue;
    if (source.startsWith("/") && !source.startsWith("//")) continue;
    number += 1;
    const isData = /^data:image\//iu.test(source);
    const name = isData ? "picture" : (source.split(/[\\/]/u).at(-1) ?? "picture");
    const place = `${MISSING}${Date.now().toString(36)}-${number}/${encodeURIComponent(safeDecoded(name))}`;
    if (isData) data.set(place, source);
    image.setAttribute("src", place);
  }
}

function safeDecoded(name: string): string {
  try {
    return decodeURIComponent(name);
  } catch {
    return name;
  }
}

// paragraphs that are headings, titles or quotes by style, class or role
function nameHeadings(body: HTMLElement): void {
  for (const element of [...body.querySelectorAll("p, div")]) {
    if (element.querySelector(BLOCKS)) continue;
    const named = element.className.toString();
    const outline = /mso-outline-level:\s*([1-6])\b/u.exec(style(element));
    const heading = /^(?:MsoHeading|heading|Heading)[ _-]?([1-6])$/u.exec(named);
    const level = element.getAttribute("role") === "heading" ? element.getAttribute("aria-level") : (heading?.[1] ?? outline?.[1]);
    if (level && /^[1-6]$/u.test(level)) rename(element, `h${level}`);
    else if (/^(?:MsoTitle|title|Title)$/u.test(named)) rename(element, "h1");
    else if (/^(?:MsoQuote|MsoIntenseQuote|quotations|Quote)$/u.test(named)) {
      const quote = element.ownerDocument.createElement("blockquote");
      element.before(quote);
      quote.append(rename(element, "p"));
    }
  }
  for (const quote of body.querySelectorAll("blockquote")) {
    const before = quote.previousElementSibling;
    if (before?.tagName === "BLOCKQUOTE" && quote.childElementCount === 1) {
      before.append(...quote.childNodes);
      quote.remove();
    }
  }
}

function links(body: HTMLElement): void {
  for (const link of body.querySelectorAll("a")) {
    const address = (link.getAttribute("href") ?? "").trim();
    if (!/^(?:https?:|mailto:|tel:|\/|#(?!_))/iu.test(address)) unwrap(link);
    else link.setAttribute("href", address);
  }
}

function marks(body: HTMLElement): void {
  for (const element of [...body.querySelectorAll<HTMLElement>("span, font, b, strong, i, em, u, s, sub, sup, a, p, li, td, th, h1, h2, h3, h4, h5, h6")]) {
    const says = style(element);
    const isBlock = /^(?:P|LI|TD|TH|H\d)$/u.test(element.tagName);
    if (says) {
      if (UNSAID.some(([pattern, tags]) => pattern.test(says) && element.matches(tags))) {
        unwrap(element);
        continue;
      }
      for (const [pattern, tag] of MARKS) {
        if (!pattern.test(says) || element.matches(tag) || (tag === "u" && (element.closest("a") || element.querySelector("a")))) continue;
        if (isBlock && (element.querySelector(BLOCKS) || tag === "sub" || tag === "sup" || element.tagName === "TH")) continue;
        const mark = element.ownerDocument.createElement(tag);
        mark.append(...element.childNodes);
        element.append(mark);
      }
    }
    if (["SPAN", "FONT"].includes(element.tagName)) unwrap(element);
  }
  // a heading is strong as it is
  for (const mark of body.querySelectorAll("h1 b, h1 strong, h2 b, h2 strong, h3 b, h3 strong, h4 b, h4 strong, h5 b, h5 strong, h6 b, h6 strong, h1 u, h2 u, h3 u, h4 u, h5 u, h6 u, th b, th strong")) unwrap(mark);
  for (const mark of body.querySelectorAll("b, strong, i, em, u, s, sub, sup")) if (!mark.textContent?.trim() && !mark.querySelector("img, br")) unwrap(mark);
}

function paragraphs(body: HTMLElement): void {
  for (const element of [...body.querySelectorAll("div, section, article, main, header, footer, aside, form, dd, dt, dl, address, fieldset"), body]) {
    if (element !== body && !element.querySelector(BLOCKS)) {
      if (element.textContent?.trim() || element.querySelector("img")) rename(element, "p");
      else element.remove();
      continue;
    }
    if (element === body && !body.querySelector(BLOCKS) && !hasDoubleBreak(body)) continue; // a few words within a paragraph
    wrapLoose(element);
    if (element !== body) unwrap(element);
  }
  // two line breaks are a paragraph's end
  for (const element of [...body.querySelectorAll("p")]) if (hasDoubleBreak(element)) splitAtBreaks(element);
  body.normalize();
  const walker = body.ownerDocument.createTreeWalker(body, NodeFilter.SHOW_TEXT);
  while (walker.nextNode()) {
    const text = walker.currentNode as Text;
    if (!text.parentElement?.closest("pre")) text.data = text.data.replace(/[\u200b\ufeff\u00ad]/gu, "").replace(/[ \n\t]*\u00a0[\u00a0 \n\t]+|[ \n\t]+\u00a0/gu, " ");
  }
  for (const element of [...body.querySelectorAll("p, h1, h2, h3, h4, h5, h6, blockquote, li")]) {
    for (const edge of [element.firstChild, element.lastChild]) if (edge?.nodeName === "BR") edge.remove();
    if (!(element.textContent ?? "").replace(/[\s\u00a0]/gu, "") && !element.querySelector("img, input, hr")) element.remove();
    else if (element.lastChild instanceof Text) element.lastChild.data = element.lastChild.data.replace(/[\s\u00a0]+$/u, "");
  }
}

// Text and marks that stand beside blocks get paragraphs of their own.
function wrapLoose(element: Element): void {
  let loose: Node[] = [];
  const close = (before: Node | null): void => {
    if (loose.some((node) => node.textContent?.trim() || node.nodeName === "IMG")) {
      const paragraph = element.ownerDocument.createElement("p");
      paragraph.append(...loose);
      element.insertBefore(paragraph, before);
    } else for (const node of loose) element.removeChild(node);
    loose = [];
  };
  for (const node of [...element.childNodes]) {
    if (node instanceof Element && (node.matches(BLOCKS) || node.querySelector(BLOCKS))) close(node);
    else loose.push(node);
  }
  close(null);
}

function hasDoubleBreak(element: Element): boolean {
  return [...element.children].some((child) => child.tagName === "BR" && follows(child)?.nodeName === "BR");
}

function splitAtBreaks(element: Element): void {
  const pieces: Node[][] = [[]];
  for (const node of [...element.childNodes]) {
    if (node instanceof Element && node.tagName === "BR" && follows(node)?.nodeName === "BR") pieces.push([]);
    else pieces.at(-1)?.push(node);
  }
  element.replaceWith(
    ...pieces.map((piece) => {
      const paragraph = element.ownerDocument.createElement("p");
      paragraph.append(...piece);
      return paragraph;
    }),
  );
}

function follows(element: Element): Node | null {
  let next = element.nextSibling;
  while (next && next.nodeType === Node.TEXT_NODE && !next.nodeValue?.trim()) next = next.nextSibling;
  return next;
}

function tables(body: HTMLElement): void {
  for (const table of [...body.querySelectorAll("table")]) {
    for (const part of table.querySelectorAll("colgroup, col")) part.remove();
    for (const cell of table.querySelectorAll("thead td")) rename(cell, "th");
    const rows = [...table.rows];
    for (const row of rows.reverse()) {
      if (row.textContent?.trim() || row.querySelector("img")) break;
      row.remove();
    }
  }
}

// a table of one cell only placed what is in it
function unwrapPlacing(body: HTMLElement): void {
  for (const table of [...body.querySelectorAll("table")]) {
    const [only, ...others] = table.querySelectorAll("td, th");
    if (!only) table.remove();
    else if (!others.length) table.replaceWith(...only.childNodes);
  }
}

const markdown = new MarkdownIt({ html: false, linkify: false });

// Plain text that is written as Markdown, as HTML; null for any other text.
export function htmlOfMarkdown(text: string): string | null {
  const lines = text.split(/\r?\n/u);
  const signs = [
    /^#{1,6} \S/u, /^(?:[-*+]|\d{1,3}[.)]) \S/u, /^> \S/u, /^```/u, /^\|.+\|\s*$/u, /^(?:---|\*\*\*)\s*$/u,
  ].filter((sign) => lines.some((line) => sign.test(line))).length;
  const inline = /\*\*[^*\s][^*]*\*\*|\[[^\]]+\]\([^)\s]+\)|`[^`]+`/u.test(text);
  const isHeaded = lines.some((line) => /^#{1,6} \S/u.test(line));
  if (!isHeaded && !(signs && inline) && signs < 2 && lines.filter((line) => /^(?:[-*+]|\d{1,3}[.)]) \S/u.test(line)).length < 2 && !/\[[^\]]+\]\(https?:[^)\s]+\)|\*\*[^*\s][^*]*\*\*/u.test(text)) return null;
  return markdown.render(text);
}
