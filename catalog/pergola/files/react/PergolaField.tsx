// {{client}}
// {{elements.import}}
import type { InputHTMLAttributes } from 'react';
import PergolaLabelled from './PergolaLabelled';

interface FieldProps extends InputHTMLAttributes<HTMLInputElement> {
  label: string;
  hint?: string;
  error?: string;
}

export default function PergolaField({
  label,
  hint,
  error,
  id,
  className,
  ...rest
}: FieldProps) {
  const shown = { label, hint, error, id, className };
  return (
    <PergolaLabelled {...shown}>
      {(control) => <input type="text" {...rest} {...control} />}
    </PergolaLabelled>
  );
}
