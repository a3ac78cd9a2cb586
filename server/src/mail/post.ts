import { createHash } from 'node:crypto';
import { createTransport } from 'nodemailer';
import type { Settings } from '../settings.ts';

/** A letter in plain words. */
export interface Letter {
  to: { name: string; address: string };
  subject: string;
  text: string;
  /** what tells it from every other letter: sent once more after a stop of the server, it is the same one */
  identity: string;
}

/** Sends letters through the mail server that is set. */
export interface Post {
  /** false: none is set */
  sends: boolean;
  /** Resolves when the mail server has taken it. @throws Error, with `responseCode` where the server gave one */
  send(letter: Letter): Promise<void>;
  close(): void;
}

/** A server that does not answer is given up after this; the letter is tried again later. */
const PATIENCE_MS = 10_000;

export function createPost({ smtp, mailFrom }: Pick<Settings, 'smtp' | 'mailFrom'>): Post {
  if (!smtp)
    return {
      sends: false,
      send: () => Promise.reject(new Error('This server sends no mail.')),
      close: () => {},
    };
  const transport = createTransport({
    url: smtp,
    pool: true,
    maxConnections: 2,
    connectionTimeout: PATIENCE_MS,
    greetingTimeout: PATIENCE_MS,
    socketTimeout: PATIENCE_MS,
  });
  return {
    sends: true,
    async send({ to, subject, text, identity }) {
      await transport.sendMail({
        messageId: messageIdOf(identity, mailFrom),
        from: { name: 'Nachweis', address: mailFrom },
        to,
        subject,
        text,
        // Nobody's absence is answered to (RFC 3834).
        headers: { 'Auto-Submitted': 'auto-generated' },
      });
    },
    close: () => transport.close(),
  };
}

/** RFC 5322, 3.6.4: the same letter has the same number wherever it comes again, by which mailboxes know it. */
function messageIdOf(identity: string, mailFrom: string): string {
  const number = createHash('sha256').update(identity).digest('hex').slice(0, 32);
  return `<${number}@${mailFrom.split('@').at(-1)}>`;
}

/**
 * Whether a mail server refused a letter for good (RFC 5321, 4.2.1: 5yz), so that trying again is of no use. That it does
 * not know this server (RFC 4954: 535) is not the letter's fault.
 */
export const isRefused = (error: unknown): boolean => {
  const { code, responseCode } = (error ?? {}) as { code?: unknown; responseCode?: unknown };
  return code !== 'EAUTH' && typeof responseCode === 'number' && responseCode >= 500;
};

/**
 * Whether no other letter would be taken either: no mail server is there, it does not know this one, or it closes
 * (RFC 5321, 3.8: 421). One mailbox that is full or asks to wait is its own letter's alone.
 */
export const holdsAllUp = (error: unknown): boolean => {
  const { code, responseCode } = (error ?? {}) as { code?: unknown; responseCode?: unknown };
  return code === 'EAUTH' || responseCode === 421 || AWAY.test(String(code));
};

/** What the connection says where no mail server answers, by nodemailer's names and the system's. */
const AWAY = /^(ECONN|ESOCKET|ETIMEDOUT|EDNS|ENOTFOUND|EAI_AGAIN|EHOSTUNREACH|ENETUNREACH|EPIPE)/;

/** Whether no mail server was reached, or one that takes nothing now (RFC 5321, 4.2.1: 4yz). */
export const isAway = (error: unknown): boolean => {
  const { code, responseCode } = (error ?? {}) as { code?: unknown; responseCode?: unknown };
  return AWAY.test(String(code)) || (typeof responseCode === 'number' && responseCode < 500);
};
