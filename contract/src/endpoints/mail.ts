import type { Endpoint } from '../endpoint.ts';
import { MailChoicesWrite, MailView } from '../mail.ts';

/** What is sent to oneself. */
export const mailEndpoints = {
  readMail: {
    method: 'get',
    path: '/api/mail',
    access: 'person',
    summary: 'What this server sends by mail, and what of it one wants.',
    response: MailView,
  },
  chooseMail: {
    method: 'put',
    path: '/api/mail',
    access: 'person',
    summary: 'Chooses what one gets by mail.',
    body: MailChoicesWrite,
    response: MailView,
  },
} as const satisfies Record<string, Endpoint>;
