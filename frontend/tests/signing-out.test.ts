// Signing out: what the server has is forgotten here, and what it does not take stays.
import { emptied, KEPT } from "../source/signing-out";
import { same, test } from "./harness";

function keep(draft: string): void {
  localStorage.setItem(`${KEPT}${draft}`, JSON.stringify({ document: { type: "doc" }, title_tag: "", meta_description: "", version: 3 }));
}

test("what is kept here is sent before signing out, and forgotten when the server has it", async () => {
  localStorage.clear();
  keep("7");
  keep("8");
  keep("9");
  localStorage.setItem(`${KEPT}10`, "no text");
  localStorage.setItem("something-else", "stays");
  const sent: string[] = [];
  window.fetch = async (address, request) => {
    sent.push(`${String(address)} ${String((JSON.parse(String(request?.body)) as { base_version: number }).base_version)}`);
    if (String(address).includes("/9/")) throw new TypeError("no network");
    return new Response("{}", { status: String(address).includes("/8/") ? 404 : 200 });
  };
  await emptied(localStorage, "t");
  same(sent.sort(), ["/drafts/7/text/ 3", "/drafts/8/text/ 3", "/drafts/9/text/ 3"]);
  same(Object.keys(localStorage).sort(), [`${KEPT}10`, `${KEPT}8`, `${KEPT}9`, "something-else"]);
  localStorage.clear();
});
