import { moduleAt } from './server-entry.ts';
import type { Ground } from './stack.ts';

const METHODS = 'get|post|put|patch|delete|all|use|route';
// Each pattern here begins at a boundary and has no part without an end: bundles are one line of hundreds of kilobytes.
const ROUTE = new RegExp(String.raw`\b(\w+)\.(?:${METHODS})\(\s*(['"\x60])(/[^'"\x60]{0,500})\2`, 'g');

/** The paths that a server answers by itself, as far as they are written down: those of its app, and of routers at its root. */
export function serverPaths(ground: Ground, app: string): string[] {
  const text = ground.text(app) ?? '';
  const name =
    /\b(?:(?:const|let|var)\s{1,20}|this\.|(?:private|public|protected|readonly)\s{1,20})(\w{1,100})\s{0,20}(?::[^=]{1,200})?=\s*(?:express(?:\.default)?|require\(['"]express['"]\))\s*\(\s*\)/.exec(
      text,
    )?.[1];
  if (name === undefined) return [];
  const atRoot = new RegExp(
    String.raw`\b${name}\.use\(\s*(?:['"]/['"]\s*,\s*)?(?:require\(\s*['"]([^'"]+)['"]\s*\)|(\w+))\s*\)`,
    'g',
  );
  const routers = [...text.matchAll(atRoot)].flatMap(([, direct, local]) => {
    const from = direct ?? (local === undefined ? undefined : importedFrom(text, local));
    return from?.startsWith('.') ? (moduleAt(ground, app, from) ?? []) : [];
  });
  const found = [
    ...[...text.matchAll(ROUTE)].filter(([, on]) => on === name).map(([, , , route = '']) => route),
    ...routers.flatMap((file) => [...(ground.text(file) ?? '').matchAll(ROUTE)].map(([, , , route = '']) => route)),
  ];
  return [...new Set(found)];
}

function importedFrom(text: string, local: string): string | undefined {
  const required = new RegExp(String.raw`\b${local}\b[^;\n]{0,500}=\s*require\(\s*['"]([^'"]+)['"]`).exec(text)?.[1];
  return (
    required ??
    new RegExp(String.raw`\bimport\s[^;]{0,1000}\b${local}\b[^;]{0,1000}from\s*['"]([^'"]+)['"]`).exec(text)?.[1]
  );
}
