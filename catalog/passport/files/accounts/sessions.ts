import { createHash } from 'node:crypto';
import session, { type SessionData } from 'express-session';
import { production, settings } from './settings.js';
import * as store from './store.js';

declare module 'express-session' {
  interface SessionData {
    /** What the forms of this session must bring along. */
    csrf?: string;
    /** When somebody signed in, in milliseconds since 1970. */
    since?: number;
    /** Of which password it is: with another one it ends. */
    mark?: string;
    /** Where somebody wanted to go before they signed in. */
    wanted?: string;
    passport?: { user?: string };
  }
}

type Done = (error?: unknown) => void;
type Found = (error: unknown, found?: SessionData | null) => void;

/** The id under which a session is kept: who reads the store has none. */
export function keptId(id: string): string {
  return createHash('sha256').update(id).digest('base64url');
}

/** Sessions in the store that the accounts are in. */
class Sessions extends session.Store {
  override get(id: string, done: Found): void {
    const read = async (): Promise<SessionData | null> => {
      const content = await store.readSession(keptId(id));
      return JSON.parse(content ?? 'null') as SessionData | null;
    };
    // Without its store a visitor is nobody: other pages go on.
    const lost = (error: unknown): void => {
      console.error(error);
      done(null, null);
    };
    void read().then((found) => done(null, found), lost);
  }

  override set(id: string, content: SessionData, done: Done = nothing): void {
    const kept = {
      id: keptId(id),
      account: content.passport?.user ?? null,
      content: JSON.stringify(content),
      endsAt: Date.now() + settings.idle,
    };
    void store.writeSession(kept).then(() => done(), done);
  }

  override touch(id: string, _: SessionData, done: Done = nothing): void {
    const endsAt = Date.now() + settings.idle;
    void store.prolong(keptId(id), endsAt).then(() => done(), done);
  }

  override destroy(id: string, done: Done = nothing): void {
    void store.endSession(keptId(id)).then(() => done(), done);
  }
}

function nothing(): void {
  // Who asked does not want to know.
}

export const COOKIE = production ? '__Host-session' : 'session';

/** Scripts do not see it, forms of other sites do not send it. */
export const cookie = {
  httpOnly: true,
  sameSite: 'lax',
  secure: production,
} as const;

/** The handler that gives each request its session. */
export const sessions = session({
  name: COOKIE,
  secret: settings.secret,
  store: new Sessions(),
  resave: false,
  saveUninitialized: false,
  // Where it runs behind a proxy, that one knows whether it was https.
  proxy: production ? true : undefined,
  // It goes when the browser is closed; here it ends by itself (`idle`).
  cookie,
});

// Every hour; that alone keeps no process running.
setInterval(clear, 60 * 60 * 1000).unref();

function clear(): void {
  store.removeEnded().catch((error: unknown) => console.error(error));
}
