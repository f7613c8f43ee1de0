// The layers of the sources, from the bottom up: what is in one imports only from itself and from those before it. `npm run check`
// holds every import against this list, docs/architecture.md tells what each is for.
export const LAYERS = [
  'core',
  'core/text',
  'core/doors',
  'core/formats',
  'core/analogy',
  'core/edits',
  'core/resolve',
  'core/ecosystems',
  'core/definition',
  'core/change',
  'core/survey',
  'core/measure',
  'core/ledger',
  'core/history',
  'core/host',
  'core/uses',
  'core/joints',
  'core/stacks',
  'core/facts',
  'core/apply',
  'core/prove',
  'core/plan',
  'core/grow',
  'core/enrol',
  'cli',
];

/** The index of the layer that a source is in, by its path below `src/`; of a folder that is in none the list must be told. */
export function layerOf(file) {
  const folder = file.split('/').slice(0, -1).join('/');
  const [top, second] = folder.split('/');
  const name = top === 'cli' ? 'cli' : second === undefined ? 'core' : `core/${second}`;
  return LAYERS.indexOf(name);
}
