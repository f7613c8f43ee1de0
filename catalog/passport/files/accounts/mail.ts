import { randomUUID } from 'node:crypto';
import { mkdir, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { keepApart } from './folder.js';
import { production, settings } from './settings.js';

export interface Mail {
  to: string;
  subject: string;
  text: string;
}

/**
 * What sends mail. Put your own in its place, before anybody asks for any:
 * `mail.send = async ({ to, subject, text }) => { … }`.
 */
export const mail = { send: production ? refuse : intoOutbox };

async function intoOutbox({ to, subject, text }: Mail): Promise<void> {
  keepApart(dirname(settings.outbox));
  await mkdir(settings.outbox, { recursive: true, mode: 0o700 });
  const name = `${Date.now()}-${randomUUID()}.txt`;
  const lines = [`To: ${to}`, `Subject: ${subject}`, '', text, ''];
  const file = join(settings.outbox, name);
  await writeFile(file, lines.join('\n'), { mode: 0o600 });
}

function refuse({ subject }: Mail): Promise<void> {
  const why = 'set mail.send, in accounts/mail, to what sends your mail';
  return Promise.reject(new Error(`"${subject}" was not sent: ${why}.`));
}
