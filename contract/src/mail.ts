import * as z from 'zod';

/** What is sent to a person, where they want it; sign-in links are sent in any case. */
export const MAIL_KINDS = ['receipt', 'returned', 'reminder'] as const;
export const MailKind = z.enum(MAIL_KINDS);
export type MailKind = z.infer<typeof MailKind>;

export const MailChoices = z.object({
  receipt: z.boolean(),
  returned: z.boolean(),
  reminder: z.boolean(),
});
export type MailChoices = z.infer<typeof MailChoices>;

export const MailView = z.object({
  /** false: this server sends no mail */
  sends: z.boolean(),
  email: z.string(),
  choices: MailChoices,
});
export type MailView = z.infer<typeof MailView>;
