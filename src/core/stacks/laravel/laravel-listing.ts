import type { Edit } from '../../edits/edit.ts';
import type { PhpOperation } from '../../formats/php/php.ts';
import type { Ground } from '../../joints/ground.ts';

// Routes that answer whatever no other does stay last.
const LAST = [
  'Route::fallback',
  "Route::any('{",
  "Route::get('{",
  "Route::get('/{",
  "Route::view('/{",
  "Route::view('{",
];

/** The edits that list a route in a file of routes, before what answers everything else; `uses` are the classes that it names. */
export function listed(ground: Ground, file: string, code: string, uses: readonly string[]): Edit[] {
  const operation: PhpOperation = { op: 'statement', code, before: LAST };
  return [...listedUses(uses, file), { file, format: 'php', operation }];
}

/** The edits by which a file of routes knows some classes. */
export function listedUses(uses: readonly string[], file: string): Edit[] {
  return [...uses, 'Illuminate\\Support\\Facades\\Route'].map((name) => ({
    file,
    format: 'php',
    operation: { op: 'use', name },
  }));
}
