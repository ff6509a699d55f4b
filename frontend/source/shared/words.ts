// Words of the interface in the browser, from the same files as those of the server.
import { FluentBundle, FluentResource } from "@fluent/bundle";
import english from "../../../src/fundament/messages/en-gb/browser.ftl";

const FILES: Record<string, string> = { "en-gb": english };
const USUAL = "en-gb";

const asked = document.documentElement.lang.toLowerCase();
const language = asked in FILES ? asked : USUAL;
const bundle = new FluentBundle(language, { useIsolating: false });
bundle.addResource(new FluentResource(FILES[language] ?? ""));

// The words of a key ("browser.saved") with its values. A key without words shows itself: a page that works is more than a sentence.
export function inWords(key: string, values: Record<string, string | number> = {}): string {
  const pattern = bundle.getMessage(key.replaceAll(".", "-"))?.value;
  return pattern ? bundle.formatPattern(pattern, values) : key;
}
