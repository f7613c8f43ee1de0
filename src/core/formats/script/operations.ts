import type { CodeStyle } from '../../text/code-style.ts';
import type { Outcome, Surroundings } from '../format.ts';
import type { ImportSpec } from './import-spec.ts';
import type { Script } from './syntax.ts';
import type { ConfigAddress, ExportName } from './values.ts';

/** The module imports another one. */
export interface ImportOperation {
  op: 'import';
  import: ImportSpec;
}

/** An item of a list by what it makes use of, by the text of one of its members, or by having a member. */
export type ItemMark = { from: string } | { key: string; value: string } | { has: string };

/**
 * The list at an address has the item `code`, which uses what `imports` bring; a list that is not there is made. A call of
 * the same import anywhere in the list counts as having it, as does an item with the same code. `unique` names a member that
 * no two items may share: an item with the same one but other code is a refusal.
 */
export interface ItemOperation {
  op: 'item';
  address: ConfigAddress;
  code: string;
  imports?: ImportSpec[] | undefined;
  /** Where it goes; last where nothing is said. Marks count before `place`. */
  place?: 'first' | 'last' | undefined;
  before?: ItemMark[] | undefined;
  after?: ItemMark[] | undefined;
  unique?: string | undefined;
  /** Others that use the same imports may stand beside it: only the same code counts as having it. */
  several?: boolean | undefined;
}

/**
 * The object at an address has the member `key` with the value `code`. Another value is a refusal, unless `any` says that
 * being there is enough or `replace` names the one that may be replaced.
 */
export interface EntryOperation {
  op: 'entry';
  address: ConfigAddress;
  key: string;
  code: string;
  imports?: ImportSpec[] | undefined;
  any?: boolean | undefined;
  replace?: string | undefined;
}

/** What the module exports by default is passed through the function `call`, with `more` arguments behind it. */
export interface WrapOperation {
  op: 'wrap';
  call: string;
  more?: string | undefined;
  imports: ImportSpec[];
}

/** A thing that the script makes by calling an export of a module; `as` is the name that the code of the operation uses. */
export interface InstanceName extends ExportName {
  as: string;
  /** Its methods that return itself. */
  fluent?: string[] | undefined;
}

/** A statement that others are placed by: the end of the imports, the last one, one that makes a thing or calls its method. */
export type Anchor = 'imports' | 'end' | { makes: InstanceName } | { calls: string; on: InstanceName };

/** The statement `code` stands before or behind another one. */
export interface StatementOperation {
  op: 'statement';
  code: string;
  side: 'before' | 'after';
  anchor: Anchor;
  imports?: ImportSpec[] | undefined;
}

/** A method call on a thing, before one of the methods `before`: in the chain, or as a statement of its own. */
export interface ChainOperation {
  op: 'chain';
  on: InstanceName;
  /** The method with its arguments: `use(router)`. */
  call: string;
  before: string[];
  imports?: ImportSpec[] | undefined;
}

/**
 * A handler registered on a server: `first`, or behind what parses bodies (`parsed`), or as the last of the `routes`, before the
 * handlers for what is not found and for errors.
 */
export interface RegisterOperation {
  op: 'register';
  on: InstanceName;
  call: string;
  phase: 'first' | 'parsed' | 'routes';
  /** Functions that make a body parser, as `json`. */
  parsers?: string[] | undefined;
  imports?: ImportSpec[] | undefined;
}

/** A JSX element: the argument of a method's call, the one that a function returns, or the only one of that name. */
export type ElementAddress = { argument: string } | { returned: 'default' | { function: string } } | { name: string };

/**
 * JSX: an element gets another one around it (`wrap`: `open` and `close` are its tags; with `inside`, around its children), a
 * `child` as its first or last, or is replaced if it is written as `was`.
 */
export type ElementOperation = { element: ElementAddress; imports?: ImportSpec[] | undefined } & (
  | { op: 'wrap-element'; open: string; close: string; inside?: boolean | undefined }
  | { op: 'child-element'; code: string; place?: 'first' | 'last' | undefined }
  | { op: 'replace-element'; code: string; was: string }
);

/**
 * Another component in the place of the one that an app shows: the first argument of the call `argument`, or else the JSX element
 * `was.element`. The import of the one before goes with it where nothing else uses it.
 */
export interface SwapOperation {
  op: 'swap';
  argument?: ExportName | undefined;
  code: string;
  imports: ImportSpec[];
  was: { local: string; import: ImportSpec; element?: string | undefined };
}

/**
 * A component around the one that an app is given: `argument` makes the app (`createApp`), and its package has the function `h` that makes
 * what is shown of a component. `properties` is the code of an object.
 */
export interface EncloseOperation {
  op: 'enclose';
  argument: ExportName;
  component: string;
  properties?: string | undefined;
  imports: ImportSpec[];
}

/** TypeScript: an interface of another module (or of the global scope) has further members. */
export interface AugmentOperation {
  op: 'augment';
  /** `global` for the global scope. */
  module: string;
  interface: string;
  members: string[];
}

export type ScriptOperation =
  | ImportOperation
  | ItemOperation
  | EntryOperation
  | WrapOperation
  | StatementOperation
  | ChainOperation
  | RegisterOperation
  | ElementOperation
  | SwapOperation
  | EncloseOperation
  | AugmentOperation;

/** One kind of edit on a parsed script. */
export interface ScriptEditor<Operation> {
  edit(script: Script, operation: Operation, style: CodeStyle, around: Surroundings): Outcome;
  remove(script: Script, operation: Operation, around: Surroundings): Outcome;
  /** What the developer has to put in, without the imports. */
  handwork(script: Script | undefined, operation: Operation, style: CodeStyle): string;
}
