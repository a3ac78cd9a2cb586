import { describe, expect, it } from 'vitest';
import type { Mark } from '../marks/mark.ts';
import { mayShowWhole } from './mayShowWhole.ts';

const REGION = { kind: 'region' as const, box: { x: 1, y: 1, width: 5, height: 5 } };
const picture = (change: object = {}) => ({
  ...{ capture: 'one', framing: REGION, trims: [] as unknown[], marks: [] as Mark[], captureHides: false },
  ...change,
});
const pin: Mark = { kind: 'pin', letter: 'a', x: 2, y: 2 };
const redaction: Mark = {
  kind: 'redaction',
  id: 'r',
  look: 'solid',
  box: { x: 1, y: 1, width: 2, height: 2 },
};

describe('a whole capture', () => {
  it('is shown where it is more than the frame and nothing of it is hidden; pins hide nothing', () => {
    const one = picture({ marks: [pin] });
    expect(mayShowWhole(one, [one])).toBe(true);
    const all = picture({ framing: { kind: 'whole' } });
    expect(mayShowWhole(all, [all])).toBe(false);
  });
  it('is not shown where a picture hides something that is not handed in here', () => {
    const one = picture({ captureHides: true });
    expect(mayShowWhole(one, [one])).toBe(false);
  });
  it('is not shown where any picture of it hides something or leaves something out', () => {
    const one = picture();
    for (const other of [picture({ marks: [redaction] }), picture({ trims: [{ kind: 'band' }] })]) {
      expect(mayShowWhole(other, [other])).toBe(false);
      expect(mayShowWhole(one, [one, other])).toBe(false);
      expect(mayShowWhole(one, [one, { ...other, capture: 'another' }])).toBe(true);
    }
  });
});
