// {{client}}
// {{elements.import}}
import { useId, type SelectHTMLAttributes } from 'react';

export interface SelectOption {
  value: string;
  label: string;
  disabled?: boolean;
}

interface SelectProps extends SelectHTMLAttributes<HTMLSelectElement> {
  label: string;
  options: readonly SelectOption[];
  hint?: string;
  error?: string;
  /** What stands there while nothing is chosen; without it the first option is. */
  emptyLabel?: string;
}

export default function PergolaSelect({
  label,
  options,
  hint,
  error,
  emptyLabel,
  className = '',
  ...rest
}: SelectProps) {
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
      <select
        {...rest}
        id={id}
        className={`pergola-input ${className}`.trim()}
        aria-invalid={error ? true : undefined}
        aria-describedby={described || undefined}
      >
        {emptyLabel ? <option value="">{emptyLabel}</option> : null}
        {options.map((option) => (
          <option
            key={option.value}
            value={option.value}
            disabled={option.disabled}
          >
            {option.label}
          </option>
        ))}
      </select>
      {error ? (
        <p id={`${id}-error`} className="pergola-error">
          {error}
        </p>
      ) : null}
    </div>
  );
}
