import { childOf, childrenOf, nameOf, readPhp, textOf, type Php, type PhpScript } from '../formats/php/document.ts';

/** A class as a source declares it. */
export interface DeclaredClass {
  script: PhpScript;
  node: Php;
  name: string;
  /** With its namespace. */
  fullName: string;
}

/** The classes that a source declares; none where it cannot be read. */
export function classesOf(text: string): DeclaredClass[] {
  const script = readPhp(text);
  if ('reason' in script) return [];
  const namespace = namespaceIn(script);
  return script.statements.flatMap((node) => {
    const name = node.kind === 'class_declaration' ? nameOf(script, node) : undefined;
    return name === undefined
      ? []
      : [{ script, node, name, fullName: namespace === '' ? name : `${namespace}\\${name}` }];
  });
}

/** The namespace of a source; empty where it has none. */
export function namespaceIn(script: PhpScript): string {
  return textOf(script, childOf(script.namespace, 'name'));
}

/** The attributes of a declaration, without those of what is in it. */
export function attributesOf(node: Php): Php[] {
  return childrenOf(node, 'attribute_list').flatMap((list) =>
    childrenOf(list, 'attribute_group').flatMap((group) => childrenOf(group, 'attribute')),
  );
}

/** The comment that stands right before a declaration; empty where none does. */
export function commentBefore(text: string, { start }: Php): string {
  const before = text.slice(0, start).trimEnd();
  return before.endsWith('*/') ? before.slice(before.lastIndexOf('/*')) : '';
}
