import { CONTRACT_HEADER, CONTRACT_VERSION, PERSON_HEADER } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import { PASSWORD, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

describe('signing in', () => {
  it('sets a cookie that no script can read and no other site sends, and knows the person by it', async () => {
    const person = await server().addPerson('Ada', 'Lindqvist');
    const agent = server().nobody();
    const answer = await agent
      .post('/api/session')
      .send({ email: person.email.toUpperCase(), password: PASSWORD })
      .expect(200);
    expect(answer.headers['set-cookie']?.[0]).toMatch(
      /^nachweis_session=[\w-]{43}; Max-Age=604800; Path=\/; Expires=.*; HttpOnly; SameSite=Lax$/,
    );
    const { body } = await agent.get('/api/session').expect(200);
    expect(body).toMatchObject({ id: person.id, name: 'Ada Lindqvist', courses: [] });
  });
  it('keeps passwords as argon2id and session tokens as hashes only', async () => {
    const person = await server().addPerson();
    const agent = await server().signedIn(person);
    const row = await server()
      .context.db.selectFrom('people')
      .select('password_hash')
      .where('id', '=', person.id)
      .executeTakeFirstOrThrow();
    expect(row.password_hash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    const sessions = await server().context.db.selectFrom('sessions').select('token_hash').execute();
    expect(sessions[0]?.token_hash).toMatch(/^[0-9a-f]{64}$/);
    await agent.get('/api/session').expect(200);
  });
  it('says the same for a wrong password and for an unknown address', async () => {
    const person = await server().addPerson();
    const wrong = await server()
      .nobody()
      .post('/api/session')
      .send({ email: person.email, password: 'guess' })
      .expect(401);
    const unknown = await server()
      .nobody()
      .post('/api/session')
      .send({ email: 'nobody@school.example', password: 'guess' })
      .expect(401);
    expect(wrong.body).toEqual(unknown.body);
  });
  it('ends when its time is over', async () => {
    const agent = await server().signedIn(await server().addPerson());
    server().setNow('2026-11-12T09:59:59.000Z');
    await agent.get('/api/session').expect(200);
    server().setNow('2026-11-12T10:00:00.000Z');
    const { body } = await agent.get('/api/session').expect(401);
    expect(body.code).toBe('signed-out');
  });
  it('takes nothing from a page that was opened for somebody else', async () => {
    const [first, second] = [await server().addPerson(), await server().addPerson()];
    const agent = await server().signedIn(second);
    const as = (id: string) => ({ [PERSON_HEADER]: id, [CONTRACT_HEADER]: CONTRACT_VERSION });
    const { body } = await agent.get('/api/assignments').set(as(first.id)).expect(401);
    expect(body.code).toBe('other-person');
    await agent.get('/api/assignments').set(as(second.id)).expect(200);
  });
  it('ends on the server when signed out, not only in the browser', async () => {
    const person = await server().addPerson();
    const agent = server().nobody();
    const answer = await agent.post('/api/session').send({ email: person.email, password: PASSWORD });
    const cookie = answer.headers['set-cookie']?.[0]?.split(';')[0] ?? '';
    await agent.delete('/api/session').expect(204);
    await server().nobody().get('/api/session').set('Cookie', cookie).expect(401);
  });
  it('ends everywhere else when that is asked for, and goes on here', async () => {
    const person = await server().addPerson();
    const [here, elsewhere] = [await server().signedIn(person), await server().signedIn(person)];
    const other = await server().signedIn(await server().addPerson());
    await here.post('/api/session/elsewhere').expect(204);
    await here.get('/api/session').expect(200);
    await elsewhere.get('/api/session').expect(401);
    await other.get('/api/session').expect(200);
  });
  it('offers no demo people on a server that is no demo', async () => {
    const person = await server().addPerson();
    await server().context.db.updateTable('people').set({ demo_note: 'x' }).execute();
    expect((await server().nobody().get('/api/demo/people').expect(200)).body).toEqual([]);
    await server().nobody().post('/api/demo/session').send({ personId: person.id }).expect(403);
  });
});
