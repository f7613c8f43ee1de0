import { Head } from '@inertiajs/react';
import type { ReactNode } from 'react';
// {{sheet.import}}

/** What the server gives to each page of the accounts. */
export interface AccountsPage {
  title: string;
  message: string;
  problem: string | null;
  field: string | null;
  notice: string | null;
  email: string;
  name: string;
  token: string;
  csrf: string;
  paths: Record<string, string>;
}

interface Props {
  title: string;
  accounts: AccountsPage;
  children: ReactNode;
}

export default function Frame({ title, accounts, children }: Props) {
  const { problem, field, notice } = accounts;
  return (
    <>
      <Head title={title} />
      <div className="{{look}}">
        <h1>{title}</h1>
        {problem && !field && (
          <p className="problem" role="alert" id="problem">
            {problem}
          </p>
        )}
        {notice && (
          <p className="notice" role="status">
            {notice}
          </p>
        )}
        {children}
      </div>
    </>
  );
}
