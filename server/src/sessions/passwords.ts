import { hash, verify } from '@node-rs/argon2';

/** Argon2id with the first set of parameters OWASP's password storage guidance gives: 19 MiB, 2 passes, 1 lane. */
const PARAMETERS = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, PARAMETERS);

/** Checked against when nobody has the e-mail address, so that the answer takes as long as for a known one. */
const NOBODY = hashPassword('nobody has this password');

/** @param stored empty or null: there is none, and none fits */
export async function passwordFits(stored: string | null, password: string): Promise<boolean> {
  const fits = await verify(stored || (await NOBODY), password);
  return fits && Boolean(stored);
}
