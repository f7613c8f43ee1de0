// {{client}}
// {{elements.import}}
import {
  useId,
  useRef,
  useState,
  type KeyboardEvent,
  type ReactNode,
} from 'react';

export interface Tab {
  key: string;
  label: string;
  panel: ReactNode;
}

interface TabsProps {
  label: string;
  tabs: readonly Tab[];
  /** The key of the tab that is open at first; else the first one is. */
  initial?: string;
  onChoose?: (key: string) => void;
}

export default function PergolaTabs({
  label,
  tabs,
  initial,
  onChoose,
}: TabsProps) {
  const id = useId();
  const list = useRef<HTMLDivElement>(null);
  const [chosen, setChosen] = useState(initial);
  const selected = tabs.find((tab) => tab.key === chosen) ?? tabs[0];

  function choose(key: string) {
    setChosen(key);
    onChoose?.(key);
  }

  // Keys as the pattern "Tabs" has them (WAI-ARIA Authoring Practices).
  function move(event: KeyboardEvent) {
    const count = tabs.length;
    const here = tabs.findIndex((tab) => tab === selected);
    let next: number;
    if (event.key === 'ArrowRight') next = (here + 1) % count;
    else if (event.key === 'ArrowLeft') next = (here - 1 + count) % count;
    else if (event.key === 'Home') next = 0;
    else if (event.key === 'End') next = count - 1;
    else return;
    const tab = tabs[next];
    if (!tab) return;
    event.preventDefault();
    choose(tab.key);
    list.current?.querySelectorAll<HTMLElement>('[role="tab"]')[next]?.focus();
  }

  return (
    <div>
      <div
        ref={list}
        role="tablist"
        className="pergola-tab-list"
        aria-label={label}
        onKeyDown={move}
      >
        {tabs.map((tab) => (
          <button
            key={tab.key}
            id={`${id}-tab-${tab.key}`}
            type="button"
            role="tab"
            className="pergola-tab"
            aria-selected={tab === selected}
            aria-controls={`${id}-panel-${tab.key}`}
            tabIndex={tab === selected ? 0 : -1}
            onClick={() => choose(tab.key)}
          >
            {tab.label}
          </button>
        ))}
      </div>
      {tabs.map((tab) => (
        <div
          key={tab.key}
          id={`${id}-panel-${tab.key}`}
          role="tabpanel"
          className="pergola-panel"
          tabIndex={0}
          aria-labelledby={`${id}-tab-${tab.key}`}
          hidden={tab !== selected}
        >
          {tab.panel}
        </div>
      ))}
    </div>
  );
}
