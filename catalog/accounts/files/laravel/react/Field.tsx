import type { InputHTMLAttributes } from 'react';

interface Props extends InputHTMLAttributes<HTMLInputElement> {
  id: string;
  label: string;
  hint?: string;
  problem?: string | null | false;
}

/** A field with its label, and below it what is wrong with what was given. */
export default function Field({ id, label, hint, problem, ...given }: Props) {
  const described = [hint && `${id}-rule`, problem && `${id}-problem`].filter(Boolean).join(' ');
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <input {...given} id={id} aria-describedby={described || undefined} aria-invalid={problem ? true : undefined} />
      {problem && (
        <p className="problem" role="alert" id={`${id}-problem`}>
          {problem}
        </p>
      )}
      {hint && <small id={`${id}-rule`}>{hint}</small>}
    </>
  );
}
