import type { Subject } from '../analogy/like.ts';
import type { Spelling } from '../analogy/spellings.ts';
import type { Tie } from '../definition/ties.ts';
import type { Edit } from '../edits/edit.ts';

/** What is made like others of its kind. */
export type AlikePart = 'page' | 'endpoint' | 'component' | 'middleware';

/** A part that a workspace has. Those with an address have one of their own: none with a parameter, none for whatever is not found. */
export interface Standing {
  /** Begins with a slash: `/plots`, or `/` for the first page. */
  address?: string | undefined;
  /** What something else puts before the address that it states: `/en`. */
  prefix?: string | undefined;
  /** The file that shows it, relative to the host's root. */
  file: string;
  /** Its name as the host writes it: `PlotsPage`, `plots`. */
  name: string;
  /** What links to it may name it by: its route's name. */
  called?: string | undefined;
  /** It states its address itself, and waits for no table. */
  states?: boolean | undefined;
  /** Where it is listed; nowhere where its file alone makes it what it is. */
  listed?: Listing | undefined;
  /** The statement by which another module hands it on. */
  handedOn?: (Stretch & { file: string }) | undefined;
}

/** A place in a table of routes, by offsets in the table's file. */
export interface Listing {
  /** Relative to the host's root. */
  file: string;
  /** The part of the table that is this one's alone. */
  entry: Stretch;
  /** The address that the entries around it stand for: `/` at the top. */
  below: string;
  /** Where the list begins that the entry is in, where a file can have several. */
  list?: number | undefined;
  /** The import by which the table has it, where it loads it at once; or its name in one `from` a module that brings several. */
  brought?: (Stretch & { from?: string | undefined }) | undefined;
  /** What the entry is written as: an object of a list, an element, or a statement. */
  form: 'object' | 'element' | 'statement';
}

export interface Stretch {
  start: number;
  end: number;
}

/** How a file is named whose place alone makes it a page. */
export interface FileRoutes {
  /** The folder that addresses are counted from, relative to the host's root. */
  folder: string;
  /** The address that a file below this folder shows; undefined for one that is no page of its own. */
  addressOf(this: void, file: string): string | undefined;
  /** What a page's file is called, by the last part of its address, where no other page shows it: `plots.vue`, `plots/page.tsx`. */
  plain(this: void, segment: string): string;
}

/** The name of a part that is made by itself, in the spellings that plain texts need. */
export interface PlainName {
  pascal: string;
  camel: string;
  kebab: string;
  snake: string;
  sentence: string;
}

/** The first of its kind, in the plainest form that the docs of its stack have. */
export interface First {
  /** Relative to the host's root. */
  file: string;
  /** What registers it; none where its file alone makes it what it is. */
  ties: Tie[];
  /** What else has to change for it, where it is the first. */
  edits?: Edit[] | undefined;
  /** The same in words. */
  also?: string | undefined;
  /** What something else puts before the address that it states. */
  prefix?: string | undefined;
}

/** How parts of one kind come to be in a workspace. */
export interface KindGrowth {
  standing: Standing[];
  /** Addresses at which something else answers that is no such part, each with its file. */
  taken?: ReadonlyMap<string, string> | undefined;
  /** Its name may stand in both numbers: a class is called `Plot`, and what it answers at `/plots`. */
  numbered?: boolean | undefined;
  /** How names are written where nothing tells; with hyphens where nothing is said. */
  usual?: Spelling | undefined;
  /** The files that one has by naming them otherwise than by a path of its own: the templates that it shows. */
  brings?: ((this: void, file: string) => string[]) | undefined;
  /** The names by which one gives something to what it brings. */
  gives?: ((this: void, text: string) => string[]) | undefined;
  /** What the plainest one needs beside its file. */
  beside?: ((this: void, name: PlainName, file: string) => Edit[]) | undefined;
  /** Whether a module that a text brings in is there to be brought: a new one named like it is left out otherwise. */
  leadsNowhere?: ((this: void, brought: string) => boolean) | undefined;
  routes?: FileRoutes | undefined;
  /** What one says where no other shows how they are written: scripts as TypeScript and ES modules, in the manner of this project. */
  plainText(this: void, name: PlainName, file: string): string;
  /** How the first one comes to be where none stands; undefined where that cannot be told. */
  first?: ((this: void, name: PlainName, address: string) => First) | undefined;
  /** What the address of the first one begins with, where nothing is said; `/api` for what answers programs unless it says so. */
  below?: string | undefined;
  /** The folder for new ones where what stands says nothing of them: it is only what the root of the app shows. */
  home?: string | undefined;
  /** Whether a text does what such a part must: one that does not is written in the plainest form. */
  does?: ((this: void, text: string) => boolean) | undefined;
  /**
   * An entry of a table, as code, that loads what it shows only then, by one that has it at once; undefined where it cannot. Left out
   * where each part is loaded by itself.
   */
  lazily?: ((this: void, entry: string, shown: Loaded) => string | undefined) | undefined;
  /** Whether a text does nothing but what any of its kind does: all of it is taken then where it is the only one. */
  isPlain?: ((this: void, text: string) => boolean) | undefined;
  /** What a handler answers with where nothing else is known, as code; `response` is the name of what it answers by. */
  answer?: ((this: void, response: string) => string) | undefined;
  /** The edits by which something else names a new one as it names all of some others. */
  alsoNamed?: ((this: void, others: readonly NamedFile[], subject: Subject) => Edit[]) | undefined;
}

