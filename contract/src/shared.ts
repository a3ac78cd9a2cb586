import * as z from 'zod';

export const Id = z.uuid();
/** UTC instant, ISO 8601 with a Z */
export const Instant = z.iso.datetime();
export const Sha256 = z.string().regex(/^[0-9a-f]{64}$/);
/** a path on this server */
export const Href = z.string().startsWith('/');
/** units of a hundredth of a point */
export const Units = z.int();

export const Empty = z.object({});

export const MAX_TEXT = 20_000;
export const LongText = z.string().max(MAX_TEXT, `At most ${MAX_TEXT} characters.`);
