import type { Definition } from './definition.ts';

// What people call what an integration of a kind does.
const KINDS: Readonly<Record<string, string>> = {
  authentication: 'auth login log in sign in signin signup sign up register account user users password session oauth',
  data: 'fetch http request api client cache query database sdk backend',
  environment: 'env dotenv variables settings config',
  format: 'formatter formatting pretty style code hooks commit git',
  interface: 'ui components component kit widgets design system',
  lint: 'linter linting static analysis quality types rules',
  routing: 'router routes route navigation pages links',
  server: 'api middleware security headers logging log errors cors debug',
  state: 'store stores',
  styling: 'css style styles theme design utility font fonts typeface',
  testing: 'test tests unit fixtures',
};

/**
 * Whether each of some words is in what an integration is called or does, or in what its packages bring: a class or a module that a
 * program did not find is found by its name too.
 */
export function isAbout(definition: Definition, words: readonly string[]): boolean {
  const { integration, title, kind, about, ways } = definition;
  const said = `${integration} ${title} ${kind} ${about} ${KINDS[kind] ?? ''}`.toLowerCase();
  const brought = ways
    .flatMap((way) => [...Object.keys(way.packages), JSON.stringify(way.ties)])
    .join(' ')
    .toLowerCase();
  return words.every((word) => {
    const own = word.toLowerCase();
    // Names of classes stand with doubled signs in what a tie says.
    return (
      said.includes(own) ||
      (own.length > 3 && (brought.includes(own) || brought.includes(own.replaceAll('\\', '\\\\'))))
    );
  });
}
