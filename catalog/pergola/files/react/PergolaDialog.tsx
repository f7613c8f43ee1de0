// {{client}}
// {{elements.import}}
import { useEffect, useId, useRef, type ReactNode } from 'react';
import PergolaButton from './PergolaButton';

interface DialogProps {
  open: boolean;
  onClose: () => void;
  heading: string;
  closeLabel?: string;
  /** Further buttons beside the one that closes it. */
  footer?: ReactNode;
  children?: ReactNode;
}

export default function PergolaDialog({
  open,
  onClose,
  heading,
  closeLabel = 'Close',
  footer,
  children,
}: DialogProps) {
  const id = useId();
  const dialog = useRef<HTMLDialogElement>(null);

  useEffect(() => {
    const shown = dialog.current;
    // The browser keeps the focus inside, and gives it back when it closes.
    if (open && shown && !shown.open) shown.showModal();
    if (!open && shown?.open) shown.close();
  }, [open]);

  return (
    <dialog
      ref={dialog}
      className="pergola-dialog"
      aria-labelledby={id}
      onClose={onClose}
    >
      <h2 id={id} className="pergola-dialog-heading">
        {heading}
      </h2>
      {children}
      <footer className="pergola-dialog-footer">
        <PergolaButton onClick={onClose}>{closeLabel}</PergolaButton>
        {footer}
      </footer>
    </dialog>
  );
}
