/** A page or an endpoint that a workspace has, at an address of its own (none with a parameter, none for whatever is not found). */
export interface StandingPage {
  /** Begins with a slash: `/plots`, or `/` for the first page. */
  address: string;
  /** The file that shows it, relative to the host's root. */
  file: string;
  /** Its name as the host writes it: `PlotsPage`, `plots`. */
  name: string;
  /** Where it is listed; nowhere where its file alone makes it a page. */
  listed?: Listing | undefined;
}

/** A place in a table of routes, by offsets in the table's file. */
export interface Listing {
  /** Relative to the host's root. */
  file: string;
  /** The part of the table that is the page's alone. */
  entry: Stretch;
  /** The address that the entries around it stand for: `/` at the top. */
  below: string;
  /** The import by which the table has it, where it loads it at once; or its name in one `from` a module that brings several. */
  brought?: (Stretch & { from?: string | undefined }) | undefined;
  /** The statement by which another module hands it on to the table. */
  handedOn?: (Stretch & { file: string }) | undefined;
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

/** How pages come to be in a workspace. */
export interface PageGrowth {
  pages: StandingPage[];
  routes?: FileRoutes | undefined;
  /** What a page says where no other shows how pages are written. */
  plainText(this: void, name: { pascal: string; sentence: string }): string;
}

/** What grows in a workspace, as its stack tells; what is left out does not grow there. */
export interface Growth {
  pages?: PageGrowth | undefined;
  /** What answers requests of programs: made like pages, but for what people see. */
  endpoints?: PageGrowth | undefined;
  /** Components that several pages use, told by their names: their addresses are none that anybody types. */
  components?: StandingPage[] | undefined;
}
