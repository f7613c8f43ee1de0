import type { Edit } from '../../edits/edit.ts';
import { parseScript } from '../../formats/script/syntax.ts';
import { layoutStem } from '../../joints/plain-parts.ts';
import type { Ground } from '../../joints/ground.ts';
import { elementIn } from '../../text/element-in.ts';
import type { LayoutGrowth, NoLayout, Standing } from '../../joints/growth.ts';

/**
 * How layouts come to be in an app built with Nuxt (its docs: "Layouts", "definePageMeta"): pages name theirs. One that all pages have
 * by default stays around it.
 */
export function nuxtLayout(ground: Ground, pages: Standing[], folder: string): LayoutGrowth {
  const outer = ground.has(`${folder}/layouts/default.vue`);
  return {
    pages,
    file: (name) => `${folder}/layouts/${layoutStem(name)}.vue`,
    plainText: () =>
      outer
        ? '<template>\n  <NuxtLayout name="default">\n    <div>\n      <slot />\n    </div>\n  </NuxtLayout>\n</template>\n'
        : '<template>\n  <div>\n    <slot />\n  </div>\n</template>\n',
    around(own, _, chosen) {
      const name = layoutStem(own);
      const edits: Edit[] = [];
      for (const { file } of chosen) {
        const edit = namedIn(ground, file, name);
        if ('why' in edit) return edit;
        edits.push(edit);
      }
      const app = shownBy(ground, folder);
      return 'why' in app ? app : [...edits, ...app.edits];
    },
  };
}

/** The edit by which a page names its layout. */
function namedIn(ground: Ground, file: string, name: string): Edit | NoLayout {
  const text = (ground.text(file) ?? '').replaceAll('\r\n', '\n');
  const { semicolons, quotes, indent } = ground.workspace.style;
  const quote = quotes === 'single' ? "'" : '"';
  const member = `layout: ${quote}${name}${quote}`;
  const behind = (anchor: string, code: string, glue: string): Edit => ({
    file,
    format: 'beside',
    operation: { op: 'beside', anchor, side: 'behind', code, glue },
  });
  const [meta, inner = ''] = /definePageMeta\(\{([\s\S]*?)\}\)/.exec(text) ?? [];
  if (meta !== undefined && /\blayout\s*:/.test(inner))
    return { why: `${file} names a layout already`, byHand: `Put the new one around what that has.` };
  if (meta !== undefined)
    return inner.includes('\n')
      ? behind('definePageMeta({', `${member},`, `\n${indent}`)
      : behind('definePageMeta({', `${member}${inner.trim() === '' ? ' ' : ','}`, ' ');
  const call = `definePageMeta({ ${member} })${semicolons ? ';' : ''}`;
  const [script] = /<script\b[^>]*\bsetup\b[^>]*>/.exec(text) ?? [];
  const brought = lastImport(elementIn(text, 'script')?.[1] ?? '');
  if (script !== undefined) return brought === undefined ? behind(script, call, '\n') : behind(brought, call, '\n\n');
  const [template] = /^<template\b[^>]*>/m.exec(text) ?? [];
  if (template === undefined)
    return { why: `${file} has neither a script nor a template of its own`, byHand: `Write ${call} in it.` };
  const code = `<script setup>\n${call}\n</script>`;
  return { file, format: 'beside', operation: { op: 'beside', anchor: template, side: 'before', code, glue: '\n\n' } };
}

/** The last import of a script, as it is written: what is called stands behind all of them. */
function lastImport(script: string): string | undefined {
  const parsed = parseScript(script, 'page.ts');
  const found =
    'fault' in parsed ? undefined : parsed.program.body.findLast(({ type }) => type === 'ImportDeclaration');
  return found && script.slice(found.start, found.end);
}

/** What of the app's root is needed for layouts to be shown. */
function shownBy(ground: Ground, folder: string): { edits: Edit[] } | NoLayout {
  const file = `${folder}/app.vue`;
  const text = ground.text(file);
  if (text === undefined || /<NuxtLayout\b|<nuxt-layout\b/.test(text)) return { edits: [] };
  const [inner, other] = text.match(/<(NuxtPage|nuxt-page)\b[^>]*\/>/g) ?? [];
  if (inner === undefined || other !== undefined)
    return { why: `${file} shows no layouts`, byHand: 'Put <NuxtLayout> around <NuxtPage /> there.' };
  return {
    edits: [
      {
        file,
        format: 'around',
        operation: { op: 'around', inner, before: '<NuxtLayout>', behind: '</NuxtLayout>', step: '' },
      },
    ],
  };
}
