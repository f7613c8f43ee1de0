// {{client}}
// {{elements.import}}
import type { SelectHTMLAttributes } from 'react';
import PergolaLabelled from './PergolaLabelled';

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
  id,
  className,
  ...rest
}: SelectProps) {
  const shown = { label, hint, error, id, className };
  return (
    <PergolaLabelled {...shown}>
      {(control) => (
        <select {...rest} {...control}>
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
      )}
    </PergolaLabelled>
  );
}
