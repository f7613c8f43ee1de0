import type { FileChange } from '../../change/change-set.ts';
import type { Context } from '../../host/context.ts';
import { EXIT, Problem } from '../../problem.ts';
import { decode } from '../../text/utf8.ts';

// One process reads all texts.
const PROGRAM = `
if (!function_exists('token_get_all')) { exit; }
foreach (json_decode(stream_get_contents(STDIN), true) as $file => $text) {
  try { token_get_all($text, TOKEN_PARSE); }
  catch (Throwable $e) { echo json_encode([$file, $e->getLine(), $e->getMessage()]), "\\n"; break; }
}`;

/** Has PHP read every file as it would be. Throws a Problem (status 3) for one that it cannot read; where PHP is not installed nobody is asked. */
export async function refuseBrokenPhp({ doors, host }: Context, files: readonly FileChange[]): Promise<void> {
  const texts = files.flatMap(({ file, after }) => {
    const text = after && /\.(php|phtml)$/.test(file) && !file.endsWith('.blade.php') ? decode(after) : undefined;
    return text === undefined ? [] : [[file, text] as const];
  });
  if (texts.length === 0) return;
  const input = JSON.stringify(Object.fromEntries(texts));
  const { stdout } = await doors.processes.run('php', ['-d', 'memory_limit=-1', '-r', PROGRAM], {
    cwd: host.root,
    input,
    timeoutMs: 60_000,
  });
  const line = stdout.split('\n').find((one) => one.startsWith('['));
  if (line === undefined) return;
  const [file, at, why] = JSON.parse(line) as [string, number, string];
  throw new Problem({
    status: EXIT.refused,
    what: `PHP could not read ${file} after the change`,
    where: { file, line: at },
    why,
    next: 'Nothing was changed. This is most likely a fault of Ligament: please report it with the file.',
  });
}
