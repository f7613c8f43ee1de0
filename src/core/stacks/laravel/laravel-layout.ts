import { isElement, shapesIn } from '../../analogy/shape.ts';
import { bladeShape } from '../../analogy/template-shape.ts';
import type { Ground } from '../../joints/ground.ts';
import type { KindGrowth, LayoutGrowth } from '../../joints/growth.ts';
import { contentOf, viewLayout } from '../../joints/view-layout.ts';

/** How layouts come to be around what pages show (Laravel's docs, "Layouts Using Components"): each page stays in the frame that it has. */
export function laravelLayout(ground: Ground, { standing, brings }: KindGrowth): LayoutGrowth {
  const views = (page: string): string[] => (page.endsWith('.blade.php') ? [page] : (brings?.(page) ?? []));
  return viewLayout(ground, {
    pages: standing,
    viewOf: (page) => views(page).find((view) => typeof within(ground.text(view) ?? '') !== 'string'),
    file: ({ kebab }) => ground.inHost(`resources/views/components/${kebab}.blade.php`),
    plainText: () => '<div>\n    {{ $slot }}\n</div>\n',
    within,
    around: ({ kebab }) => ({ before: [`<x-${kebab}>`], behind: [`</x-${kebab}>`] }),
  });
}

/** The section that has the page's content, or what the component around all of it holds. */
function within(text: string): { start: number; end: number } | string {
  const shape = bladeShape(text);
  const section =
    shape && [...shapesIn(shape)].find(({ label = '' }) => /^section \(\s*['"](content|body|main)['"]/.test(label));
  const component = shape?.members?.find((one) => isElement(one) && /^x-/.test(one.label ?? ''));
  const found = section ? contentOf(text, section, '@') : component && contentOf(text, component, '</x-');
  return found ?? 'has no section and no component that holds its page';
}
