import type { ModuleStyle } from '../formats/script/native.ts';
import type { Traits } from '../joints/traits.ts';
import { WorkspaceFacts } from '../survey/survey.ts';
/** How the modules of a workspace are written. */
export function moduleStyleOf(
  { language, moduleFormat }: Pick<WorkspaceFacts, 'language' | 'moduleFormat'>,
  { runtime, ending, pageBridge }: Traits,
): ModuleStyle {
  if (runtime !== 'server' || pageBridge) return { language, modules: 'esm' };
  const modules = ending === undefined ? moduleFormat : ending === 'mjs' ? 'esm' : 'commonjs';
  return { language, modules, ending };
}
