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

/** Puts the cursor into a field once it is shown, unless told not to. */
export const vFocus = {
  mounted: (element: HTMLElement, { value }: { value?: boolean }) => {
    if (value !== false) element.focus();
  },
};
