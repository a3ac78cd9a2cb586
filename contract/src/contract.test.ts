import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import {
  CONTRACT_VERSION,
  type Endpoint,
  endpoints,
  Framing,
  HandInRequest,
  Problem,
  RemarkWrite,
} from './index.ts';

const all = Object.entries(endpoints) as Array<[string, Endpoint]>;

describe('the endpoints', () => {
  it('have one meaning for each method and path', () => {
    const doors = all.map(([, e]) => `${e.method} ${e.path}`);
    expect(new Set(doors).size).toBe(doors.length);
  });
  it('describe exactly the parameters of their paths', () => {
    for (const [name, endpoint] of all) {
      const inPath = [...endpoint.path.matchAll(/:(\w+)/g)].map(([, key]) => key).sort();
      const described = endpoint.params
        ? Object.keys((z.toJSONSchema(endpoint.params) as { properties: object }).properties).sort()
        : [];
      expect(described, name).toEqual(inPath);
    }
  });
  it('have a number of their own as they are: pages take answers by it alone', () => {
    const shapes = all.map(([name, { response, body }]) => [
      name,
      response && z.toJSONSchema(response, { io: 'output', unrepresentable: 'any' }),
      body && body !== 'bytes' && z.toJSONSchema(body, { io: 'input', unrepresentable: 'any' }),
    ]);
    const digest = createHash('sha256').update(JSON.stringify(shapes)).digest('hex').slice(0, 16);
    // Changed schemas: give CONTRACT_VERSION in headers.ts the next number, and write both here.
    expect([CONTRACT_VERSION, digest]).toEqual(['31', '1fa4fd6c24587f53']);
  });
  it('never read a body with GET, and always say who may call', () => {
    for (const [name, endpoint] of all) {
      if (endpoint.method === 'get') expect(endpoint.body, name).toBeUndefined();
      expect(endpoint.summary, name).toMatch(/\.$/);
    }
  });
});

describe('the schemas', () => {
  it('take a region of whole pixels only', () => {
    const region = (box: object) =>
      Framing.safeParse({ kind: 'region', box: { x: 0, y: 0, width: 10, height: 10, ...box } }).success;
    expect(region({})).toBe(true);
    expect(region({ x: 0.5 })).toBe(false);
    expect(region({ width: 0 })).toBe(false);
    expect(region({ height: Number.POSITIVE_INFINITY })).toBe(false);
    expect(Framing.safeParse({ kind: 'spiral' }).success).toBe(false);
  });
  it('take a remark on a picture only with a place', () => {
    const id = '0b6f5a1e-94ef-4b09-9f27-6f8d0a2f1c3d';
    const remark = (r: object) =>
      RemarkWrite.safeParse({ itemId: null, x: null, y: null, text: 'x', ...r }).success;
    expect(remark({})).toBe(true);
    expect(remark({ itemId: id, x: 1, y: 1 })).toBe(true);
    expect(remark({ itemId: id })).toBe(false);
    expect(remark({ x: 1, y: 1 })).toBe(false);
    expect(remark({ text: '  ' })).toBe(false);
  });
  it('take ids as UUIDs and versions as whole numbers', () => {
    expect(HandInRequest.safeParse({ id: '1', draftVersion: 1 }).success).toBe(false);
    expect(
      HandInRequest.safeParse({ id: '0b6f5a1e-94ef-4b09-9f27-6f8d0a2f1c3d', draftVersion: 1.5 }).success,
    ).toBe(false);
  });
  it('know the members of RFC 9457', () => {
    const body = {
      type: '/problems/closed',
      title: 'Closed',
      status: 409,
      code: 'closed',
      data: { title: 'Rating curve' },
    };
    expect(Problem.parse(body)).toEqual(body);
    expect(Problem.safeParse({ ...body, code: 'made-up' }).success).toBe(false);
  });
});
