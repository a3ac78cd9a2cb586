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
    expect([status, body.detail]).toEqual([409, 'The key c is used by “Curve, right half”. Choose another.']);
  });
});

describe('a file of presets', () => {
  const file = (over: object = {}) =>
    JSON.stringify({ kind: 'nachweis-presets', version: 1, presets: [write()], ...over });
  it('comes in as it went out', () => {
    expect(readPresetFile(file())).toEqual({ ok: true, presets: [write()] });
  });
  it.each([
    ['no JSON', 'hello', /no JSON/],
    ['another kind of file', file({ kind: 'other' }), /“kind” is wrong/],
    ['a later version', file({ version: 2 }), /“version” is wrong/],
    [
      'a wrong delay',
      file({ presets: [write({ settings: { ...settings, delay: 60 } })] }),
      /“presets.0.settings.delay” is wrong/,
    ],
    ['a long key', file({ presets: [write({ key: 'F1' })] }), /“presets.0.key” is wrong/],
  ])('says which field is wrong: %s', (_, text, sentence) => {
    const read = readPresetFile(text);
    expect(read.ok).toBe(false);
    expect(!read.ok && read.sentence).toMatch(sentence);
  });
});
