// What the editor can hold. The server's schema (core/documents/schema.py) allows the same.
import Image from "@tiptap/extension-image";
import { TableKit } from "@tiptap/extension-table";
import StarterKit from "@tiptap/starter-kit";
import { BlockIds } from "./block-ids";
import { Marks } from "./marks";

export const extensions = [
  StarterKit.configure({ heading: { levels: [1, 2, 3, 4, 5, 6] }, link: { openOnClick: false, protocols: ["http", "https", "mailto"] }, trailingNode: false }),
  Image.extend({
    // a picture of another host would tell that host who reads the draft: it is shown by its words
    renderHTML({ node }) {
      const source = String(node.attrs["src"] ?? "");
      const own = source.startsWith("/") && !source.startsWith("//");
      const alt = String(node.attrs["alt"] ?? "");
      return own ? ["img", { src: source, alt }] : ["span", { class: "picture", title: source }, alt ? `Picture: ${alt}` : "Picture without alt text"];
    },
  }),
  TableKit,
  BlockIds,
  Marks,
];
