import { SCRATCH_PREFIX } from '../../text/temporary-names.ts';
import { narrowEnvironment } from '../../narrow-environment.ts';
import type { Doors } from '../../ports.ts';
import { placesOfProgram } from '../../search-path.ts';

const NAMES = ['chromium', 'chromium-browser', 'google-chrome', 'google-chrome-stable', 'chrome'];
// Where systems without a search path for such programs have them.
const PLACES = [
  '/Applications/Google Chrome.app/Contents/MacOS/Google Chrome',
  '/Applications/Chromium.app/Contents/MacOS/Chromium',
  String.raw`C:\Program Files\Google\Chrome\Application\chrome.exe`,
  String.raw`C:\Program Files (x86)\Google\Chrome\Application\chrome.exe`,
];
const LONGEST_MS = 60_000;

/** A page as a browser shows it once its scripts have run. */
export interface ShownPage {
  html: string;
  /** What the page's scripts have complained of. */
  complaints: string[];
}

/** The path of a browser that can be run without a window: of the Chromium family; undefined without one. */
export function findBrowser({ files, environment }: Pick<Doors, 'files' | 'environment'>): string | undefined {
  const named = NAMES.flatMap((name) => placesOfProgram(name, environment));
  return [...named, ...PLACES].find((file) => files.kind(file) !== undefined);
}

/** Loads a page in a browser without a window and returns what it shows. Only 127.0.0.1 is reached. */
export async function showPage(
  { processes, files, environment, leftovers }: Doors,
  browser: string,
  url: string,
  options: { cwd: string; signal: AbortSignal },
): Promise<ShownPage> {
  const profile = files.scratchFolder(SCRATCH_PREFIX);
  leftovers?.scratch(profile);
  try {
    const result = await processes.run(browser, [...flags(profile), '--dump-dom', url], {
      ...options,
      only: narrowEnvironment(environment),
      onStart: (pid) => leftovers?.child(pid),
      timeoutMs: LONGEST_MS,
    });
    const complaints = [...result.stderr.matchAll(/CONSOLE[^"]*"([\s\S]*?)", source: /g)].map(
      (match) => match[1] ?? '',
    );
    return { html: result.stdout, complaints };
  } finally {
    files.removeTree(profile);
  }
}

function flags(profile: string): string[] {
  return [
    '--headless',
    // The superuser has no sandbox in Chromium.
    ...(process.geteuid?.() === 0 ? ['--no-sandbox'] : []),
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--disable-extensions',
    '--disable-dev-shm-usage',
    '--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1',
    `--user-data-dir=${profile}`,
    '--enable-logging=stderr',
    '--virtual-time-budget=15000',
  ];
}

/** The words of a page: without tags, scripts and styles. */
export function wordsOf(html: string): string {
  return html
    .replaceAll(/<(script|style|template|head)\b[\s\S]*?<\/\1>/gi, ' ')
    .replaceAll(/<[^>]*>/g, ' ')
    .replaceAll(/\s+/g, ' ')
    .trim();
}
