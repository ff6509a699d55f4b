// What the editor can hold. The server's schema (core/documents/schema.py) allows the same.
import { Extension, Mark, mergeAttributes } from "@tiptap/core";
import { TaskItem, TaskList } from "@tiptap/extension-list";
import { TableKit } from "@tiptap/extension-table";
import StarterKit from "@tiptap/starter-kit";
import { search } from "prosemirror-search";
import { BlockIds } from "./block-ids";
import { Changes } from "./changes";
import { Marks } from "./marks";
import { Picture } from "./picture-node";

// below or above the line; one takes the other's place
const raised = (name: string, tag: string, style: string, other: string): Mark =>
  Mark.create({
    name,
    excludes: other,
    parseHTML: () => [{ tag }, { style: "vertical-align", getAttrs: (value) => (value === style ? null : false) }],
    renderHTML: ({ HTMLAttributes }) => [tag, mergeAttributes(HTMLAttributes), 0],
    addKeyboardShortcuts() {
      return { [name === "subscript" ? "Mod-," : "Mod-."]: () => this.editor.commands.toggleMark(name) };
    },
  });

// an address is one when it is written as one: "it.The" at the end of a sentence is none
const isWritten = (address: string): boolean => /^(?:https?:\/\/|www\.|mailto:|[^\s@/]+@)/iu.test(address);

const Find = Extension.create({ name: "find", addProseMirrorPlugins: () => [search()] });

export const extensions = [
  StarterKit.configure({ heading: { levels: [1, 2, 3, 4, 5, 6] }, link: { openOnClick: false, protocols: ["http", "https", "mailto", "tel"], shouldAutoLink: isWritten }, trailingNode: false }),
  Picture,
  TableKit,
  TaskList,
  TaskItem.configure({ nested: true }),
  raised("subscript", "sub", "sub", "superscript"),
  raised("superscript", "sup", "super", "subscript"),
  BlockIds,
  Marks,
  Changes,
  Find,
];
