// Signing out: what the server has is forgotten here, and what it does not take stays.
import { Shelf, everyText, forgetText } from "../source/application/shelf";
import { emptied } from "../source/application/signing-out";
import { same, test } from "./harness";

async function keep(draft: string): Promise<void> {
  const shelf = new Shelf(draft, `/drafts/${draft}/text/`, () => undefined);
  shelf.keep({ pieces: ['{"type":"horizontalRule"}'], title_tag: "", meta_description: "", version: 3 });
  await shelf.settled();
}

test("what is kept here is sent before signing out, and forgotten when the server has it", async () => {
  for (const kept of await everyText()) await forgetText(kept);
  for (const draft of ["7", "8", "9"]) await keep(draft);
  const sent: string[] = [];
  window.fetch = async (address, request) => {
    sent.push(`${String(address)} ${String((JSON.parse(String(request?.body)) as { base_version: number }).base_version)}`);
    if (String(address).includes("/9/")) throw new TypeError("no network");
    return new Response("{}", { status: String(address).includes("/8/") ? 404 : 200 });
  };
  await emptied("t");
  same(sent.sort(), ["/drafts/7/text/ 3", "/drafts/8/text/ 3", "/drafts/9/text/ 3"]);
  same((await everyText()).map(({ draft }) => draft).sort(), ["8", "9"]);
  for (const kept of await everyText()) await forgetText(kept);
});
