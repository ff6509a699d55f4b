// Lists that word processors hand over as paragraphs, with their signs as text or their level in a style.

const BULLET = /^[\u2022\u00b7\u25cf\u25cb\u25aa\u25a0\u25e6\u2023\u2043\u27a2\uf0b7\uf0a7\u00a7o*-]$/u;
const NUMBER = /^\(?(?:\d{1,3}|[a-z]|[ivxl]{1,5})[.)]$/iu;
const BULLET_TEXT = /^[\u2022\u00b7\u25cf\u25cb\u25aa\u25a0\u25e6\u2023\uf0b7]\s*/u;
const DASH_TEXT = /^[-\u2013\u2014*]\s+/u;
const NUMBER_TEXT = /^(\d{1,3})[.)]\s+/u;
const BOX_TEXT = /^(?:\[([ xX])\]|([\u2610\u2611\u2612\u2705]))\s*/u;

interface Item {
  element: Element; // the paragraph
  level: number; // 1 is the outermost
  isNumbered: boolean;
  start: number;
  kind: string; // only those of one kind stand in one list
}

const style = (element: Element): string => element.getAttribute("data-style")?.toLowerCase() ?? ""; // see paste.ts

// The paragraphs become items of lists; neighbours of one list stand in one.
export function gatherLists(body: HTMLElement): void {
  for (const run of runsOf(body, itemOfOffice)) build(run);
  for (const run of runsOf(body, itemOfText)) if (run.length > 1 || BULLET_TEXT.test(run[0]?.element.textContent?.trimStart() ?? "")) build(run, true);
  joinOutlined(body);
  nestLoose(body);
  dropEmpty(body);
  findTasks(body);
}

function runsOf(body: HTMLElement, itemOf: (element: Element) => Item | null): Item[][] {
  const runs: Item[][] = [];
  let last: Element | null = null;
  for (const element of [...body.querySelectorAll("p, div, h1, h2, h3, h4, h5, h6")]) {
    if (element.closest("li") || element.querySelector("p, div, ul, ol, table")) continue;
    const item = itemOf(element);
    if (!item) continue;
    const current = runs.at(-1);
    if (current && last && nextBlock(last) === element && current[0]?.kind === item.kind) current.push(item);
    else runs.push([item]);
    last = element;
  }
  return runs;
}

function nextBlock(element: Element): Element | null {
  let next = element.nextElementSibling;
  while (next && !next.textContent?.trim() && !next.querySelector("img, table")) next = next.nextElementSibling;
  return next;
}

// a word processor's own: its style tells the list and the level, an ignored part has the sign
function itemOfOffice(element: Element): Item | null {
  const found = /mso-list:\s*l\d+\s+level(\d+)/u.exec(style(element));
  if (!found) return itemOfListStyle(element);
  const sign = [...element.querySelectorAll("[data-style]")].find((part) => style(part).replace(/\s/gu, "").includes("mso-list:ignore"));
  const text = (sign?.textContent ?? "").replace(/[\s\u00a0]/gu, "");
  sign?.remove();
  return { element, level: Number(found[1]), isNumbered: NUMBER.test(text) && !BULLET.test(text), start: Number.parseInt(text, 10) || 1, kind: "office" };
}

// the same without that style: only the paragraph's class tells that it is one of a list
function itemOfListStyle(element: Element): Item | null {
  const found = /\bMsoList(Bullet|Number)(\d?)(?:CxSp\w+)?\b/u.exec(element.getAttribute("data-class") ?? element.className);
  if (!found || itemOfText(element)) return null;
  return { element, level: Number(found[2] || 1), isNumbered: found[1] === "Number", start: 1, kind: "office" };
}

function itemOfText(element: Element): Item | null {
  if (/^H\d$/u.test(element.tagName)) return null;
  const text = (element.textContent ?? "").replace(/\u00a0/gu, " ").trimStart();
  const number = NUMBER_TEXT.exec(text);
  if (!BULLET_TEXT.test(text) && !DASH_TEXT.test(text) && !number) return null;
  return { element, level: 1, isNumbered: number !== null, start: Number(number?.[1] ?? 1), kind: number ? "number" : BULLET_TEXT.test(text) ? "bullet" : "dash" };
}

function build(run: Item[], signIsText = false): void {
  const first = run[0]?.element;
  if (!first) return;
  const { ownerDocument: document } = first;
  const lists: { list: HTMLElement; level: number }[] = [];
  const tops: HTMLElement[] = [];
  for (const { element, level, isNumbered, start } of run) {
    while (lists.length && (lists.at(-1)?.level ?? 0) > level) lists.pop();
    let current = lists.at(-1);
    const tag = isNumbered ? "OL" : "UL";
    if (current && current.level === level && current.list.tagName !== tag && lists.length === 1) lists.pop();
    current = lists.at(-1);
    if (!current || current.level < level) {
      const list = document.createElement(tag);
      if (isNumbered && start > 1) list.setAttribute("start", String(start));
      const above = current?.list.lastElementChild;
      if (above) above.append(list);
      else tops.push(list);
      lists.push({ list, level });
      current = lists.at(-1);
    }
    if (signIsText) dropSign(element);
    const item = document.createElement("li");
    const paragraph = document.createElement("p");
    paragraph.append(...element.childNodes);
    item.append(paragraph);
    current?.list.append(item);
  }
  first.before(...tops);
  for (const { element } of run) element.remove();
}

