// Bundles the editor and the styles into the web application's static files. What it makes is committed.
import { build } from "esbuild";
import { mkdir, readFile, rm, writeFile } from "node:fs/promises";

// where it goes can be named, so that a check can build beside what is committed
const target = process.argv[2] ?? "../src/fundament/web/static/build";
await rm(target, { recursive: true, force: true });
await mkdir(target, { recursive: true });
await build({
  entryPoints: { editor: "source/desk/editor.ts", application: "source/application/application.ts", fundament: "styles/fundament.css" },
  outdir: target,
  bundle: true,
  minify: true,
  target: "es2022",
  format: "iife",
  loader: { ".woff2": "file", ".ftl": "text" },
  assetNames: "fonts/[name]",
  legalComments: "none",
});
// source maps are not shipped, so nothing may ask for them
for (const [from, to] of [
  ["htmx.org/dist/htmx.min.js", "htmx.min.js"],
  ["bootstrap/dist/css/bootstrap.min.css", "bootstrap.min.css"],
]) {
  const text = await readFile(`node_modules/${from}`, "utf-8");
  await writeFile(`${target}/${to}`, text.replace(/\n?(\/\*# sourceMappingURL=.*?\*\/|\/\/# sourceMappingURL=.*)\s*$/u, "\n"));
}
