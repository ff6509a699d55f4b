// Clipboards as word processors, spreadsheets and web pages fill them: what stays is the structure, what goes is their dirt.
import { cleaned, htmlOfMarkdown } from "../source/text/paste";
import { edited } from "./documents.test";
import { same, test } from "./harness";

function pasted(html: string): string {
  const editor = edited({ type: "doc", content: [{ type: "paragraph", attrs: { id: "p1" } }] });
  editor.view.pasteHTML(cleaned(html).html);
  return editor
    .getHTML()
    .replace(/ (?:colspan|rowspan)="1"| rel="[^"]*"| target="[^"]*"| style="[^"]*"| class="[^"]*"|<colgroup>.*?<\/colgroup>/gu, "")
    .replace(/(?:<p><\/p>)+$/u, "");
}

const OFFICE_HEAD = `<html xmlns:o="urn:schemas-microsoft-com:office:office" xmlns:w="urn:schemas-microsoft-com:office:word"><head><meta name=Generator content="A word processor"><style><!-- p.MsoNormal {margin:0cm;font-size:11.0pt;} --></style><!--[if gte mso 9]><xml><w:WordDocument><w:View>Normal</w:View></w:WordDocument></xml><![endif]--></head><body lang=EN-GB><!--StartFragment-->`;
const office = (inside: string): string => `${OFFICE_HEAD}${inside}<!--EndFragment--></body></html>`;
const item = (sign: string, level: number, words: string, list = "l0"): string =>
  `<p class=MsoListParagraphCxSpMiddle style='text-indent:-18.0pt;mso-list:${list} level${level} lfo1'><![if !supportLists]><span style='font-family:Symbol'><span style='mso-list:Ignore'>${sign}<span style='font:7.0pt "Times New Roman"'>&nbsp;&nbsp;&nbsp;&nbsp; </span></span></span><![endif]>${words}<o:p></o:p></p>\n`;

