import { randomBytes } from 'node:crypto';
import type { Request, Response } from 'express';
import type { Actor } from '../access/access.ts';
import { sha256Of } from '../blobs/hash.ts';
import type { Context } from '../context.ts';

export const SESSION_COOKIE = 'nachweis_session';
export const BROWSER_COOKIE = 'nachweis_browser';
/** How long a browser in which somebody signed in is remembered. */
const BROWSER_DAYS = 365;
const DAY_MS = 24 * 3_600_000;

/** The database holds only the hash of a token: who reads the database cannot take a session over. */
const newToken = () => randomBytes(32).toString('base64url');

/** Starts a session and sets its cookie; sessions that have ended are swept out on the way. */
export async function startSession(
  { db, now, settings }: Context,
  res: Response,
  personId: string,
): Promise<void> {
  const token = newToken();
  const start = now();
  const expires = new Date(start.getTime() + settings.sessionHours * 3_600_000);
  await db.deleteFrom('sessions').where('expires_at', '<=', start.toISOString()).execute();
  await db
    .insertInto('sessions')
    .values({
      token_hash: sha256Of(token),
      person_id: personId,
      created_at: start.toISOString(),
      expires_at: expires.toISOString(),
    })
    .execute();
  res.cookie(SESSION_COOKIE, token, {
    ...cookieOptions(settings.secureCookies),
    maxAge: settings.sessionHours * 3_600_000,
  });
}

export async function endSession({ db, settings }: Context, req: Request, res: Response): Promise<void> {
  const token = readCookie(req, SESSION_COOKIE);
  if (token) await db.deleteFrom('sessions').where('token_hash', '=', sha256Of(token)).execute();
  res.clearCookie(SESSION_COOKIE, cookieOptions(settings.secureCookies));
}

/** Who a request comes from; null when it has no session or the session has ended. */
export async function readActor({ db, now }: Context, req: Request): Promise<Actor | null> {
  const token = readCookie(req, SESSION_COOKIE);
  if (!token) return null;
  const row = await db
    .selectFrom('sessions')
    .select('person_id')
    .where('token_hash', '=', sha256Of(token))
    .where('expires_at', '>', now().toISOString())
    .executeTakeFirst();
  return row ? { personId: row.person_id } : null;
}

/** Whether this person has signed in in this browser before. */
export async function isKnownBrowser({ db, now }: Context, req: Request, personId: string): Promise<boolean> {
  const token = readCookie(req, BROWSER_COOKIE);
  if (!token) return false;
  const row = await db
    .selectFrom('known_browsers')
    .select('seen_at')
    .where('token_hash', '=', sha256Of(token + personId))
    .where('person_id', '=', personId)
    .executeTakeFirst();
  return row !== undefined && Date.parse(row.seen_at) > now().getTime() - BROWSER_DAYS * DAY_MS;
}

/** Remembers that this person signed in here; one browser can be known to several. */
export async function rememberBrowser(
  { db, now, settings }: Context,
  req: Request,
  res: Response,
  personId: string,
): Promise<void> {
  const token = readCookie(req, BROWSER_COOKIE) ?? newToken();
  const seen_at = now().toISOString();
  await db
    .insertInto('known_browsers')
    .values({ token_hash: sha256Of(token + personId), person_id: personId, seen_at })
    .onConflict((c) => c.column('token_hash').doUpdateSet({ seen_at }))
    .execute();
  const oldest = new Date(now().getTime() - BROWSER_DAYS * DAY_MS).toISOString();
  await db
    .deleteFrom('known_browsers')
    .where('person_id', '=', personId)
    .where('seen_at', '<', oldest)
    .execute();
  res.cookie(BROWSER_COOKIE, token, {
    ...cookieOptions(settings.secureCookies),
    path: '/api/session',
    maxAge: BROWSER_DAYS * DAY_MS,
  });
}

function cookieOptions(secure: boolean) {
  return { httpOnly: true, sameSite: 'lax', secure, path: '/' } as const;
}

function readCookie(req: Request, wanted: string): string | null {
  for (const part of (req.headers.cookie ?? '').split(';')) {
    const [name, value] = part.trim().split('=', 2);
    if (name === wanted && value) return value;
  }
  return null;
}
