// {{client}}
// {{elements.import}}
import type { ReactNode } from 'react';
import PergolaButton from './PergolaButton';

interface NoticeProps {
  heading: string;
  tone?: 'note' | 'good' | 'caution' | 'problem';
  /** It is read out at once, whatever else is being read. */
  urgent?: boolean;
  /** With both there is a button that puts it away. */
  dismissLabel?: string;
  onDismiss?: () => void;
  children?: ReactNode;
}

export default function PergolaNotice({
  heading,
  tone = 'note',
  urgent = false,
  dismissLabel,
  onDismiss,
  children,
}: NoticeProps) {
  return (
    <div
      className="pergola-notice"
      role={urgent ? 'alert' : 'status'}
      data-tone={tone}
    >
      <div className="pergola-notice-text">
        <p className="pergola-notice-heading">{heading}</p>
        {children}
      </div>
      {dismissLabel && onDismiss ? (
        <PergolaButton emphasis="quiet" onClick={onDismiss}>
          {dismissLabel}
        </PergolaButton>
      ) : null}
    </div>
  );
}
