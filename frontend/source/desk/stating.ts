// Words of a person on the text: not for this page, there already, covered or not, ours. They are said from the panel, and taken back there.
import { byId, said } from "../shared/page";

export function setUpStating(address: string, done: () => void, trouble: (words: string) => void): void {
  async function post(path: string, values: Record<string, string>): Promise<void> {
    const problem = await said(path, values);
    if (problem) {
      trouble(problem);
      return;
    }
    if (values["text"]) byId<HTMLTextAreaElement>("there-text").value = "";
    done();
  }

  const panel = byId("panel");
  panel.addEventListener("click", (event) => {
    const button = (event.target as Element).closest<HTMLElement>("[data-state], [data-take-back]");
    if (!button) return;
    const number = button.dataset["takeBack"];
    if (number) {
      void post(`${address}${number}/take-back/`, {});
      return;
    }
    const { state = "", block = "", text: textId } = button.dataset;
    const around = button.closest("p, details, .words-on");
    const kind = around?.querySelector("select");
    const text = textId ? byId<HTMLTextAreaElement>(textId).value : "";
    const target = textId ? "" : (button.dataset["target"] ?? kind?.value ?? "");
    const name = button.dataset["name"] ?? (textId ? "" : (kind?.selectedOptions[0]?.textContent ?? ""));
    const count = textId ? "" : (around?.querySelector("input")?.value ?? "");
    void post(address, { kind: state, target, name, block, count, text });
  });
  panel.addEventListener("keydown", (event) => {
    const kind = { c: "covered", n: "not_covered" }[event.key.toLowerCase()];
    if (!kind || event.ctrlKey || event.altKey || event.metaKey || !(event.target as Element).matches(".subject")) return;
    const button = (event.target as Element).closest("tr")?.querySelector<HTMLElement>(`[data-state=${kind}]`);
    if (!button) return;
    event.preventDefault();
    button.click();
  });
}
