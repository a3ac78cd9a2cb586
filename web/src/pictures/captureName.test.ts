import type { CaptureItem } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import { captureName } from './captureName.ts';

const named = (change: Partial<CaptureItem>) =>
  captureName({
    originalName: '',
    label: '',
    source: 'paste',
    width: 640,
    height: 480,
    ...change,
  } as CaptureItem);

describe('captureName', () => {
  it('is that of its file before what was shared, and that before how it came', () => {
    expect(named({ originalName: 'curve.png', label: 'Plotter' })).toBe('curve.png');
    expect(named({ label: 'Plotter' })).toBe('Plotter');
    expect(named({})).toMatch(/^\S.*, 640 × 480$/);
  });
  it.each(['screen:0:0', 'window:4194309:0', 'web-contents-media-stream://12:7', 'x'.repeat(20)])(
    'is none of the numbers that browsers give: %s',
    (label) => {
      expect(named({ label })).toBe(named({}));
    },
  );
  it('is a label of many letters where it has words', () => {
    expect(named({ label: 'Readings of the stage at noon' })).toBe('Readings of the stage at noon');
    expect(named({ label: 'x'.repeat(19) })).toBe('x'.repeat(19));
  });
});
