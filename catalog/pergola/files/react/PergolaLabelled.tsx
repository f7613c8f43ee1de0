// {{client}}
// {{elements.import}}
import { useId, type ReactNode } from 'react';

/** What the control has to be given. */
export interface LabelledControl {
  id: string;
  className: string;
  'aria-invalid': true | undefined;
  'aria-describedby': string | undefined;
}

interface LabelledProps {
  label: string;
  hint?: string | undefined;
  error?: string | undefined;
  id?: string | undefined;
  /** Classes of the control besides its own. */
  className?: string | undefined;
  children: (control: LabelledControl) => ReactNode;
}

export default function PergolaLabelled({
  label,
  hint,
  error,
  id: given,
  className = '',
  children,
}: LabelledProps) {
  const own = useId();
  const id = given ?? own;
  const described = [hint && `${id}-hint`, error && `${id}-error`]
    .filter(Boolean)
    .join(' ');

  return (
    <div className="pergola-field">
      <label className="pergola-label" htmlFor={id}>
        {label}
      </label>
      {hint ? (
        <p id={`${id}-hint`} className="pergola-hint">
          {hint}
        </p>
      ) : null}
      {children({
        id,
        className: `pergola-input ${className}`.trim(),
        'aria-invalid': error ? true : undefined,
        'aria-describedby': described || undefined,
      })}
      {error ? (
        <p id={`${id}-error`} className="pergola-error">
          {error}
        </p>
      ) : null}
    </div>
  );
}
