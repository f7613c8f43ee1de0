import type { PlainName } from './growth.ts';

// The plainest pages and components of the frameworks, as their docs begin with them.

export function plainVuePage({ sentence }: PlainName): string {
  return `<template>\n  <main>\n    <h1>${sentence}</h1>\n  </main>\n</template>\n`;
}

export function plainReactPage({ pascal, sentence }: PlainName): string {
  return `export default function ${pascal}() {\n  return (\n    <main>\n      <h1>${sentence}</h1>\n    </main>\n  );\n}\n`;
}

/** A component in the language of its file: of Vue, of one whose markup stands by itself, or a function. */
export function plainComponent({ pascal, sentence }: PlainName, file: string): string {
  const markup = `<div>${sentence}</div>`;
  if (file.endsWith('.vue')) return `<template>\n  ${markup}\n</template>\n`;
  return /\.[cm]?[jt]sx?$/.test(file)
    ? `export default function ${pascal}() {\n  return ${markup};\n}\n`
    : `${markup}\n`;
}

/** What a layout is called. */
export function layoutName({ pascal }: PlainName): string {
  return pascal.endsWith('Layout') ? pascal : `${pascal}Layout`;
}

/** A layout that is given what it stands around, as React has it. */
export function childrenLayout(name: PlainName): string {
  const own = layoutName(name);
  return `import type { ReactNode } from 'react';\n\nexport default function ${own}({ children }: { children: ReactNode }) {\n  return <div>{children}</div>;\n}\n`;
}

/** What a layout is called in a file in lower case that says by its folder or its ending that it is one. */
export function layoutStem({ kebab }: PlainName): string {
  return kebab.replace(/-layout$/, '');
}
