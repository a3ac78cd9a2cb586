import { createHash, randomBytes } from 'node:crypto';
import type { Request, Response } from 'express';
import type { Actor } from '../access/access.ts';
import type { Context } from '../context.ts';

export const SESSION_COOKIE = 'nachweis_session';

/** The database holds only the hash of a session's token: who reads the database cannot take a session over. */
const tokenHash = (token: string) => createHash('sha256').update(token).digest('hex');

/** Starts a session and sets its cookie; sessions that have ended are swept out on the way. */
export async function startSession(
  { db, now, settings }: Context,
  res: Response,
  personId: string,
): Promise<void> {
  const token = randomBytes(32).toString('base64url');
  const start = now();
  const expires = new Date(start.getTime() + settings.sessionHours * 3_600_000);
  await db.deleteFrom('sessions').where('expires_at', '<=', start.toISOString()).execute();
  await db
    .insertInto('sessions')
    .values({
      token_hash: tokenHash(token),
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
  const token = readCookie(req);
  if (token) await db.deleteFrom('sessions').where('token_hash', '=', tokenHash(token)).execute();
  res.clearCookie(SESSION_COOKIE, cookieOptions(settings.secureCookies));
}

/** Who a request comes from; null when it has no session or the session has ended. */
export async function readActor({ db, now }: Context, req: Request): Promise<Actor | null> {
  const token = readCookie(req);
  if (!token) return null;
  const row = await db
    .selectFrom('sessions')
    .select('person_id')
    .where('token_hash', '=', tokenHash(token))
    .where('expires_at', '>', now().toISOString())
    .executeTakeFirst();
  return row ? { personId: row.person_id } : null;
}

function cookieOptions(secure: boolean) {
  return { httpOnly: true, sameSite: 'lax', secure, path: '/' } as const;
}

function readCookie(req: Request): string | null {
  for (const part of (req.headers.cookie ?? '').split(';')) {
    const [name, value] = part.trim().split('=', 2);
    if (name === SESSION_COOKIE && value) return value;
  }
  return null;
}
