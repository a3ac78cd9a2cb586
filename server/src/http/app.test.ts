import { endpoints, Problem } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import { serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

describe('the server', () => {
  it('says that it is well, with the schema it is on', async () => {
    const { body } = await server().nobody().get('/api/health').expect(200);
    expect(body).toEqual({ status: 'ok', schema: '0026_whole_captures' });
  });
  it('allows no inline script and no foreign origin', async () => {
    const { headers } = await server().nobody().get('/api/health');
    const policy = headers['content-security-policy'] ?? '';
    expect(policy).toContain("script-src 'self';");
    expect(policy).toContain("default-src 'self'");
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).not.toMatch(/https?:|unsafe-eval|script-src[^;]*unsafe-inline/);
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['x-powered-by']).toBeUndefined();
  });
  it('allows WebAssembly to the workers that decode the pictures of documents and read words, and to nothing else', async () => {
    const policyOf = async (path: string) =>
      (await server().nobody().get(path)).headers['content-security-policy'] ?? '';
    for (const worker of ['documents.worker-BZ1s9--w.js', 'worker.min-DQ5N6Uew.js'])
      expect(await policyOf(`/assets/${worker}`)).toContain("script-src 'self' 'wasm-unsafe-eval';");
    for (const path of ['/', '/assets/index-BZ1s9.js', '/documents.worker-a.js', '/api/health'])
      expect(await policyOf(path)).toContain("script-src 'self';");
  });
  it.each(['https://elsewhere.example', 'null', ''])('refuses writes from %j', async (origin) => {
    const { body } = await server().nobody().post('/api/session').set('Origin', origin).send({}).expect(403);
    expect(body.code).toBe('foreign-origin');
  });
  it('answers every error as problem details (RFC 9457: type, title, status; its media type)', async () => {
    const agent = server().nobody();
    const answers = [
      await agent.get('/api/no-such-thing'),
      await agent.get('/api/assignments'),
      await agent.post('/api/session').set('Content-Type', 'application/json').send('{"email":'),
      await agent.post('/api/session').send({ email: 'no address', password: '' }),
      await agent.post('/api/session').send({ email: 'a@b.example', password: 'x'.repeat(400_000) }),
      await agent.get('/files/b-00000000-0000-4000-8000-000000000000/a.png'),
    ];
    expect(answers.map((a) => a.status)).toEqual([404, 401, 400, 400, 413, 401]);
    for (const answer of answers) {
      expect(answer.headers['content-type']).toMatch(/^application\/problem\+json/);
      const problem = Problem.parse(JSON.parse(answer.text));
      expect(problem.status).toBe(answer.status);
      expect(problem.title).toMatch(/\w/);
    }
  });
  it('says which field of a request is wrong', async () => {
    const { body } = await server()
      .nobody()
      .post('/api/session')
      .send({ email: 'no address', password: 'x' });
    expect(body.data.fields).toEqual([{ path: 'email', message: expect.any(String) }]);
  });
  it('does not tell what failed inside', async () => {
    await server().context.db.schema.dropTable('jobs').execute();
    await server().context.db.schema.alterTable('people').renameTo('elsewhere').execute();
    const { status, text } = await server()
      .nobody()
      .post('/api/session')
      .send({ email: 'a@b.example', password: 'x' });
    expect(status).toBe(500);
    expect(text).not.toMatch(/SQLITE|no such table|at .*\.ts/);
  });
  it('describes every endpoint of the contract in OpenAPI 3.1', async () => {
    const { body } = await server().nobody().get('/api/openapi.json').expect(200);
    expect(body.openapi).toBe('3.1.0');
    for (const [name, endpoint] of Object.entries(endpoints)) {
      const operation = body.paths[endpoint.path.replace(/:(\w+)/g, '{$1}')][endpoint.method];
      expect(operation.operationId).toBe(name);
      expect(operation['x-access']).toBe(endpoint.access);
    }
    const { schema } = body.paths['/api/session'].post.requestBody.content['application/json'];
    expect(schema.required).toEqual(['email', 'password']);
  });
});
