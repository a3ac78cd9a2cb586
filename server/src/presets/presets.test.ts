import { randomUUID } from 'node:crypto';
import { readPresetFile } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import { serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();
const settings = {
  source: 'screen-share',
  surface: 'display',
  framing: 'region',
  box: { x: 10, y: 20, width: 300, height: 200 },
  delay: 3,
  pointer: false,
  width: null,
  target: 'next',
  copyTo: 'nowhere',
};
const write = (over: object = {}) => ({ name: 'Curve, right half', key: 'c', settings, ...over });

describe('presets', () => {
  it('are kept per person, changed and removed', async () => {
    const own = await server().signedIn(await server().addPerson());
    const other = await server().signedIn(await server().addPerson());
    const id = randomUUID();
    expect((await own.put(`/api/presets/${id}`).send(write()).expect(200)).body).toMatchObject([
      { id, ...write() },
    ]);
    await own
      .put(`/api/presets/${id}`)
      .send(write({ name: 'Whole curve' }))
      .expect(200);
    expect((await own.get('/api/presets')).body).toMatchObject([{ name: 'Whole curve' }]);
    expect((await other.get('/api/presets')).body).toEqual([]);
    await other.put(`/api/presets/${id}`).send(write()).expect(404);
    await other.delete(`/api/presets/${id}`).expect(404);
    expect((await own.delete(`/api/presets/${id}`)).body).toEqual([]);
  });
  it('do not share a key, and say who has it', async () => {
    const own = await server().signedIn(await server().addPerson());
    await own.put(`/api/presets/${randomUUID()}`).send(write()).expect(200);
    const { status, body } = await own.put(`/api/presets/${randomUUID()}`).send(write({ name: 'Second' }));
    expect(status).toBe(409);
    expect(body).toMatchObject({ code: 'already-exists', data: { key: 'c', name: 'Curve, right half' } });
  });
});

it('leaves out a stored preset that it cannot read, and shows the others', async () => {
  const own = await server().signedIn(await server().addPerson());
  const [first, second] = [randomUUID(), randomUUID()];
  await own.put(`/api/presets/${first}`).send(write()).expect(200);
  await own
    .put(`/api/presets/${second}`)
    .send(write({ name: 'Second', key: '' }))
    .expect(200);
  await server()
    .context.db.updateTable('presets')
    .set({ settings: '{"source":"an older shape"}' })
    .where('id', '=', first)
    .execute();
  expect((await own.get('/api/presets').expect(200)).body).toMatchObject([{ id: second }]);
});

describe('a file of presets', () => {
  const file = (over: object = {}) =>
    JSON.stringify({ kind: 'nachweis-presets', version: 1, presets: [write()], ...over });
  it('comes in as it went out', () => {
    expect(readPresetFile(file())).toEqual({ ok: true, presets: [write()] });
  });
  it.each([
    ['no JSON', 'hello', null],
    ['another kind of file', file({ kind: 'other' }), 'kind'],
    ['a later version', file({ version: 2 }), 'version'],
    [
      'a wrong delay',
      file({ presets: [write({ settings: { ...settings, delay: 60 } })] }),
      'presets.0.settings.delay',
    ],
    ['a long key', file({ presets: [write({ key: 'F1' })] }), 'presets.0.key'],
  ])('says which field is wrong: %s', (_, text, field) => {
    expect(readPresetFile(text)).toMatchObject({ ok: false, field });
  });
});
