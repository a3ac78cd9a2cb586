import type { AddressInfo } from 'node:net';
import { type ParsedMail, simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';
import { afterEach, beforeEach } from 'vitest';
import type { TestServer } from '../testServer.testing.ts';
import { createPost } from './post.ts';

export interface TestMailServer {
  letters: ParsedMail[];
  /** Whether it refuses a letter, by whom it is for: a code of RFC 5321, or null. */
  refuses: (address: string) => number | null;
  /** The server of the test, sending through this mail server; with a name and a password it is known to it by neither. */
  sending: (s: TestServer, login?: string) => TestServer['context'];
}

/** A real mail server for each test of the file that calls this. */
export function mailServerPerTest(server: () => TestServer): () => TestMailServer {
  let smtp: SMTPServer;
  let mail: TestMailServer;
  beforeEach(async () => {
    smtp = new SMTPServer({
      authOptional: true,
      disabledCommands: ['STARTTLS'],
      allowInsecureAuth: true,
      disableReverseLookup: true,
      // Who says who they are is not known here.
      onAuth: (_login, _session, done) => done(Object.assign(new Error('Not known.'), { responseCode: 535 })),
      onRcptTo({ address }, _session, done) {
        const responseCode = mail.refuses(address);
        done(responseCode === null ? null : Object.assign(new Error('Not now.'), { responseCode }));
      },
      onData(stream, _session, done) {
        simpleParser(stream).then((letter) => {
          mail.letters.push(letter);
          done();
        }, done);
      },
    });
    await new Promise<void>((resolve) => smtp.listen(0, '127.0.0.1', resolve));
    const { port } = (smtp as unknown as { server: { address(): AddressInfo } }).server.address();
    mail = {
      letters: [],
      refuses: () => null,
      sending({ context }, login = '') {
        context.post = createPost({
          smtp: `smtp://${login}127.0.0.1:${port}`,
          mailFrom: 'nachweis@school.example',
        });
        return context;
      },
    };
  });
  afterEach(async () => {
    // Its open connections go first, or the mail server waits for them.
    server().context.post.close();
    await new Promise<void>((resolve) => smtp.close(() => resolve()));
  });
  return () => mail;
}
