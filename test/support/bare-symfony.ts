import { MemoryStackHost } from './stack-host.ts';

const OWN = [
  'config/packages/security.yaml',
  'src/Controller/SecurityController.php',
  'templates/security/login.html.twig',
];

/** A host of Symfony in which nobody can sign in, with all packages that this takes. */
export function bareSymfony(files: Readonly<Record<string, string>> = {}): MemoryStackHost {
  const made = new MemoryStackHost('symfony74-php', files);
  for (const file of OWN) made.remove(file);
  const manifest = made.text('composer.json') ?? '';
  made.write('composer.json', manifest.replace('"symfony/mailer": "7.4.*",', '$&\n        "symfony/mime": "7.4.*",'));
  return made;
}
