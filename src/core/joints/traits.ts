import type { Joint } from './joint.ts';
import type { RouteList } from './route-list.ts';
import type { SheetLanguage, SourceKind } from '../definition/conditions.ts';

/** How a built app is made to answer requests, for proofs. */
export type Serve =
  /** A folder of files, relative to the workspace; pages that are not there are answered by `index.html`. */
  | { folder: string }
  /** A program of an installed package, or what runs sources itself (`node`, `php`); `{{port}}` stands for the port. */
  | {
      program: string;
      args: string[];
      environment?: Record<string, string>;
      /** A port that is written down in its sources: no other can be given. */
      port?: number;
      /** It is built first. */
      build?: boolean;
    };

/** A component that a boot module imports and shows. */
export interface Screen {
  /** The name that it has in the boot module. */
  local: string;
  /** Where it comes from, as written there, and under which name: `default` or that of the export. */
  from: string;
  name: string;
  /** It can be shown by itself: nothing is around it, and it asks for nothing. */
  alone?: boolean | undefined;
  /** What it is given there: the code of an object, with the imports that this needs. */
  given?: { code: string; imports: readonly { local: string; from: string; name: string }[] } | undefined;
}

/** How sources of the browser get variables. */
export interface PublicEnvironment {
  /** The code that stands for a variable, by its name in capitals. */
  code(this: void, name: string): string;
  /** What this code needs from a module of the app (by its path from the workspace on, without an ending). */
  import?: { name: string; file: string } | undefined;
  /**
   * What a copy of the workspace has in its files for its build to be told values, by paths in the workspace; `hidden` is told too, where
   * there is something that browsers must not get. `textOf` reads the copy.
   */
  told(
    this: void,
    values: Readonly<Record<string, string>>,
    hidden: Readonly<Record<string, string>>,
    textOf: (file: string) => string | undefined,
  ): Record<string, string>;
}

export type ViewEngine = 'ejs' | 'pug' | 'twig' | 'blade';

export interface Frame {
  begin: string;
  end: string;
}

/** The class of those who sign in: none yet, one with all that accounts need, or one that lacks something. */
export type PeopleFound =
  /** The class that there would be; `field` is what people are told apart by. */
  | { state: 'none'; class: string; field: string }
  | { state: 'own'; class: string; field: string; isNamed: boolean }
  | { state: 'unfit'; why: string[] };

/** Pages that are components of the browser's, which a server shows by their names. */
export interface PageBridge {
  shows: 'vue' | 'react';
  /** Where they are, relative to the workspace. */
  folder: string;
}

/** What a stack tells of a workspace beyond its joints: conditions ask for it, texts are filled with it. */
export interface Traits {
  sources: SourceKind[];
  runtime: 'browser' | 'server' | 'both';
  /** Folders of what is built or generated, relative to the workspace. */
  outputs: string[];
  bundler?: { name: string; version: string } | undefined;
  /** Languages of style sheets that it compiles once their compiler is installed. */
  sheets?: SheetLanguage[] | undefined;
  /** What import aliases stand for, from the workspace on, where another tool has to be told. */
  aliases?: ReadonlyMap<string, string> | undefined;
  /** The folder of the app's own modules, relative to the workspace: `src`, or `.`. */
  folder: string;
  screen?: Screen | undefined;
  serve?: Serve | undefined;
  /** Where it declares names that sources use without importing them, relative to the workspace. */
  implicitImports?: string | undefined;
  /** A program that makes what sources lean on before anything is built (generated types and settings). */
  prepare?: { program: string; args: string[] } | undefined;
  /** How modules of its own are run beside it: a program with what stands before their paths, and what they end in then. */
  runs?: { start: string; ending: string } | undefined;
  /** The folder in which each file is a page, relative to the workspace. */
  pages?: string | undefined;
  /** The kind of components that its server shows as pages, where it does. */
  pageBridge?: PageBridge['shows'] | undefined;
  /** What its modules end in where that, and not the manifest, tells their format (Node.js, "Determining module system"). */
  ending?: 'mjs' | 'cjs' | undefined;
  /** The view engine that it is set to, and the folder of the views, relative to the workspace. */
  views?: { engine: ViewEngine; folder: string } | undefined;
  /** What stands before and behind the content of a page, for templates that show it in the app's own layout; the title is `title` there. */
  frame?: ((this: void) => Frame) | undefined;
  /** The namespace of PHP that classes in its folder have. */
  namespace?: string | undefined;
  /** Who signs in, as far as the app says. */
  people?: ((this: void) => PeopleFound) | undefined;
  /** The framework's own console, a PHP program of the project, relative to the workspace: proofs run it as `console`. */
  console?: string | undefined;
  /** What the console is told to write nothing into the sources of the project itself. */
  consoleOptions?: readonly string[] | undefined;
  routeList?: RouteList | undefined;
  /** How a migration of the app is run and rolled back by this console, by its file in the workspace and its text; undefined for what is none. */
  migration?: ((this: void, file: string, text: string) => { up: string[]; down: string[] } | undefined) | undefined;
  /** What the framework keeps of its last start, relative to the workspace: packages that come or go make it wrong, and it is made anew by itself. */
  caches?: readonly string[] | undefined;
  /** The code by which it names the address of its database. */
  databaseAddress?: string | undefined;
  /** The classes of what the app keeps, with their namespaces. */
  entities?: ((this: void) => string[]) | undefined;
  /** Whether people can sign in, as far as the app says. */
  signIn?: ((this: void) => boolean) | undefined;
  /** The environment alone says which database is used: a copy can be given one of its own. */
  databaseTold?: ((this: void) => boolean) | undefined;
  /** Paths that it answers by itself, as far as they are written down. */
  paths?: ((this: void) => string[]) | undefined;
  /** An environment file is read when it is built or started, without a package of its own for that. */
  readsEnvironment?: boolean | undefined;
  publicEnvironment?: PublicEnvironment | undefined;
  /** The joint by which a proof has the app load a module, where ways have none for that. */
  proofBoot?: Joint | undefined;
  /** Under which path the built app lies. */
  base?: string | undefined;
  /** The same as code, as a script of the app says it. */
  baseCode?: string | undefined;
  /** An import that files with elements need, since these are compiled to calls of a name in scope. */
  elementsImport?: string | undefined;
  /** Elements may stand in plain .js files. */
  elementsInPlain?: boolean | undefined;
  /** The bundler follows no link out of the project, not even to a package. */
  packagesInside?: boolean | undefined;
  /** How what is loaded with the app can be seen to run; in what the boot module loads where nothing is said. */
  shownBy?: 'module' | 'component' | 'build' | undefined;
  /** Modules run on the server unless they say otherwise (React Server Components, "use client"). */
  serverComponents?: boolean | undefined;
  /** The module of the bundler's configuration, from the workspace (`./vite.config`), whether it exports a function, and the keys at its top. */
  config?: { module: string; isFunction: boolean; keys: string[] } | undefined;
}

/** What is so of a workspace that nothing is known of. */
export const PLAIN: Traits = { sources: [], runtime: 'server', outputs: [], folder: '.' };
