import { rulesFor } from '../ecosystems/versions.ts';
import { isRecord } from '../records.ts';
import { fileFaults, ownModuleFaults } from './file-faults.ts';
import { FACT_NAMES } from './facts.ts';
import type { Fault } from './faults.ts';
import { didYouMean } from './nearest.ts';
import type { Definition, Way } from './definition.ts';
import { parseExpression } from '../formats/script/same-code.ts';
import type { ProofSpec } from './proof-kind.ts';
import type { TieImport } from './modules.ts';
import { faultOfCode, filled, importFaults, packageOf, PLACEHOLDER, tieFaults } from './tie-faults.ts';

type Path = readonly PropertyKey[];

// Facts of one moment: a random number of each proof, a port, what an account's script is asked, and values that are made when they are needed.
const MOMENT = ['number', 'port', 'copy'];

/** What is wrong with a definition whose shape is right: names that lead nowhere, texts that are no code, conditions that can never hold. */
export function senseFaults(definition: Definition): Fault[] {
  return [
    ...choiceFaults(definition),
    ...definition.ways.flatMap((way, index) => wayFaults(definition, way, ['ways', index])),
    ...wayNames(definition),
    ...pieceFaults(definition),
    ...placeholderFaults(definition),
    ...proofFaults(definition),
    ...peopleFaults(definition),
  ];
}

function choiceFaults({ choices = {} }: Definition): Fault[] {
  const taken: readonly string[] = [...FACT_NAMES, ...MOMENT, 'way'];
  const own = Object.keys(choices).flatMap((name): Fault[] =>
    taken.includes(name)
      ? [
          {
            path: ['choices', name],
            atKey: true,
            what: `a choice cannot be called "${name}": that is ${name === 'way' ? 'the choice of the way' : 'a fact'} already`,
          },
        ]
      : [],
  );
  const defaults = Object.entries(choices).flatMap(([name, choice]): Fault[] =>
    choice.kind === 'one-of' && !choice.of.includes(choice.default)
      ? [
          {
            path: ['choices', name, 'default'],
            what: `must be one of ${choice.of.join(', ')}${didYouMean(choice.default, choice.of)}`,
          },
        ]
      : [],
  );
  return [...own, ...defaults];
}

function wayNames({ ways }: Definition): Fault[] {
  return ways.flatMap(({ way }, index): Fault[] =>
    ways.findIndex((one) => one.way === way) < index
      ? [{ path: ['ways', index, 'way'], what: `there is a way "${way}" already` }]
      : [],
  );
}

function wayFaults(definition: Definition, way: Way, path: Path): Fault[] {
  const { choices = {} } = definition;
  const known = packagesSpokenOf(definition);
  const packages = Object.entries(way.packages).flatMap(([name, { range }]): Fault[] =>
    rulesFor(name).isRange(range) || /^[a-z][\w.-]*$/i.test(range)
      ? []
      : [{ path: [...path, 'packages', name, 'range'], what: `"${range}" is neither a range of versions nor a tag` }],
  );
  const ties = way.ties.flatMap((one, index) => tieFaults(one, [...path, 'ties', index], { choices, known }));
  const taken = Object.keys(way.fragments ?? {}).flatMap((name): Fault[] =>
    [...FACT_NAMES, ...Object.keys(choices)].includes(name)
      ? [
          {
            path: [...path, 'fragments', name],
            atKey: true,
            what: `"${name}" is the name of a fact or a choice already`,
          },
        ]
      : [],
  );
  const files = (way.files ?? []).flatMap((one, index) => fileFaults(one, [...path, 'files', index], way.fragments));
  return [...packages, ...ties, ...taken, ...files, ...ownModuleFaults(way, path)];
}

function pieceFaults({ pieces = {} }: Definition): Fault[] {
  const names = Object.keys(pieces);
  return Object.entries(pieces).flatMap(([name, { needs, files }]) => [
    ...needs.flatMap((need, index): Fault[] =>
      names.includes(need) && need !== name
        ? []
        : [
            {
              path: ['pieces', name, 'needs', index],
              what: `there is no other piece "${need}"${didYouMean(need, names)}`,
            },
          ],
    ),
    ...files.flatMap((one, index) => fileFaults(one, ['pieces', name, 'files', index])),
  ]);
}

/** The packages that a definition brings, and those that it asks for in conditions. */
function packagesSpokenOf(definition: Definition): Set<string> {
  const found = new Set<string>();
  const look = (value: unknown): void => {
    if (Array.isArray(value)) return value.forEach(look);
    if (!isRecord(value)) return;
    for (const [key, item] of Object.entries(value)) {
      if ((key === 'packages' || key === 'bundler' || key === 'imports') && isRecord(item))
        for (const name of Object.keys(item)) found.add(packageOf(name));
      look(item);
    }
  };
  look(definition.ways);
  look(definition.already);
  for (const { signs } of definition.already ?? []) signs.packages?.forEach((name) => found.add(name));
  return found;
}