const CASES: [string, string, string][] = [
  ["a desktop word processor: headings, emphasis, empty paragraphs",
    office(`<h1><a name="_Toc1"></a><b>Lime\nmortar</b><o:p></o:p></h1><p class=MsoNormal>It is <b style='mso-bidi-font-weight:normal'>soft</b> and <i>breathes</i>, H<sub>2</sub>O and 5<sup>th</sup>.<o:p></o:p></p><p class=MsoNormal><o:p>&nbsp;</o:p></p><p class=MsoTitle>A title</p>`),
    "<h1>Lime mortar</h1><p>It is <strong>soft</strong> and <em>breathes</em>, H<sub>2</sub>O and 5<sup>th</sup>.</p><h1>A title</h1>"],
  ["its bullets in two levels",
    office(item("·", 1, "Sand") + item("o", 2, "sharp") + item("o", 2, "soft") + item("·", 1, "Lime")),
    "<ul><li><p>Sand</p><ul><li><p>sharp</p></li><li><p>soft</p></li></ul></li><li><p>Lime</p></li></ul>"],
  ["its numbers, with bullets below",
    office(item("1.", 1, "Rake out", "l1") + item("·", 2, "by hand", "l1") + item("2.", 1, "Wet", "l1")),
    "<ol><li><p>Rake out</p><ul><li><p>by hand</p></li></ul></li><li><p>Wet</p></li></ol>"],
  ["its numbers that begin later",
    office(item("3.", 1, "Third") + item("4.", 1, "Fourth")),
    '<ol start="3"><li><p>Third</p></li><li><p>Fourth</p></li></ol>'],
  ["its comments, deletions and footnotes",
    office(`<p class=MsoNormal>Use <a style='mso-comment-reference:A_1;mso-comment-date:20260101T0000'>lime putty</a><span class=MsoCommentReference><span style='font-size:8.0pt'><a href="#_msocom_1" id="_anchor_1">[A1]</a><span style='mso-special-character:comment'>&nbsp;</span></span></span> not <del cite="mailto:x">cement</del> gypsum<a style='mso-footnote-id:ftn1' href="#_ftn1" name="_ftnref1"><span class=MsoFootnoteReference><span style='vertical-align:super'>[1]</span></span></a>.</p><div style='mso-element:comment-list'><div style='mso-element:comment'><p class=MsoCommentText>Really?</p></div></div>`),
    "<p>Use lime putty not gypsum<sup>[1]</sup>.</p>"],
  ["its headings by outline level and its quotes",
    office(`<p class=Kopf2 style='mso-outline-level:2'><span style='font-weight:bold'>The sand</span></p><p class=MsoQuote>Soft as cheese.</p><p class=MsoNormal><a href="file:///C:/Users/me/Other.docx">Other</a> and <a href="https://a.example/x">theirs</a></p>`),
    '<h2>The sand</h2><blockquote><p>Soft as cheese.</p></blockquote><p>Other and <a href="https://a.example/x">theirs</a></p>'],
  ["its tables",
    office(`<table class=MsoTableGrid border=1><thead><tr><td><p class=MsoNormal><b>Part<o:p></o:p></b></p></td><td><p class=MsoNormal><b>Share</b></p></td></tr></thead><tr><td colspan=2><p class=MsoNormal>Sand <span style='mso-spacerun:yes'>&nbsp;</span>three</p></td></tr></table>`),
    '<table><tbody><tr><th><p>Part</p></th><th><p>Share</p></th></tr><tr><td colspan="2"><p>Sand three</p></td></tr></tbody></table>'],
  ["a word processor in the browser: an outer b that is not bold, weights as numbers",
    `<meta charset='utf-8'><b style="font-weight:normal;" id="docs-internal-guid-1"><h2 dir="ltr"><span style="font-size:16pt;font-weight:400;">The sand</span></h2><p dir="ltr"><span style="font-weight:400;">It is </span><span style="font-weight:700;">soft</span><span style="font-style:italic;"> and old</span><span style="text-decoration:line-through;"> new</span></p><br><p dir="ltr"><a href="https://a.example/" style="text-decoration:none;"><span style="color:#1155cc;text-decoration:underline;">link</span></a></p></b><br class="Apple-interchange-newline">`,
    '<h2>The sand</h2><p>It is <strong>soft</strong><em> and old</em><s> new</s></p><p><a href="https://a.example/">link</a></p>'],
  ["its lists in lists",
    `<b style="font-weight:normal"><ul><li dir="ltr" aria-level="1"><p role="presentation"><span>One</span></p></li><ul><li dir="ltr" aria-level="2"><p role="presentation"><span>Deeper</span></p></li></ul><li dir="ltr" aria-level="1"><p role="presentation"><span>Two</span></p></li></ul></b>`,
    "<ul><li><p>One</p><ul><li><p>Deeper</p></li></ul></li><li><p>Two</p></li></ul>"],
  ["its lists to tick off",
    `<b style="font-weight:normal"><ul><li role="checkbox" aria-checked="true"><p><input type="checkbox" checked>Done</p></li><li><p><input type="checkbox">Open</p></li></ul></b>`,
    '<ul data-type="taskList"><li data-checked="true" data-type="taskItem"><label><input type="checkbox" checked="checked"><span></span></label><div><p>Done</p></div></li><li data-checked="false" data-type="taskItem"><label><input type="checkbox"><span></span></label><div><p>Open</p></div></li></ul>'],
  ["another in the browser: headings by role, each item a list of its own",
    `<div class="OutlineElement"><p class="Paragraph" role="heading" aria-level="2"><span class="TextRun"><span class="NormalTextRun">The sand</span></span><span class="EOP">&nbsp;</span></p></div><div class="ListContainerWrapper"><ul class="BulletListStyle1" role="list"><li data-aria-level="1" role="listitem"><p class="Paragraph"><span class="TextRun">One</span></p></li></ul></div><div class="ListContainerWrapper"><ul role="list"><li data-aria-level="2" role="listitem"><p class="Paragraph"><span>Deeper</span></p></li></ul></div><div class="ListContainerWrapper"><ul role="list"><li data-aria-level="1" role="listitem"><p class="Paragraph"><span>Two</span></p></li></ul></div>`,
    "<h2>The sand</h2><ul><li><p>One</p><ul><li><p>Deeper</p></li></ul></li><li><p>Two</p></li></ul>"],
  ["a free word processor: font elements and line breaks of its own",
    `<html><head><style type="text/css">p { line-height: 115% }</style></head><body lang="en-GB"><h2 class="western">The <font face="Liberation Sans, sans-serif">sand</font></h2><p style="line-height: 100%"><font color="#000000"><font size="3">Wet the wall\n\tfirst.</font></font></p><p><br/>\n\n</p><ol start="2"><li><p>Second</p></li></ol><p><span style="font-weight: bold">strong</span></p></body></html>`,
    '<h2>The sand</h2><p>Wet the wall first.</p><ol start="2"><li><p>Second</p></li></ol><p><strong>strong</strong></p>'],
  ["a spreadsheet",
    `<html><body><table border=0 cellpadding=0><col width=64 span=2><tr height=20><td height=20 class=xl65 style='font-weight:700'>Part</td><td>Share</td></tr><tr><td>Sand</td><td align=right x:num>3</td></tr><tr><td></td><td></td></tr></table></body></html>`,
    "<table><tbody><tr><td><p><strong>Part</strong></p></td><td><p>Share</p></td></tr><tr><td><p>Sand</p></td><td><p>3</p></td></tr></tbody></table>"],
  ["another spreadsheet, one cell of it",
    `<google-sheets-html-origin><style type="text/css"><!--td {border: 1px solid #ccc;}--></style><table xmlns="http://www.w3.org/1999/xhtml" cellspacing="0"><tbody><tr><td style="font-weight:bold">Sand</td></tr></tbody></table></google-sheets-html-origin>`,
    "<p><strong>Sand</strong></p>"],
  ["a web page: what moves, hides or counts readers goes",
    `<div><nav><a href="/">Home</a></nav><div><h2>The sand<button>Edit</button></h2>Wet the wall.<br><br>Then point it.<img src="https://t.example/p.gif" width="1" height="1"><span style="display:none">secret</span><script>x()</script><a href="javascript:x()">here</a></div></div>`,
    "<h2>The sand</h2><p>Wet the wall.</p><p>Then point it.here</p>"],
  ["list styles that nothing else tells of, and items without words",
    office(`<p class=MsoListBullet>Sand<o:p></o:p></p><p class=MsoListBullet2>sharp</p><p class=MsoListBullet>Lime</p><p class=MsoListNumber>Rake</p><p class=MsoNormal>After</p><ul><li></li><li>&nbsp;</li></ul>`),
    "<ul><li><p>Sand</p><ul><li><p>sharp</p></li></ul></li><li><p>Lime</p></li></ul><ol><li><p>Rake</p></li></ol><p>After</p>"],
  ["bullets and numbers that are only text",
    `<p>Before</p><p>•&nbsp;Sand</p><p>•&nbsp;Lime</p><p>1. Rake</p><p>2. Wet</p><p>- only one dash</p><p>After</p>`,
    "<p>Before</p><ul><li><p>Sand</p></li><li><p>Lime</p></li></ul><ol><li><p>Rake</p></li><li><p>Wet</p></li></ol><p>- only one dash</p><p>After</p>"],
  ["bold around whole paragraphs is bold words",
    `<b><p>One</p><p>Two</p></b>`, "<p><strong>One</strong></p><p><strong>Two</strong></p>"],
  ["a table that only places one text is none",
    `<table><tr><td><h2>The sand</h2><p>Wet it.</p></td></tr></table>`, "<h2>The sand</h2><p>Wet it.</p>"],
];

for (const [name, html, wanted] of CASES) test(`pasted from ${name}`, () => same(pasted(html), wanted));

test("a picture on the writer's own disk is a place to bring it to, one that comes as data is kept aside", () => {
  const { html, data } = cleaned(`<p><img src="file:///C:/Users/me/wall%20end.png" alt="The wall"></p><p><img src="data:image/png;base64,AAAA"></p>`);
  const sources = [...html.matchAll(/src="([^"]+)"/gu)].map((found) => String(found[1]));
  same([sources[0]?.startsWith("#missing/"), sources[0]?.endsWith("/wall%20end.png"), data.size, [...data.keys()][0] === sources[1]], [true, true, 1, true]);
});

test("Markdown is told from plain text", () => {
  same(htmlOfMarkdown("# The sand\n\nIt is **soft**.")?.trim(), "<h1>The sand</h1>\n<p>It is <strong>soft</strong>.</p>");
  same(htmlOfMarkdown("- one\n- two")?.includes("<li>two</li>"), true);
  same([htmlOfMarkdown("It cost 5 * 3 * 2 pounds - or so."), htmlOfMarkdown("Dear Ann,\n\n- and so on"), htmlOfMarkdown("a_b_c and <b>")], [null, null, null]);
});
