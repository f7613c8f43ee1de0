import type { Stack } from '../../joints/ground.ts';
import { phpProject, requires } from '../../joints/php-joints.ts';
import { PLAIN } from '../../joints/traits.ts';

// Content systems and shops that are kept by Composer, by what each project of one requires.
const APPLICATIONS: readonly (readonly [string, string])[] = [
  ['drupal/core', 'Drupal'],
  ['drupal/core-recommended', 'Drupal'],
  ['johnpbloch/wordpress', 'WordPress'],
  ['roots/wordpress', 'WordPress'],
  ['typo3/cms-core', 'TYPO3'],
  ['craftcms/cms', 'Craft CMS'],
  ['statamic/cms', 'Statamic'],
  ['silverstripe/framework', 'Silverstripe'],
  ['contao/core-bundle', 'Contao'],
  ['neos/neos', 'Neos'],
  ['october/all', 'October CMS'],
  ['winter/wn-system-module', 'Winter CMS'],
  ['magento/product-community-edition', 'Magento'],
  ['shopware/core', 'Shopware'],
  ['sylius/sylius', 'Sylius'],
  ['bagisto/bagisto', 'Bagisto'],
  ['prestashop/prestashop', 'PrestaShop'],
];

/** A site or shop of an application that has a layout of its own: its packages lie where its own plugins put them, and it is configured from within. */
export const phpApplication: Stack = {
  id: 'php-application',
  side: undefined,
  ecosystem: 'composer',
  recognise: (ground) => (phpProject(ground) ? APPLICATIONS.find(([name]) => requires(ground, name))?.[1] : undefined),
  read: () => ({ joints: [], traits: { ...PLAIN, sources: ['php'] } }),
  refuses: 'it lays out its projects in its own way, which Ligament does not know',
};
