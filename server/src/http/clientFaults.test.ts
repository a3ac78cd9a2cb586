import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Problem } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import { classroom, handedIn, picture, putCapture, serverPerTest } from '../testServer.testing.ts';

const web = mkdtempSync(join(tmpdir(), 'nachweis-web-'));
mkdirSync(join(web, 'assets'));
writeFileSync(join(web, 'index.html'), '<!doctype html><title>Nachweis</title>');
writeFileSync(join(web, 'assets', 'page.js'), 'export {};');
const server = serverPerTest({ webFolder: web });

const told = (answer: { status: number; text: string; headers: Record<string, string> }) => {
  expect(answer.headers['content-type']).toMatch(/^application\/problem\+json/);
  const problem = Problem.parse(JSON.parse(answer.text));
  expect(problem.status).toBe(answer.status);
  return [answer.status, problem.code];
};

describe('what a client does wrong is told as its fault', () => {
  it('an asset of before an update', async () => {
    expect(told(await server().nobody().get('/assets/page-old.js'))).toEqual([404, 'not-found']);
    await server().nobody().get('/assets/page.js').expect(200);
  });
  it('a malformed escape in an address', async () => {
    expect(told(await server().nobody().get('/api/hand-ins/%E0%A4%A'))[0]).toBe(400);
    expect((await server().nobody().get('/%E0%A4%A')).status).toBeLessThan(500);
    expect((await server().nobody().get('/assets/%00')).status).toBeLessThan(500);
  });
  it('another method, with those there are (RFC 9110, 15.5.6)', async () => {
    const answer = await server().nobody().patch('/api/session').send({});
    expect(told(answer)).toEqual([405, 'bad-method']);
    expect(answer.headers.allow?.split(', ').sort()).toEqual(['DELETE', 'GET', 'POST']);
  });
  it('a charset and a coding that are not read', async () => {
    const { student } = await classroom(server());
    const post = () => server().nobody().post('/api/session');
    const charset = await post().set('Content-Type', 'application/json; charset=x-klingon').send('{}');
    expect(told(charset)).toEqual([415, 'bad-encoding']);
    const coding = await post()
      .set('Content-Type', 'application/json')
      .set('Content-Encoding', 'br2')
      .send('{}');
    expect(told(coding)).toEqual([415, 'bad-encoding']);
    const packed = await student
      .put('/api/captures/00000000-0000-4000-8000-000000000000?source=file')
      .set('Content-Encoding', 'gzip')
      .set('Content-Type', 'image/png')
      .send(await picture());
    expect(told(packed)).toEqual([415, 'bad-encoding']);
  });
  it('an origin of another scheme or port', async () => {
    for (const origin of ['https://nachweis.test', 'http://nachweis.test:8080'])
      expect(told(await server().nobody().post('/api/session').set('Origin', origin).send({}))).toEqual([
        403,
        'foreign-origin',
      ]);
  });
});

describe('parts of files (RFC 9110, section 14)', () => {
  it('are given; what lies beyond the end is told with the size', async () => {
    const { student, receipt } = await handedIn(server());
    const { href, bytes, sha256 } = receipt.files[0];
    const part = await student.get(href).set('Range', 'bytes=1-3').expect(206);
    expect(part.headers['content-range']).toBe(`bytes 1-3/${bytes}`);
    // Bytes 2 to 4 of every PNG (W3C PNG 5.2).
    expect(Buffer.from(part.body).toString('latin1')).toBe('PNG');
    const last = await student.get(href).set('Range', 'bytes=-4').expect(206);
    expect(last.body).toHaveLength(4);
    const beyond = await student.get(href).set('Range', `bytes=${bytes}-`);
    expect(told(beyond)).toEqual([416, 'bad-range']);
    expect(beyond.headers['content-range']).toBe(`bytes */${bytes}`);
    await student.get(href).set('Range', 'bytes=1-3').set('If-Range', '"another"').expect(200);
    expect(told(await student.get(href).set('If-Match', '"another"'))).toEqual([412, 'changed-since']);
    await student.get(href).set('If-Match', `"${sha256}"`).expect(200);
    const head = await student.head(href).expect(200);
    expect(head.headers['content-length']).toBe(String(bytes));
  });
});

describe('answers', () => {
  it('are sent again only when they have changed, and are left in no cache', async () => {
    const { student, assignment } = await classroom(server());
    const path = `/api/assignments/${assignment.id}`;
    const first = await student.get(path).expect(200);
    expect(first.headers['cache-control']).toBe('no-store');
    const etag = first.headers.etag ?? '';
    const again = () => student.get(path).set('If-None-Match', etag).set('Cache-Control', 'max-age=0');
    await again().expect(304);
    const { body } = await putCapture(student, await picture());
    expect(body.id).toBeTruthy();
    await student.put(`${path}/statement`).send({ text: 'New.', baseVersion: 0 }).expect(200);
    await again().expect(200);
  });
  it('are compressed when they are large', async () => {
    const { student } = await classroom(server());
    const { headers } = await student.get('/api/openapi.json').set('Accept-Encoding', 'gzip').expect(200);
    expect(headers['content-encoding']).toBe('gzip');
  });
  it('survive one wrong name rule and one damaged document', async () => {
    const { student, assignment, courseId } = await classroom(server(), { nameRule: '{surname}_{nonsense}' });
    const { addEvidence } = await import('../testServer.testing.ts');
    const { draft } = await addEvidence(student, assignment);
    expect(draft.evidence[0].fileName).toBe('Okafor_Rating-curve_P1_1.png');
    const other = await server().addAssignment(courseId, { title: 'Sound' });
    await server()
      .context.db.updateTable('assignment_versions')
      .set({ document: '{"v":1,"value":{"title":12}}' })
      .where('assignment_id', '=', assignment.id)
      .execute();
    const { body } = await student.get('/api/assignments').expect(200);
    expect(body).toHaveLength(2);
    await student.get(`/api/assignments/${other.id}`).expect(200);
    await server()
      .context.db.updateTable('captures')
      .set({ notes: '{', tags: '{"v":7}', done: '[' })
      .execute();
    await student.get('/api/captures').expect(200);
  });
});
