// {{client}}
// {{elements.import}}
import {
  useEffect,
  useId,
  useRef,
  useState,
  type FocusEvent,
  type KeyboardEvent,
  type MouseEvent,
} from 'react';

export interface MenuItem {
  label: string;
  href?: string;
  disabled?: boolean;
}

interface MenuProps {
  label: string;
  items: readonly MenuItem[];
  onChoose?: (item: MenuItem) => void;
}

function entriesIn(menu: HTMLElement | null) {
  return Array.from(
    menu?.querySelectorAll<HTMLElement>('[role="menuitem"]') ?? [],
  );
}

export default function PergolaMenu({ label, items, onChoose }: MenuProps) {
  const id = useId();
  const around = useRef<HTMLDivElement>(null);
  const opener = useRef<HTMLButtonElement>(null);
  // Which item has the focus when it opens; closed without one.
  const [start, setStart] = useState<'first' | 'last'>();
  const isOpen = start !== undefined;

  useEffect(() => {
    const all = entriesIn(around.current);
    if (start !== undefined)
      all[start === 'first' ? 0 : all.length - 1]?.focus();
  }, [start]);

  function close(giveFocus: boolean) {
    setStart(undefined);
    if (giveFocus) opener.current?.focus();
  }

  function choose(item: MenuItem, event: MouseEvent) {
    if (item.disabled) {
      event.preventDefault();
      return;
    }
    onChoose?.(item);
    close(true);
  }

  function startOn(event: KeyboardEvent) {
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    setStart(event.key === 'ArrowDown' ? 'first' : 'last');
  }

  // Keys as the pattern "Menu Button" has them (WAI-ARIA Authoring Practices).
  function move(event: KeyboardEvent) {
    const all = entriesIn(around.current);
    const here = all.indexOf(document.activeElement as HTMLElement);
    const count = all.length;
    let next = -1;
    if (event.key === 'ArrowDown') next = (here + 1) % count;
    else if (event.key === 'ArrowUp') next = (here - 1 + count) % count;
    else if (event.key === 'Home') next = 0;
    else if (event.key === 'End') next = count - 1;
    else if (event.key === 'Escape') close(true);
    else if (event.key === 'Tab') {
      close(false);
      return;
    } else if (event.key.length === 1 && event.key !== ' ') {
      const letter = event.key.toLowerCase();
      const order = items.map((_, one) => (here + 1 + one) % count);
      next =
        order.find((one) =>
          items[one]?.label.toLowerCase().startsWith(letter),
        ) ?? -1;
    } else return;
    event.preventDefault();
    all[next]?.focus();
  }

  function leave(event: FocusEvent) {
    if (!around.current?.contains(event.relatedTarget)) setStart(undefined);
  }

  return (
    <div ref={around} className="pergola-menu" onBlur={leave}>
      <button
        ref={opener}
        id={`${id}-opener`}
        type="button"
        className="pergola-button"
        aria-haspopup="menu"
        aria-expanded={isOpen}
        aria-controls={`${id}-list`}
        onClick={() => (isOpen ? close(true) : setStart('first'))}
        onKeyDown={startOn}
      >
        {label}
      </button>
      <ul
        id={`${id}-list`}
        role="menu"
        className="pergola-menu-list"
        aria-labelledby={`${id}-opener`}
        hidden={!isOpen}
        onKeyDown={move}
      >
        {items.map((item) => (
          <li key={item.label} role="none">
            {item.href && !item.disabled ? (
              <a
                role="menuitem"
                tabIndex={-1}
                className="pergola-menu-item"
                href={item.href}
                onClick={(event) => choose(item, event)}
              >
                {item.label}
              </a>
            ) : (
              <button
                type="button"
                role="menuitem"
                tabIndex={-1}
                className="pergola-menu-item"
                aria-disabled={item.disabled || undefined}
                onClick={(event) => choose(item, event)}
              >
                {item.label}
              </button>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
