import { describe, expect, it } from 'vitest';
import { PASSWORD, serverPerTest } from '../testServer.testing.ts';

// As behind a proxy of the own machine, whose word for a browser's address is taken.
const server = serverPerTest({ trustedProxies: ['loopback'] });

const tryIn = (email: string, password: string, address = '10.0.0.1', cookie = '') =>
  server()
    .nobody()
    .post('/api/session')
    .set('X-Forwarded-For', address)
    .set('Cookie', cookie)
    .send({ email, password });
const statuses = async (tries: Array<PromiseLike<{ status: number }>>) =>
  (await Promise.all(tries)).map((a) => a.status);

describe('the limit of sign-ins', () => {
  it('lets a class of forty behind one address in at the same moment', async () => {
    const people = await Promise.all(Array.from({ length: 40 }, () => server().addPerson()));
    const all = await statuses(people.map((p) => tryIn(p.email, PASSWORD)));
    expect(all).toEqual(new Array(40).fill(200));
  });
  it('lets nobody be locked out by eleven classmates who mistype', async () => {
    const people = await Promise.all(Array.from({ length: 12 }, () => server().addPerson()));
    const [last, ...others] = people as [(typeof people)[0], ...typeof people];
    await statuses(others.flatMap((p) => [1, 2, 3].map((n) => tryIn(p.email, `wrong ${n}`))));
    expect((await tryIn(last.email, PASSWORD)).status).toBe(200);
    expect((await tryIn(others[0]?.email ?? '', PASSWORD)).status).toBe(200);
  });
  it('stops ten guesses at one account from one address, one after the other or at once, and says for how long', async () => {
    const person = await server().addPerson();
    const all = await statuses(Array.from({ length: 14 }, (_, n) => tryIn(person.email, `guess ${n}`)));
    expect(all.filter((s) => s === 401)).toHaveLength(10);
    expect(all.filter((s) => s === 429)).toHaveLength(4);
    const { body } = await tryIn(person.email, PASSWORD);
    expect(body).toMatchObject({ code: 'too-many-requests', data: { seconds: expect.any(Number) } });
  });
  it('takes an address for the same however it is written', async () => {
    const { email } = await server().addPerson();
    const written = [email, email.toUpperCase(), email.replace('s', 'S')];
    const all = await statuses(
      Array.from({ length: 14 }, (_, n) => tryIn(written[n % 3] ?? '', `guess ${n}`)),
    );
    expect(all.filter((s) => s === 429)).toHaveLength(4);
  });
  it('knows a browser for a year', async () => {
    const person = await server().addPerson();
    const first = await tryIn(person.email, PASSWORD, '10.1.0.1');
    const known = (first.get('Set-Cookie') ?? [])
      .find((c) => c.startsWith('nachweis_browser='))
      ?.split(';')[0];
    await statuses(Array.from({ length: 30 }, (_, n) => tryIn(person.email, `guess ${n}`, `10.2.0.${n}`)));
    const { context } = server();
    const days = (n: number) => new Date(context.now().getTime() + n * 24 * 3_600_000).toISOString();
    const [within, after] = [days(364), days(366)];
    server().setNow(within);
    // Signing in would make it known for another year.
    expect((await tryIn(person.email, 'mistyped', '10.3.0.1', known)).status).toBe(401);
    server().setNow(after);
    expect((await tryIn(person.email, PASSWORD, '10.3.0.2', known)).status).toBe(429);
  });
  it('stops sixty guesses at one account from sixty addresses, and lets its owner in from a browser that is known', async () => {
    const person = await server().addPerson();
    const first = await tryIn(person.email, PASSWORD, '10.1.0.1');
    const known = (first.get('Set-Cookie') ?? []).find((c) => c.startsWith('nachweis_browser=')) ?? '';
    expect(known).toMatch(/HttpOnly; SameSite=Lax/);
    const all = await statuses(
      Array.from({ length: 60 }, (_, n) => tryIn(person.email, `guess ${n}`, `10.2.0.${n}`)),
    );
    expect(all.filter((s) => s === 401)).toHaveLength(30);
    expect((await tryIn(person.email, PASSWORD, '10.3.0.1')).status).toBe(429);
    expect((await tryIn(person.email, PASSWORD, '10.3.0.1', known.split(';')[0])).status).toBe(200);
  });
  it('forgets the failures of whoever gets in', async () => {
    const person = await server().addPerson();
    for (let round = 0; round < 2; round++) {
      await statuses(Array.from({ length: 9 }, () => tryIn(person.email, 'mistyped')));
      expect((await tryIn(person.email, PASSWORD)).status).toBe(200);
    }
  });
  it('takes nobody’s word for an address where no proxy is trusted', async () => {
    const { createApp } = await import('../app.ts');
    const context = { ...server().context, settings: { ...server().context.settings, trustedProxies: [] } };
    const request = (await import('supertest')).default;
    const person = await server().addPerson();
    const app = createApp(context);
    const guess = (n: number) =>
      request(app)
        .post('/api/session')
        .set('Origin', 'http://nachweis.test')
        .set('X-Forwarded-For', `10.9.0.${n}`)
        .send({ email: person.email, password: 'guess' });
    const all: number[] = [];
    for (let n = 0; n < 12; n++) all.push((await guess(n)).status);
    expect(all.filter((s) => s === 429)).toHaveLength(2);
  });
});
