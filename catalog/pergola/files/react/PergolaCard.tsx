// {{client}}
// {{elements.import}}
import { useId, type ReactNode } from 'react';

interface CardProps {
  heading: string;
  /** Where it stands among the headings of the page: 2 for <h2>. */
  level?: 1 | 2 | 3 | 4 | 5 | 6;
  footer?: ReactNode;
  children?: ReactNode;
}

export default function PergolaCard({
  heading,
  level = 2,
  footer,
  children,
}: CardProps) {
  const id = useId();
  const Heading: `h${typeof level}` = `h${level}`;

  return (
    <article className="pergola-card" aria-labelledby={id}>
      <Heading id={id} className="pergola-card-heading">
        {heading}
      </Heading>
      {children}
      {footer ? (
        <footer className="pergola-card-footer">{footer}</footer>
      ) : null}
    </article>
  );
}