/** Placeholders must be facts, choices, fragments of the way, or what a step of a proof keeps. */
function placeholderFaults(definition: Definition): Fault[] {
  const faults: Fault[] = [];
  const choices = Object.entries(definition.choices ?? {}).flatMap(([key, choice]) =>
    choice.kind === 'text' && choice.among ? [key, `${key}.code`] : [key],
  );
  const look = (value: unknown, path: Path, known: readonly string[]): void => {
    if (typeof value === 'string') {
      for (const [, name = ''] of value.matchAll(PLACEHOLDER))
        if (!known.includes(name))
          faults.push({ path, what: `{{${name}}} is neither a fact nor a choice${didYouMean(name, known)}` });
      if (/\{\{(?![^{}\n]*\}\})/.test(value.replaceAll(PLACEHOLDER, '')) && /\{\{\s*[\w.-]+\s*$/m.test(value))
        faults.push({ path, what: 'a placeholder has no end: it is written {{name}}' });
      return;
    }
    if (Array.isArray(value)) return value.forEach((item, index) => look(item, [...path, index], known));
    if (!isRecord(value)) return;
    for (const [key, item] of Object.entries(value)) look(item, [...path, key], known);
  };
  const base = [...FACT_NAMES, ...choices, ...MOMENT];
  definition.already?.forEach(({ proofs }, index) => {
    proofs.forEach((proof, at) => {
      look(proof, ['already', index, 'proofs', at], [...base, ...keptBy(proof)]);
    });
  });
  for (const [name, { files }] of Object.entries(definition.pieces ?? {})) look(files, ['pieces', name, 'files'], base);
  definition.ways.forEach((way, index) => {
    const known = [...base, ...Object.keys(way.fragments ?? {})];
    look(way.files, ['ways', index, 'files'], known);
    look(way.ties, ['ways', index, 'ties'], known);
    look(way.fragments, ['ways', index, 'fragments'], known);
    look(way.commands, ['ways', index, 'commands'], known);
    way.proofs.forEach((proof, at) => {
      look(proof, ['ways', index, 'proofs', at], [...base, ...keptBy(proof)]);
    });
  });
  return faults;
}

/** The names under which steps of a proof keep what they find. */
function keptBy({ steps }: ProofSpec): string[] {
  if (!Array.isArray(steps)) return [];
  return steps.flatMap((step: unknown) => (isRecord(step) && isRecord(step.keep) ? Object.keys(step.keep) : []));
}

function proofFaults(definition: Definition): Fault[] {
  const known = packagesSpokenOf(definition);
  const faultsOf = (list: 'ways' | 'already') => (one: { proofs: ProofSpec[] }, index: number) =>
    one.proofs.flatMap((proof, at) => {
      const path = [list, index, 'proofs', at];
      return [...stepFaults(proof, path), ...probeFaults(proof, path, known)];
    });
  return [...definition.ways.flatMap(faultsOf('ways')), ...(definition.already ?? []).flatMap(faultsOf('already'))];
}

function stepFaults({ steps }: ProofSpec, path: Path): Fault[] {
  if (!Array.isArray(steps)) return [];
  return steps.flatMap((step: unknown, at): Fault[] => {
    const keep = isRecord(step) && isRecord(step.keep) ? step.keep : {};
    return Object.entries(keep).flatMap(([name, pattern]): Fault[] => {
      const fault = faultOfPattern(String(pattern));
      return fault === undefined
        ? []
        : [{ path: [...path, 'steps', at, 'keep', name], what: `is not a pattern: ${fault}` }];
    });
  });
}

/** Code that a proof plants is code, with imports of packages that are known. */
function probeFaults({ imports, code, value }: ProofSpec, path: Path, known: ReadonlySet<string>): Fault[] {
  const fault = typeof code === 'string' ? faultOfCode(code) : undefined;
  return [
    ...(Array.isArray(imports) ? importFaults(imports as TieImport[], path, known) : []),
    ...(fault === undefined ? [] : [{ path: [...path, 'code'], what: `is not TypeScript: ${fault}` }]),
    ...(typeof value === 'string' && !parseExpression(filled(value), 'code.tsx')
      ? [{ path: [...path, 'value'], what: `"${value}" is not an expression` }]
      : []),
  ];
}

function faultOfPattern(pattern: string): string | undefined {
  try {
    new RegExp(filled(pattern));
    return undefined;
  } catch (error) {
    return error instanceof Error ? error.message : 'it cannot be read';
  }
}

/** Accounts are made by a script that comes with a way. */
function peopleFaults({ people, ways }: Definition): Fault[] {
  if (!people) return [];
  if (people.console !== undefined && people.script === undefined) return [];
  const scripts = ways.flatMap(({ ties }) =>
    ties.flatMap((one) => (one.at === 'manifest.scripts' ? Object.keys(one.scripts) : [])),
  );
  const { script = '' } = people;
  return scripts.includes(script)
    ? []
    : [
        {
          path: ['people', 'script'],
          what: `no way brings a script "${script}"${didYouMean(script, scripts)}`,
        },
      ];
}
