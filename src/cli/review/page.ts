import type { ChangeSet } from '../../core/change/change-set.ts';
import type { ProblemParts } from '../../core/problem.ts';
import { REACH, runsOf } from '../render/commands-block.ts';
import { secretOrigin, totals } from '../render/change-set.ts';
import { wantedOf, type WantedRuns } from '../render/left-out.ts';
import { extrasByName } from '../render/words.ts';
import { placeInWords } from '../../core/text/place-in-words.ts';
import { filesSection } from './files-section.ts';
import { html, Html, type Content } from './html.ts';
import { choicesSection, list, packagesSection, partsSection, section } from './sections.ts';
import { STYLE } from './style.ts';

/** What a page says of itself. */
export interface PageFrame {
  /** The version of Ligament. */
  version: string;
  /** When it was made. */
  at: Date;
  /** What would be typed. */
  command: string;
}

/** A change set as one page (HTML) that needs nothing else: to be looked at before anybody agrees. */
export function reviewPage(planned: ChangeSet, runs: WantedRuns, frame: PageFrame): string {
  const { changes, notes } = wantedOf(planned, runs);
  const title = changes.title.slice(0, 1).toUpperCase() + changes.title.slice(1);
  const commands = runsOf(changes);
  const sections = [
    partsSection(changes.parts),
    choicesSection(changes.parts),
    packagesSection(changes),
    filesSection(changes.files),
    section('extras', 'Extras', extras(changes)),
    section('routes', 'Routes', routes(changes)),
    section('commands', 'Commands', [
      list(commands, ({ command, purpose }) => html`<code>${command}</code> <span class="quiet">${purpose}</span>`),
      commands.some(({ inCopy }) => inCopy) ? html`<p class="quiet">${REACH.join(' ')}</p>` : undefined,
    ]),
    section(
      'secrets',
      'Secrets',
      list(changes.secrets ?? [], (one) => html`<code>${one.variable}</code> into ${one.file}: ${secretOrigin(one)}`),
    ),
    section(
      'uses',
      'Still used, and will miss it',
      list(changes.uses ?? [], (use) => html`${placeInWords(use)} <code>${use.text}</code>`),
    ),
    section(
      'proof',
      'Proof',
      list(changes.proofs, ({ title: whose, words }) => html`${whose}: ${words}`),
    ),
    section(
      'notes',
      'Notes',
      list([...changes.warnings, ...notes], (note) => note),
    ),
  ];
  return document({ title, lead: totals(changes), frame, sections });
}

/** A refusal as such a page: why a change cannot be made, and what to do by hand. */
export function refusalPage(parts: ProblemParts, frame: PageFrame): string {
  const { what, where, why, next, handwork } = parts;
  const place = where && placeInWords(where);
  return document({
    title: what,
    lead: 'Refused: nothing was changed.',
    frame,
    sections: [
      section('where', 'Where', place && html`<p><code>${place}</code></p>`),
      section('why', 'Why', why && html`<pre>${why}</pre>`),
      section('by-hand', 'By hand', handwork && html`<pre>${handwork}</pre>`),
      section('next', 'Next', next && html`<pre>${next}</pre>`),
    ],
  });
}

interface Page {
  title: string;
  lead: string;
  frame: PageFrame;
  sections: readonly ReturnType<typeof section>[];
}

function document({ title, lead, frame, sections }: Page): string {
  const shown = sections.filter((one) => one !== undefined);
  const when = frame.at.toISOString();
  // Nothing runs in the page, and it loads nothing, whatever is written in it (Content Security Policy Level 3, section 6.1).
  const policy = "default-src 'none'; style-src 'unsafe-inline'";
  const page = html`<!doctype html>
    <html lang="en">
      <head>
        <meta charset="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <meta http-equiv="Content-Security-Policy" content="${new Html(policy)}" />
        <meta name="color-scheme" content="light dark" />
        <title>${title}</title>
        <style>
          ${new Html(STYLE)}
        </style>
      </head>
      <body>
        <a class="skip" href="#content">Skip to the change</a>
        <header>
          <h1>${title}</h1>
          <p class="lead">${lead}</p>
          <p class="quiet">
            A preview: nothing has been changed. Ligament ${frame.version},
            <time datetime="${when}">${when.slice(0, 16).replace('T', ' ')} UTC</time>. <code>${frame.command}</code>
          </p>
        </header>
        <nav aria-label="Sections">
          <ul>
            ${shown.map(({ id, heading }) => html`<li><a href="#${id}">${heading}</a></li>`)}
          </ul>
        </nav>
        <main id="content" tabindex="-1">${shown.map(({ markup }) => markup)}</main>
      </body>
    </html> `.markup.trim();
  return `${page}\n`;
}

function extras({ parts }: ChangeSet): Content {
  const all = extrasByName(parts);
  if (all.size === 0) return undefined;
  return [
    list([...all], ([name, files]) => html`<code>${name}</code> in ${files.join(', ')}`),
    html`<p class="quiet">It works without these: <code>--without NAME</code> leaves one out.</p>`,
  ];
}

function routes({ routes: all = [] }: ChangeSet): Content {
  if (all.length === 0) return undefined;
  return all.map(({ workspace, come, gone }) => [
    all.length > 1 ? html`<h3>${workspace}</h3>` : undefined,
    come.length > 0 ? [html`<p>New:</p>`, list(come, (one) => html`<code>${one}</code>`)] : undefined,
    gone.length > 0 ? [html`<p>Removed:</p>`, list(gone, (one) => html`<code>${one}</code>`)] : undefined,
  ]);
}
