/** The style of a review page: by day and by night, on narrow screens, and on paper. */
export const STYLE = `
:root {
  --paper: #fdfcf9; --ink: #21201c; --quiet: #5c5a52; --line: #d9d5c9; --panel: #f4f1e8; --link: #14528f;
  --added: #e2eefb; --added-edge: #2a6db5; --removed: #fcecd9; --removed-edge: #a5590c;
  --word: #7a1f6b; --text: #1c5c2e; --number: #7a3d00; --name: #14528f; --aside: #5c5a52;
}
@media (prefers-color-scheme: dark) {
  :root {
    --paper: #1b1c1e; --ink: #e8e6df; --quiet: #b3b0a6; --line: #3e4044; --panel: #25272a; --link: #93c2f2;
    --added: #16324d; --added-edge: #72aee8; --removed: #46300f; --removed-edge: #e3a557;
    --word: #f0aee2; --text: #a8dcb2; --number: #f2c08a; --name: #a4cdf7; --aside: #bdbab0;
  }
}
* { box-sizing: border-box; }
html { color-scheme: light dark; }
body { margin: 0 auto; max-width: 86rem; padding: 1.5rem; background: var(--paper); color: var(--ink); font: 1rem/1.5 system-ui, sans-serif; }
h1 { font-size: 1.6rem; margin: 0 0 .25rem; overflow-wrap: anywhere; }
h2 { font-size: 1.2rem; margin: 2rem 0 .5rem; border-bottom: 1px solid var(--line); padding-bottom: .25rem; }
h3 { display: inline; font: 600 .95rem/1.5 ui-monospace, monospace; overflow-wrap: anywhere; }
p { margin: .25rem 0; }
ul { margin: .25rem 0; padding-left: 1.25rem; }
.lead { font-size: 1.1rem; }
.quiet { color: var(--quiet); }
a { color: var(--link); }
a:focus-visible, summary:focus-visible { outline: 3px solid var(--link); outline-offset: 2px; }
.skip { position: absolute; left: -100vw; }
.skip:focus { left: 1rem; top: .5rem; background: var(--paper); padding: .5rem; }
.unseen { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap; }
body > nav ul { display: flex; flex-wrap: wrap; gap: .25rem 1rem; list-style: none; padding: .5rem 0; }
table { border-collapse: collapse; width: 100%; }
th { text-align: left; font-weight: 600; color: var(--quiet); }
th, td { padding: .2rem .75rem .2rem 0; vertical-align: top; overflow-wrap: anywhere; }
code, pre, .diff { font-family: ui-monospace, monospace; font-size: .875rem; }
pre { white-space: pre-wrap; background: var(--panel); padding: .75rem; overflow-wrap: anywhere; }
.tree ul { list-style: none; border-left: 1px solid var(--line); padding-left: .9rem; }
.tree > ul { border: 0; padding-left: 0; }
.tree .folder { color: var(--quiet); }
details { border: 1px solid var(--line); margin: 1rem 0; }
summary { cursor: pointer; background: var(--panel); padding: .4rem .75rem; }
details > p { padding: .25rem .75rem; }
.diff { table-layout: fixed; line-height: 1.45; }
.diff td { padding: 0 .5rem; border: 0; }
.diff col.number { width: 3.5rem; }
.diff td.number { text-align: right; color: var(--quiet); user-select: none; }
.diff code { font: inherit; white-space: pre-wrap; }
.diff ins, .diff del { text-decoration: none; display: block; position: relative; padding-left: 1ch; margin-left: -1ch; }
.diff .same code { display: block; }
.diff .added { background: var(--added); box-shadow: inset 3px 0 var(--added-edge); }
.diff .removed { background: var(--removed); box-shadow: inset 3px 0 var(--removed-edge); }
.diff .gap td { text-align: center; color: var(--quiet); background: var(--panel); }
.diff th { padding: 0; height: 0; line-height: 0; }
.hljs-keyword, .hljs-built_in, .hljs-meta, .hljs-selector-tag, .hljs-literal, .hljs-type { color: var(--word); }
.hljs-string, .hljs-regexp, .hljs-template-variable { color: var(--text); }
.hljs-number, .hljs-symbol, .hljs-variable, .hljs-bullet { color: var(--number); }
.hljs-title, .hljs-name, .hljs-attr, .hljs-attribute, .hljs-property, .hljs-section, .hljs-selector-class { color: var(--name); }
.hljs-comment, .hljs-quote { color: var(--aside); font-style: italic; }
@media (max-width: 46rem) {
  body { padding: .75rem; }
  table:not(.diff) thead { display: none; }
  table:not(.diff) tr { display: block; border-bottom: 1px solid var(--line); padding: .25rem 0; }
  table:not(.diff) td { display: inline-block; }
  .diff:not(.whole), .diff:not(.whole) :is(tbody, tr, td) { display: block; width: auto; }
  .diff:not(.whole) .number, .diff .none, .diff .same:nth-child(2) { display: none; }
  .diff .gap td { display: block; }
}
@media print {
  :root { --paper: #fff; --ink: #000; --quiet: #444; --line: #bbb; --panel: #fff; --link: #000; --added: #fff; --removed: #fff; }
  body { max-width: none; padding: 0; font-size: 10pt; }
  body > nav, .skip { display: none; }
  details, tr { break-inside: avoid-page; }
  details:has(.diff) { break-inside: auto; }
  .diff ins { font-weight: 600; }
  .diff del { text-decoration: line-through; }
}
`;
