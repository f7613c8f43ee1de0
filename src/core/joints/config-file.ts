import { fitFile } from '../formats/script/fit-file.ts';
import { wholeFile, type Edit } from '../edits/edit.ts';
import { locate } from '../formats/script/locate.ts';
import type { ConfigAddress } from '../formats/script/values.ts';
import { blockedJoint, type Joint, type JointOf } from './joint.ts';
import type { JointName } from '../definition/joints.ts';
import type { TieOf } from '../definition/ties.ts';
import type { ScriptOperation } from '../formats/script/operations.ts';
import { literally } from '../text/literally.ts';
import type { CodeStyle } from '../text/code-style.ts';
import type { Ground } from './ground.ts';

/** A configuration file of a stack. */
export interface ConfigFile {
  /** Host-relative. */
  file: string;
  /** Undefined where it is not there yet. */
  text: string | undefined;
  /** What a new one begins with. */
  seed: string;
}

/** The first of some names (in the workspace) that is there, else the one that a new file gets. */
export function configFile(
  ground: Ground,
  names: readonly string[],
  fresh: { name: string; seed: string },
): ConfigFile {
  const present = ground.first(names.map((name) => ground.inHost(name)));
  const file = present ?? ground.inHost(fresh.name);
  return { file, text: present === undefined ? undefined : ground.text(present), seed: fresh.seed };
}

/** The configuration files that scripts of the manifest name when they run a program (`--config`, `-c`), from the workspace on. */
export function namedConfigs(ground: Ground, program: string): string[] {
  const named = new RegExp(String.raw`\b${literally(program)}\b[^&|;]{0,500}?(?:--config|-c)[= ](["']?)([^\s"']+)\1`);
  return Object.values(ground.workspace.manifest.scripts).flatMap((script) => named.exec(script)?.[2] ?? []);
}

/** A joint that is a list in a configuration file. */
export function listJoint<Name extends JointName>(
  ground: Ground,
  { file, text, seed }: ConfigFile,
  address: ConfigAddress,
  joint: { name: Name; what: string; operation: (tie: TieOf<Name>) => ScriptOperation },
): JointOf<Name> {
  const located = text === undefined ? undefined : locate(text, address, { file, style: ground.workspace.style });
  const tie = (wanted: TieOf<Name>): Edit[] => [
    { file, format: 'script', operation: joint.operation(wanted), ...(located === undefined ? { seed } : {}) },
  ];
  if (located && 'refusal' in located)
    return blockedJoint(joint.name, file, `its ${joint.what} list`, located.refusal, tie);
  const made = located?.made ? `a configuration without ${joint.what}s` : `a list of ${joint.what}s`;
  return {
    name: joint.name,
    state: located ? 'present' : 'makeable',
    file,
    line: located?.line,
    detail: located ? made : 'a new configuration file',
    tie,
  };
}

/** The joint "the bundler's plugins": a list in a configuration file. */
export function pluginsJoint(ground: Ground, config: ConfigFile, address: ConfigAddress): Joint {
  return listJoint(ground, config, address, {
    name: 'bundler.plugins',
    what: 'plugin',
    operation: (tie) => ({ op: 'item', address, code: tie.call, imports: tie.imports, place: tie.place }),
  });
}

/** The text of a new configuration that a helper is given. */
export function newConfig(helper: string, from: string | undefined, body: string, style: CodeStyle): string {
  const quote = style.quotes === 'single' ? "'" : '"';
  const end = style.semicolons ? ';' : '';
  const lead = from === undefined ? [] : [`import { ${helper} } from ${quote}${from}${quote}${end}`, ''];
  return [...lead, `export default ${helper}({`, ...(body === '' ? [] : [style.indent + body]), `})${end}`, ''].join(
    style.eol,
  );
}

/** The edit that makes a file (host-relative) with a text, in the workspace's own style. */
export function newFile(ground: Ground, file: string, text: string): Edit {
  return wholeFile(file, fitFile(text, file, ground.workspace.style));
}
