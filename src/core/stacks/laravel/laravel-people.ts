import type { Ground } from '../../joints/ground.ts';
import { namespaceOf, ownClassFile } from '../../joints/php-names.ts';
import type { PeopleFound } from '../../joints/traits.ts';

/** Who signs in: the model that the app's settings name, or the one that every new app has (Laravel's docs, "Authentication"). */
export function laravelPeople(ground: Ground): PeopleFound {
  const namespace = namespaceOf(ground, ground.inHost('app/User.php')) ?? 'App';
  const told = modelIn(ground.text(ground.inHost('config/auth.php')) ?? '');
  const usual = [`${namespace}\\Models\\User`, `${namespace}\\User`];
  const found = (told === undefined ? usual : [told]).find((name) => ownClassFile(ground, name)?.isThere);
  if (found === undefined) return { state: 'unfit', why: [`there is no model ${told ?? usual[0] ?? 'User'}`] };
  const text = ground.text(ownClassFile(ground, found)?.file ?? '') ?? '';
  const why = [
    ...(/\bextends\s+\\?([\w\\]*\\)?(Authenticatable|User)\b/.test(text)
      ? []
      : [`${found} does not extend Illuminate\\Foundation\\Auth\\User`]),
    ...(/function\s+(getAuthIdentifierName|getAuthPassword|getAuthPasswordName)\s*\(/.test(text)
      ? [`${found} is signed in by other columns than the usual ones`]
      : []),
  ];
  return why.length > 0 ? { state: 'unfit', why } : { state: 'own', class: found, field: 'email', isNamed: true };
}

/** The model of the provider `users` in the app's own settings. */
function modelIn(settings: string): string | undefined {
  const [, named] = /'model'\s*=>\s*(?:env\(\s*'[A-Z_]+'\s*,\s*)?\\?([\w\\]+)::class/.exec(settings) ?? [];
  if (named === undefined) return undefined;
  const [, used] = new RegExp(`^use\\s+([\\w\\\\]+\\\\${named});`, 'm').exec(settings) ?? [];
  return used ?? named;
}
