// {{client}}
// {{elements.import}}
import type { ButtonHTMLAttributes, MouseEvent } from 'react';

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  emphasis?: 'strong' | 'plain' | 'quiet';
  /** It is at work: it says so, keeps the focus, and takes no further clicks. */
  busy?: boolean;
}

export default function PergolaButton({
  emphasis = 'plain',
  busy = false,
  type = 'button',
  className = '',
  onClick,
  ...rest
}: ButtonProps) {
  function click(event: MouseEvent<HTMLButtonElement>) {
    if (busy) event.preventDefault();
    else onClick?.(event);
  }

  return (
    <button
      {...rest}
      type={type}
      className={`pergola-button ${className}`.trim()}
      data-emphasis={emphasis}
      aria-busy={busy || undefined}
      aria-disabled={busy || undefined}
      onClick={click}
    />
  );
}
