// {{client}}
// {{elements.import}}
import { useId, type InputHTMLAttributes } from 'react';

interface FieldProps extends InputHTMLAttributes<HTMLInputElement> {
  label: string;
  hint?: string;
  error?: string;
}

export default function PergolaField({
  label,
  hint,
  error,
  className = '',
  ...rest
}: FieldProps) {
  const own = useId();
  const id = rest.id ?? own;
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
      <input
        type="text"
        {...rest}
        id={id}
        className={`pergola-input ${className}`.trim()}
        aria-invalid={error ? true : undefined}
        aria-describedby={described || undefined}
      />
      {error ? (
        <p id={`${id}-error`} className="pergola-error">
          {error}
        </p>
      ) : null}
    </div>
  );
}
