// Below the text: the words of the whole, of the section and of what is chosen, a goal if one wants it, and the size of the text.
import type { Editor } from "@tiptap/core";
import { kept, keep } from "../desk/kept";
import { byId } from "../shared/page";
import { sectionAt } from "../desk/sections";
import { inWords } from "../shared/words";

const SIZES = [15, 16, 17, 18, 20, 22, 25]; // px
const USUAL = 18;
const WORD = /[\p{L}\p{N}]+(?:['’.,-][\p{L}\p{N}]+)*/gu;

export function wordsIn(text: string): number {
  return text.match(WORD)?.length ?? 0;
}

export class Counts {
  private whole = 0;

  constructor(
    private readonly editor: Editor,
    private readonly draft: string,
  ) {}

  // The words of the whole as the server counts them.
  show(words: number): void {
    this.whole = words;
    byId("words").textContent = inWords("browser.words", { words });
    this.showGoal();
  }

  showPlace(): void {
    const { doc, selection } = this.editor.state;
    const chosen = selection.empty ? 0 : wordsIn(doc.textBetween(selection.from, Math.min(selection.to, doc.content.size), " ", " "));
    const section = sectionAt(doc, selection.from);
    const places = [
      section ? inWords("browser.in_this_section", { words: wordsIn(doc.textBetween(section.from, section.to, " ", " ")) }) : "",
      chosen ? inWords("browser.chosen", { words: chosen }) : "",
    ];
    byId("words-here").textContent = places.filter(Boolean).map((place) => ` · ${place}`).join("");
  }

  private showGoal(): void {
    const goal = Number(kept(`goal-${this.draft}`)) || 0;
    byId("goal-said").textContent = goal ? (this.whole < goal ? inWords("browser.to_the_goal", { left: goal - this.whole, goal }) : inWords("browser.goal_reached", { goal })) : "";
    byId("goal-open").textContent = goal ? inWords("browser.change_goal") : inWords("browser.set_goal");
  }

  listen(): void {
    this.whole = Number(byId("words").dataset["words"] ?? 0);
    const [form, field] = [byId<HTMLFormElement>("goal-form"), byId<HTMLInputElement>("goal")];
    byId("goal-open").addEventListener("click", () => {
      form.hidden = !form.hidden;
      field.value = kept(`goal-${this.draft}`) ?? "";
      field.focus();
    });
    form.addEventListener("submit", (event) => {
      event.preventDefault();
      const goal = Math.round(Number(field.value));
      keep(`goal-${this.draft}`, goal > 0 ? String(Math.min(goal, 1_000_000)) : null);
      form.hidden = true;
      this.showGoal();
      this.editor.view.focus();
    });
    let size = Number(kept("text-size")) || USUAL;
    const set = (): void => byId("sheet").style.setProperty("--text-size", `${size}px`);
    const step = (by: number): void => {
      size = SIZES[Math.min(SIZES.length - 1, Math.max(0, SIZES.indexOf(size) + by))] ?? USUAL;
      keep("text-size", String(size));
      set();
    };
    byId("text-smaller").addEventListener("click", () => step(-1));
    byId("text-larger").addEventListener("click", () => step(1));
    set();
    let waiting: ReturnType<typeof setTimeout> | undefined;
    this.editor.on("transaction", () => {
      clearTimeout(waiting);
      waiting = setTimeout(() => this.showPlace(), 150);
    });
    this.showPlace();
    this.showGoal();
  }
}