// the sign at the beginning of a paragraph's text
function dropSign(element: Element): void {
  const walker = element.ownerDocument.createTreeWalker(element, NodeFilter.SHOW_TEXT);
  let left = 1;
  while (left && walker.nextNode()) {
    const node = walker.currentNode as Text;
    const text = node.data.replace(/\u00a0/gu, " ").trimStart();
    if (!text) continue;
    node.data = text.replace(/^(?:[\u2022\u00b7\u25cf\u25cb\u25aa\u25a0\u25e6\u2023\uf0b7\u2013\u2014*-]|\d{1,3}[.)])\s*/u, "");
    left = 0;
    while (!node.data.trim() && walker.nextNode()) (walker.currentNode as Text).data = (walker.currentNode as Text).data.replace(/^[\s\u00a0]+/u, "");
  }
}

// lists of one item each, whose depth stands in an attribute, as a word processor in the browser writes them
function joinOutlined(body: HTMLElement): void {
  const levelOf = (item: Element | null): number => Number(item?.getAttribute("data-aria-level") ?? 0);
  for (const wrapper of [...body.querySelectorAll("div")]) {
    if (wrapper.children.length && [...wrapper.children].every((child) => /^[UO]L$/u.test(child.tagName))) wrapper.replaceWith(...wrapper.childNodes);
  }
  for (const list of [...body.querySelectorAll("ul, ol")]) {
    const level = levelOf(list.firstElementChild);
    const before = list.previousElementSibling;
    if (!level || !before || !/^[UO]L$/u.test(before.tagName)) continue;
    let place: Element = before;
    let depth = levelOf(before.firstElementChild);
    while (depth < level) {
      const inner: Element | null = place.lastElementChild?.lastElementChild ?? null;
      if (!inner || !/^[UO]L$/u.test(inner.tagName)) break;
      place = inner;
      depth = levelOf(inner.firstElementChild);
    }
    if (depth === level && place.tagName === list.tagName) {
      place.append(...list.children);
      list.remove();
    } else if (depth < level) place.lastElementChild?.append(list);
  }
}

// items that say nothing, and the lists of nothing else
function dropEmpty(body: HTMLElement): void {
  for (const item of [...body.querySelectorAll("li")].reverse()) if (!item.textContent?.trim() && !item.querySelector("img, input, table, hr")) item.remove();
  for (const list of [...body.querySelectorAll("ul, ol")].reverse()) if (!list.querySelector("li")) list.remove();
}

// a list right inside of a list belongs to the item before it
function nestLoose(body: HTMLElement): void {
  for (const list of [...body.querySelectorAll("ul > ul, ul > ol, ol > ul, ol > ol")]) {
    const before = list.previousElementSibling;
    if (before?.tagName === "LI") before.append(list);
    else {
      const item = body.ownerDocument.createElement("li");
      list.before(item);
      item.append(list);
    }
  }
}

function findTasks(body: HTMLElement): void {
  for (const list of [...body.querySelectorAll("ul")]) {
    const items = [...list.children].filter((child) => child.tagName === "LI");
    const boxes = items.map((item) => boxOf(item));
    if (!items.length || boxes.some((box) => box === null)) continue;
    list.setAttribute("data-type", "taskList");
    items.forEach((item, index) => {
      item.setAttribute("data-type", "taskItem");
      item.setAttribute("data-checked", String(boxes[index]?.isTicked));
      boxes[index]?.take();
    });
  }
}

function boxOf(item: Element): { isTicked: boolean; take: () => void } | null {
  const walker = item.ownerDocument.createTreeWalker(item, NodeFilter.SHOW_TEXT | NodeFilter.SHOW_ELEMENT);
  while (walker.nextNode()) {
    const node = walker.currentNode;
    if (node.nodeName === "INPUT") break;
    if (node.nodeType === Node.TEXT_NODE && node.nodeValue?.trim()) {
      const found = BOX_TEXT.exec(node.nodeValue.trimStart());
      if (!found) return null;
      return {
        isTicked: Boolean(found[1]?.trim()) || (found[2] !== undefined && found[2] !== "\u2610"),
        take: () => (node.nodeValue = (node.nodeValue ?? "").trimStart().replace(BOX_TEXT, "")),
      };
    }
  }
  const input = walker.currentNode;
  if (input.nodeName !== "INPUT" || (input as HTMLInputElement).type !== "checkbox") return null;
  return { isTicked: (input as HTMLInputElement).hasAttribute("checked"), take: () => (input as HTMLInputElement).remove() };
}
