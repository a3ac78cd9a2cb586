import { MAIL_KINDS } from './names.ts';
import { z } from './zod.ts';

export const MailKind = z.enum(MAIL_KINDS);
export type MailKind = z.infer<typeof MailKind>;

export const MailChoices = z.object({
  receipt: z.boolean(),
  returned: z.boolean(),
  reminder: z.boolean(),
});
export type MailChoices = z.infer<typeof MailChoices>;

/** What is chosen anew; the rest stays as it was chosen, perhaps in another tab. */
export const MailChoicesWrite = MailChoices.partial();
export type MailChoicesWrite = z.infer<typeof MailChoicesWrite>;

export const MailView = z.object({
  /** false: this server sends no mail */
  sends: z.boolean(),
  email: z.string(),
  choices: MailChoices,
});
export type MailView = z.infer<typeof MailView>;
