import path from 'node:path';
import pc from 'picocolors';
import prettyBytes from 'pretty-bytes';
import type { ChangeSet } from '../../core/change/change-set.ts';
import { groupBy } from '../../core/group-by.ts';
import { allOf } from '../../core/text/in-words.ts';
import { hint, section, shortened } from './blocks.ts';
import { laidOut, wrap } from './columns.ts';
import { printable } from './printable.ts';
import { screenWidth, textWidth } from './screen.ts';
import { adoptedPlaces, extrasByName, folderInWords, sourceInWords, useInWords } from './words.ts';

/** Where integrations go and by which way; workspaces that are alike stand together. */
export function partsBlocks(parts: ChangeSet['parts']): string[] {
  const alike = groupBy(parts, ({ title, stack, side, way, wayReason, adopted, workspaceName }) =>
    [title, stack, side ?? '', way, wayReason ?? '', ...(adopted ? [workspaceName] : [])].join('\n'),
  );
  return [...alike.values()].flatMap(([part, ...others]) => {
    if (!part) return [];
    const names = [part, ...others].map(({ workspaceName }) => pc.bold(printable(workspaceName)));
    const shown = names.length > 5 ? allOf([...names.slice(0, 4), `${names.length - 4} more`]) : allOf(names);
    if (part.adopted) return [adoptedBlock(part, allOf(names))];
    const head = `${pc.bold(printable(part.title))} goes to ${shown} (${printable(part.stack)}${part.side === 'browser' || part.side === 'server' ? `, ${part.side} side` : ''}) ${pc.cyan(printable(part.way))}.`;
    const reasons = (part.wayReason?.split('; ') ?? []).flatMap((reason) => hint(printable(reason)));
    const found =
      part.settings === undefined
        ? []
        : wrap(`Settings ${part.settings}.`, textWidth()).map((line) => pc.dim(`  ${printable(line)}`));
    return [[...wrap(head, screenWidth()), ...reasons, ...found].join('\n')];
  });
}

/** What was set up by hand: where it was found, and what would round it off. */
function adoptedBlock(part: ChangeSet['parts'][number], name: string): string {
  const { title, stack, adopted } = part;
  const rows = adoptedPlaces(part).map(({ place, what }) => [`  ${printable(place)}`, pc.dim(printable(what))]);
  const more = (adopted?.suggested ?? []).map((one) => `  ${printable(one)}`);
  return [
    `${pc.bold(printable(title))} is set up in ${name} already (${printable(stack)}): it is adopted ${pc.cyan('as it is')}.`,
    ...shortened(laidOut(rows), false, 'places'),
    ...(more.length > 0
      ? ['', pc.underline('Left out; --complete puts it in'), ...shortened(more, false, 'edits')]
      : []),
  ].join('\n');
}

/** What only rounds it off, and how it is left out. */
export function extrasBlock(parts: ChangeSet['parts']): string {
  const extras = extrasByName(parts);
  if (extras.size === 0) return '';
  const shown = [...extras].map(([name, files]) => [
    `  ${pc.bold(printable(name))}`,
    pc.dim(printable(files.filter((file) => path.posix.basename(file) !== name).join(', '))),
  ]);
  const told = hint('It works without these: --without NAME leaves one out.');
  return section('Extras', [...laidOut(shown), ...told].join('\n'));
}

/** What was chosen, by whom, and how another answer is given. */
export function choices(parts: ChangeSet['parts']): string {
  const rows = parts.flatMap(({ integration, choices: all = [] }) =>
    all.map(({ key, value, ...answer }) => [
      `  ${pc.bold(printable(`${integration}.${key}`))}`,
      value === '' ? pc.dim('none') : printable(value),
      pc.dim(printable(sourceInWords(answer))),
    ]),
  );
  const unique = new Map(rows.map((row) => [row.join('\n'), row]));
  const example = parts.find((part) => part.choices?.some(({ source }) => source !== 'given'));
  const key = example?.choices?.find(({ source }) => source !== 'given')?.key;
  const told =
    key === undefined
      ? []
      : hint(`--choose ${printable(example?.integration ?? '')}.${printable(key)}=… gives another answer.`);
  return rows.length === 0 ? '' : [...laidOut([...unique.values()]), ...told].join('\n');
}

/** The packages that come, with their license and size, and those that go. */
export function packagesBlock({ parts, dropped }: ChangeSet): string {
  const rows = new Map<string, string[]>();
  const labels = parts.some(({ packages }) => packages.some((one) => labelOf(one) !== ''));
  for (const part of parts) {
    for (const one of part.packages) {
      const { name, version, reason, declared } = one;
      const use = printable(useInWords(one, part));
      const row = [
        `  ${pc.bold(printable(name))} ${printable(version)}`,
        declared ? pc.dim(use) : use,
        ...(labels ? [printable(labelOf(one))] : []),
        pc.dim(printable(reason)),
      ];
      rows.set(row.join('\n'), row);
    }
  }
  const leaving = dropped.map(({ name, workspace }) => [
    `  ${pc.bold(printable(name))}`,
    `removed from ${printable(folderInWords(workspace))}`,
  ]);
  return section('Packages', laidOut([...rows.values(), ...leaving]).join('\n'));
}

/** License and unpacked size of a package, as far as they are known. */
function labelOf({ license, unpackedBytes }: ChangeSet['parts'][number]['packages'][number]): string {
  return [license, unpackedBytes === undefined ? undefined : prettyBytes(unpackedBytes)]
    .filter((one) => one !== undefined)
    .join(', ');
}