/** What an entry shows: a name, and the module that it is the default of, or an export under this name. */
export interface Loaded {
  name: string;
  /** As code, with its quotes. */
  from: string;
  isDefault: boolean;
}

/** A part by its file, with the words of its name. */
export interface NamedFile {
  file: string;
  words: readonly string[];
}

/** Why something cannot be put around pages, and what can be done by hand. */
export interface NoLayout {
  why: string;
  byHand: string;
}

/** How layouts come to be around pages. */
export interface LayoutGrowth {
  /** The pages that can have one around them. */
  pages: Standing[];
  /** The file of a new one, relative to the host's root. */
  file(this: void, name: PlainName): string;
  plainText(this: void, name: PlainName, file: string): string;
  /** What puts one, by its file, around some pages and nothing else. */
  around(this: void, name: PlainName, file: string, pages: readonly Standing[]): Edit[] | NoLayout;
}

/** A folder of an app that is a part of its own, registered by a class: a bundle. */
export interface Bundle {
  /** Its class: `GardenBundle`. */
  name: string;
  /** Its class's file, and its folder, relative to the host's root. */
  file: string;
  folder: string;
}

/** A place that names a bundle and stays, for people to look at. */
export interface Trace {
  file: string;
  line: number;
  text: string;
}

/** How bundles come to be, and how one is taken out. */
export interface BundleGrowth {
  standing: Bundle[];
  /** What makes one whose pages are below an address, its folder, and what people should know of it; why not, where it cannot. */
  make(this: void, name: PlainName, address: string): { edits: Edit[]; folder: string; about: string[] } | NoLayout;
  /** The texts of files without one (undefined where they go), and what still names it then. */
  without(this: void, bundle: Bundle): Promise<{ texts: Map<string, string | undefined>; left: Trace[] } | NoLayout>;
}

/** Something that an app keeps many of, by the class that stands for one. */
export interface Entity {
  /** The class's own name: `Plot`. */
  name: string;
  /** Relative to the host's root. */
  file: string;
  /** What a page may show of one, in the order in which the class or its table has it. */
  fields: EntityField[];
  /** What no list shows: secrets, lists, other entities. */
  leftOut: string[];
}

export interface EntityField {
  /** As templates name it. */
  name: string;
  kind: 'text' | 'yes-or-no' | 'date' | 'moment';
}

/** A page that lists what there is of an entity, as it is to be made. */
export interface NewList {
  entity: Entity;
  /** The name of one, and of all of them. */
  one: PlainName;
  all: PlainName;
  address: string;
  /** The name of its route as the other pages' routes are named; undefined where they tell none. */
  called: string | undefined;
}

/** A page that lists an entity, as it is made. */
export interface MadeList {
  edits: Edit[];
  /** The file that shows it. */
  file: string;
  /** The name of its route. */
  called: string | undefined;
  /** The statement by which it is listed, behind another one's. */
  entry?: { file: string; behind: Stretch; code: string } | undefined;
  proofs: ListProof[];
}

/** How pages come to be that list what there is of an entity. */
export interface ListGrowth {
  entities: Entity[];
  /** The pages beside which it stands. */
  pages: KindGrowth;
  /** What makes one, the file that shows it, and what proves it; why not, where it cannot. */
  make(this: void, list: NewList): MadeList | NoLayout;
}

/** A program of the app that ends well, and what it says. */
export interface ListProof {
  run: string[];
  says?: string;
  checks: string;
}

/** What grows in a workspace, as its stack tells when it is asked for; what is left out does not grow there. */
export type Growth = Partial<Record<AlikePart, () => KindGrowth | undefined>> & {
  layout?: (() => LayoutGrowth | undefined) | undefined;
  bundle?: (() => BundleGrowth) | undefined;
  'list-page'?: (() => ListGrowth | undefined) | undefined;
};
