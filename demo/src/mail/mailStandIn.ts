import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';
import { listPage, messagePage } from './mailPage.ts';

/** A letter as it arrived. */
export interface Message {
  id: number;
  at: string;
  from: string;
  to: string;
  subject: string;
  text: string;
}

export interface MailStandIn {
  /** "smtp://127.0.0.1:4625" */
  smtp: string;
  /** where what arrived is shown */
  address: string;
  messages(): readonly Message[];
  close(): Promise<void>;
}

interface Ports {
  /** 0 takes a free one */
  smtpPort: number;
  pagePort: number;
}

/** So many are kept, in memory: it stands in for a mail server and is none. */
const MOST = 500;
const LARGEST = 1_000_000;
const HOST = '127.0.0.1';

/** Takes every letter over SMTP (RFC 5321), delivers none, and shows what arrived on a page of its own. */
export async function startMailStandIn({ smtpPort, pagePort }: Ports): Promise<MailStandIn> {
  const kept: Message[] = [];
  let count = 0;
  const smtp = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    size: LARGEST,
    // No names are looked up: there is no network here.
    disableReverseLookup: true,
    onData(stream, _session, done) {
      simpleParser(stream).then(
        ({ from, to, subject, text }) => {
          const receivers = (to === undefined ? [] : Array.isArray(to) ? to : [to]).map((one) => one.text);
          kept.unshift({
            id: ++count,
            at: new Date().toISOString(),
            from: from?.text ?? '',
            to: receivers.join(', '),
            subject: subject ?? '',
            text: text ?? '',
          });
          kept.length = Math.min(kept.length, MOST);
          done();
        },
        (error: Error) => done(error),
      );
    },
  });
  const page = createServer((req, res) => {
    const { pathname } = new URL(req.url ?? '/', `http://${HOST}`);
    const send = (status: number, type: string, body: string) =>
      res
        .writeHead(status, {
          'Content-Type': `${type}; charset=utf-8`,
          'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'",
          'X-Content-Type-Options': 'nosniff',
        })
        .end(body);
    if (pathname === '/') return send(200, 'text/html', listPage(kept));
    if (pathname === '/messages.json') return send(200, 'application/json', JSON.stringify(kept));
    const message = kept.find((one) => pathname === `/messages/${one.id}`);
    return message
      ? send(200, 'text/html', messagePage(message))
      : send(404, 'text/plain', 'There is no such letter.');
  });
  await listen(smtp.server as unknown as Server, smtpPort);
  await listen(page, pagePort);
  const portOf = (server: Server) => (server.address() as AddressInfo).port;
  return {
    smtp: `smtp://${HOST}:${portOf(smtp.server as unknown as Server)}`,
    address: `http://${HOST}:${portOf(page)}`,
    messages: () => kept,
    async close() {
      page.closeAllConnections();
      await new Promise((resolve) => page.close(resolve));
      await new Promise<void>((resolve) => smtp.close(() => resolve()));
    },
  };
}

function listen(server: Server, port: number): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, HOST, () => {
      server.off('error', reject);
      resolve();
    });
  });
}
