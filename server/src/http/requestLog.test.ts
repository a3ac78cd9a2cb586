import express from 'express';
import { pino } from 'pino';
import request from 'supertest';
import { expect, it } from 'vitest';
import { requestLog } from './requestLog.ts';

it('writes a line a request with the pattern of its route, and nothing that tells who or what it was about', async () => {
  const lines: string[] = [];
  const app = express();
  app.use(requestLog(pino({ level: 'info' }, { write: (line: string) => void lines.push(line) })));
  app.put('/api/captures/:captureId', (_req, res) => {
    res.locals.route = '/api/captures/:captureId';
    res.status(204).end();
  });
  await request(app)
    .put('/api/captures/5f0c1c8e-secret?name=Bilal.png')
    .set('Cookie', 'nachweis_session=token-secret')
    .set('X-Forwarded-For', '203.0.113.9')
    .send({ email: 'bilal@school.example' })
    .expect(204);
  expect(lines).toHaveLength(1);
  expect(JSON.parse(lines[0] ?? '')).toMatchObject({
    method: 'PUT',
    route: '/api/captures/:captureId',
    status: 204,
    finished: true,
    msg: 'request',
  });
  expect(lines[0]).not.toMatch(/secret|bilal|203\.0\.113|127\.0\.0\.1|Bilal/i);
});
