import type { Clash } from '../../resolve/resolve.ts';
import { candidatesIn } from './candidates.ts';
import type { Asked } from './host-packages.ts';
import { isPlatform } from './manifest.ts';
import { titleOf } from './objections.ts';
import { platformFault } from './obtainable.ts';
import { writtenConstraint } from './written-constraint.ts';

/**
 * What a project requires itself although no version of it runs here, with the newest that does: nothing can be added to such a project.
 * Undefined where there is no such requirement, or all is locked already.
 */
export async function impossibleRequirement({ question, source, manifest }: Asked): Promise<Clash | undefined> {
  for (const [name, range] of question.required) {
    if (isPlatform(name) || question.locked.has(name)) continue;
    const document = await source.package(name);
    const wanted = document ? candidatesIn(question, document, [range]) : [];
    const [newest] = wanted;
    const fault =
      newest && wanted.every(({ meta }) => platformFault(question, meta)) && platformFault(question, newest.meta);
    if (!document || !newest || !fault) continue;
    const [running] = candidatesIn(question, document, ['*']).filter(({ meta }) => !platformFault(question, meta));
    const here = question.platform?.versions.get(fault.name);
    return {
      clash: [
        `composer.json requires ${name} ${range}`,
        `${name} ${newest.version} requires ${titleOf(fault.name)} ${fault.range}, and ${here === undefined ? 'it is not installed here' : `${here} runs here`}`,
      ],
      remedies: [
        ...(running
          ? [
              `have ${name} ${writtenConstraint(running.version, name, manifest, range)} in composer.json (${running.version} runs here)`,
            ]
          : []),
        `run ${titleOf(fault.name)} ${fault.range}`,
      ],
    };
  }
  return undefined;
}
