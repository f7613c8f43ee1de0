import type { ComponentOperation } from './component/component.ts';
import type { FormatOperation } from './formats.ts';
import type { MarkupOperation } from './markup.ts';
import type { PhpOperation } from './php/php.ts';
import type { ScriptOperation } from './script/operations.ts';
import type { StyleOperation } from './style/style.ts';
import type { TreeOperation } from './tree-operation.ts';

/** What an edit has put into a file, in a few words that stand behind "no longer". */
export function describeEdit({ format, operation }: FormatOperation): string {
  switch (format) {
    case 'component':
      return ofComponent(operation);
    case 'dotenv':
    case 'ini':
      return `sets ${operation.key}`;
    case 'json':
    case 'yaml':
      return ofTree(operation);
    case 'lines':
      return `has the line ${operation.line}`;
    case 'markup':
      return ofMarkup(operation);
    case 'php':
      return ofPhp(operation);
    case 'script':
      return ofScript(operation);
    case 'style':
      return ofStyle(operation);
    case 'whole':
      return 'says what was put into it';
    case 'xml':
      return `has ${operation.op === 'text' ? operation.value : `<${operation.name}>`} where it was put`;
  }
}

function ofTree(operation: TreeOperation): string {
  if (operation.op === 'set') return `has ${path(operation.pointer)}`;
  if (operation.op === 'add') return `has ${JSON.stringify(operation.value)} at ${path(operation.pointer)}`;
  return `is without ${operation.op === 'drop' ? path(operation.pointer) : JSON.stringify(operation.value)}`;
}

function ofScript(operation: ScriptOperation): string {
  switch (operation.op) {
    case 'import':
      return `imports "${operation.import.from}"`;
    case 'item':
      return `has ${operation.code} in its ${list(operation.address.pointer)}`;
    case 'entry':
      return `has ${operation.key} in its ${dotted(operation.address.pointer) || 'configuration'}`;
    case 'wrap':
      return `passes its export through ${operation.call}`;
    case 'statement':
      return `has the statement ${operation.code}`;
    case 'chain':
    case 'register':
      return `calls ${operation.on.as}.${operation.call}`;
    case 'wrap-element':
      return `has ${operation.open} around its element`;
    case 'child-element':
    case 'replace-element':
      return `has the element ${operation.code}`;
    case 'swap':
      return `shows ${operation.code}`;
    case 'augment':
      return `adds to ${operation.interface} of "${operation.module}"`;
  }
}

function ofStyle(operation: StyleOperation): string {
  if (operation.op === 'import') return `imports "${operation.source}"`;
  if (operation.op === 'use') return `uses "${operation.source}"`;
  if (operation.op === 'at-rule') return `has @${operation.name} ${operation.params}`.trimEnd();
  return `declares ${Object.keys(operation.declarations).join(', ')}`;
}

function ofMarkup(operation: MarkupOperation): string {
  if (operation.op === 'link') return `links ${operation.href}`;
  if (operation.op === 'element') return `has its <${operation.tag}>`;
  return `has ${operation.name}="${operation.value}"`;
}

function ofComponent(operation: ComponentOperation): string {
  if (operation.op === 'script') return ofScript(operation.script);
  if (operation.op === 'style') return ofStyle(operation.style);
  return `has ${operation.op === 'template-child' ? operation.code : operation.open} in its template`;
}

function ofPhp(operation: PhpOperation): string {
  if (operation.op === 'use') return `uses ${operation.name}`;
  if (operation.op === 'statement') return `has the statement ${operation.code}`;
  return `has ${operation.op === 'entry' ? operation.key : operation.code} in its array`;
}

function list(pointer: string): string {
  return pointer === '' ? 'list' : `list of ${dotted(pointer)}`;
}

function dotted(pointer: string): string {
  return pointer.slice(1).replaceAll('/', '.');
}

function path(pointer: string): string {
  return pointer.slice(1).replaceAll('/', ' → ').replaceAll('~1', '/');
}
