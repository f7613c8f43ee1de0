import { shapesIn } from '../../analogy/shape.ts';
import { twigShape } from '../../analogy/template-shape.ts';
import type { Ground } from '../../joints/ground.ts';
import type { KindGrowth, LayoutGrowth } from '../../joints/growth.ts';
import { contentOf, viewLayout } from '../../joints/view-layout.ts';

const BLOCKS = ['block body', 'block content', 'block main'];

/** How layouts come to be around what pages show (Twig's docs, `embed`): each page stays in the frame that it has. */
export function symfonyLayout(ground: Ground, { standing, brings }: KindGrowth): LayoutGrowth {
  const file = (snake: string): string => `layout/${snake}.html.twig`;
  return viewLayout(ground, {
    pages: standing,
    viewOf: (page) => brings?.(page).find((view) => typeof within(ground.text(view) ?? '') !== 'string'),
    file: ({ snake }) => ground.inHost(`templates/${file(snake)}`),
    plainText: () => '<div>\n    {% block page %}{% endblock %}\n</div>\n',
    within,
    around: ({ snake }) => ({
      before: [`{% embed '${file(snake)}' %}`, '{% block page %}'],
      behind: ['{% endblock %}', '{% endembed %}'],
    }),
  });
}

function within(text: string): { start: number; end: number } | string {
  // An embedded template sees none of the macros that the page has (Twig's docs, `import`).
  if (/\{%-?\s*(import|from)\b/.test(text)) return 'has macros, which what is put around its page would not see';
  const shape = twigShape(text);
  const block = shape && [...shapesIn(shape)].find(({ label = '' }) => BLOCKS.includes(label));
  return (block && contentOf(text, block, '{%')) ?? 'has no block for its page';
}
