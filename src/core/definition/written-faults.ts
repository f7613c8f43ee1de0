import { rulesFor } from '../ecosystems/versions.ts';
import { isRecord } from '../records.ts';
import type { Fault } from './faults.ts';
import { didYouMean } from './nearest.ts';
import type { Choice } from './parts.ts';
import type { Written } from './written.ts';

type Path = readonly PropertyKey[];
type Choices = Readonly<Record<string, Choice>>;

const CONDITIONS = ['when', 'fits', 'not', 'any'];

/** What is wrong with a definition whose shape is right, and is seen only in the form in which it is written. */
export function writtenFaults(written: Written): Fault[] {
  return [...conditionFaults(written.choices ?? {}, written, []), ...unprovedWays(written)];
}

/** Conditions speak of choices that there are, with values that they can have, and of ranges that are ranges. */
function conditionFaults(choices: Choices, value: unknown, path: Path, inside = false): Fault[] {
  if (Array.isArray(value))
    return value.flatMap((item, index) => conditionFaults(choices, item, [...path, index], inside));
  if (!isRecord(value)) return [];
  return Object.entries(value).flatMap(([key, item]): Fault[] => {
    const at = [...path, key];
    const inner = conditionFaults(choices, item, at, inside || CONDITIONS.includes(key));
    if (!inside || !isRecord(item)) return inner;
    if (key === 'choices') return [...inner, ...chosenFaults(choices, item, at)];
    return key === 'packages' || key === 'bundler' ? [...inner, ...rangeFaults(item, at)] : inner;
  });
}

function chosenFaults(choices: Choices, wanted: Record<string, unknown>, path: Path): Fault[] {
  return Object.entries(wanted).flatMap(([name, value]): Fault[] => {
    const choice = choices[name];
    if (!choice) {
      const what = `there is no choice "${name}"${didYouMean(name, Object.keys(choices))}`;
      return [{ path: [...path, name], atKey: true, what }];
    }
    if (choice.kind !== 'one-of' || choice.of.includes(String(value))) return [];
    return [{ path: [...path, name], what: `"${String(value)}" can never be chosen: ${choice.of.join(', ')}` }];
  });
}

function rangeFaults(ranges: Record<string, unknown>, path: Path): Fault[] {
  return Object.entries(ranges).flatMap(([name, range]): Fault[] =>
    typeof range !== 'string' || rulesFor(name).isRange(range)
      ? []
      : [{ path: [...path, name], what: `"${range}" is not a range of versions` }],
  );
}

/** What nothing proves may not work: that has to be said in so many words. */
function unprovedWays({ ways, proofs }: Written): Fault[] {
  if (proofs) return [];
  return Object.entries(ways)
    .filter(([, way]) => way.proofs === undefined)
    .map(([name]) => ({
      path: ['ways', name],
      atKey: true,
      what: `nothing proves the way "${name}"; where nothing can be proved, say "proofs: []"`,
    }));
}
