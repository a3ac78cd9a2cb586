import type { LiveKind } from './live.ts';

/** Where the thumbnail of a handed-in picture lies. */
export const thumbnailHref = (itemId: string): string => `/files/t-${itemId}/small.webp`;

/** Where it hears of it: server-sent events. */
export const liveHref = (kind: LiveKind, id: string): string => `/live/${kind}/${id}`;

/** Where the other device goes. */
export const phonePath = (token: string): string => `/phone/${token}`;
