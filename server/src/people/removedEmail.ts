const DOMAIN = '@removed.invalid';

/** Nobody's address (RFC 2606, "invalid"), another one for each: a person who was removed can come again under their own. */
export const removedEmail = (personId: string): string => `${personId}${DOMAIN}`;

/** Whether somebody was removed, so that nothing goes to them any more. */
export const isRemovedEmail = (email: string): boolean => email.endsWith(DOMAIN);
