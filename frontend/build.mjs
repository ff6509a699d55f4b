// Bundles the editor and the styles into the web application's static files. What it makes is committed.
import { build } from "esbuild";
import { cp, mkdir, rm } from "node:fs/promises";

const target = "../src/fundament/web/static/build";
await rm(target, { recursive: true, force: true });
await mkdir(target, { recursive: true });
await build({
  entryPoints: { editor: "source/editor.js", application: "source/application.js", fundament: "styles/fundament.css" },
  outdir: target,
  bundle: true,
  minify: true,
  target: "es2022",
  format: "iife",
  loader: { ".woff2": "file" },
  assetNames: "fonts/[name]",
  legalComments: "none",
});
await cp("node_modules/htmx.org/dist/htmx.min.js", `${target}/htmx.min.js`);
await cp("node_modules/bootstrap/dist/css/bootstrap.min.css", `${target}/bootstrap.min.css`);
