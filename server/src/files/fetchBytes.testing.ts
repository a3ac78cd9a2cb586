import type { Agent } from 'supertest';

/** Fetches a file, whose bytes are the answer's body. */
export const fetchBytes = (agent: Agent, path: string) =>
  agent
    .get(path)
    .buffer(true)
    .parse((res, done) => {
      const chunks: Buffer[] = [];
      res.on('data', (chunk: Buffer) => chunks.push(chunk));
      res.on('end', () => done(null, Buffer.concat(chunks)));
    });
