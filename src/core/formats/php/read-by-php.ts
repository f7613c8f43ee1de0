import type { ProcessDoor } from '../../ports.ts';
import type { TextFault, WrittenText } from '../format.ts';

// One process reads all texts.
const PROGRAM = `
if (!function_exists('token_get_all')) { exit; }
foreach (json_decode(stream_get_contents(STDIN), true) as $file => $text) {
  try { token_get_all($text, TOKEN_PARSE); }
  catch (Throwable $e) { echo json_encode([$file, $e->getLine(), $e->getMessage()]), "\\n"; break; }
}`;

/** Has PHP itself read those of some texts that are PHP: the first that it cannot read. Nobody is asked where it is not installed. */
export async function readByPhp(
  processes: ProcessDoor,
  root: string,
  texts: readonly WrittenText[],
): Promise<TextFault | undefined> {
  const own = texts.filter(({ file }) => /\.(php|phtml)$/.test(file) && !file.endsWith('.blade.php'));
  if (own.length === 0) return undefined;
  const input = JSON.stringify(Object.fromEntries(own.map(({ file, text }) => [file, text])));
  const { stdout } = await processes.run('php', ['-d', 'memory_limit=-1', '-r', PROGRAM], {
    cwd: root,
    input,
    timeoutMs: 60_000,
  });
  const found = stdout.split('\n').find((one) => one.startsWith('['));
  if (found === undefined) return undefined;
  const [file, line, why] = JSON.parse(found) as [string, number, string];
  return { file, line, why, by: 'PHP' };
}
