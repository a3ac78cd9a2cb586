import { describe, expect, it } from 'vitest';
import { dateAndTime, fileSize, inWords, zoneName } from './when.ts';

const NOW = Date.parse('2026-11-05T10:00:00Z');

describe('inWords', () => {
  it.each([
    ['2026-11-10T10:00:00Z', 'in 5 days'],
    ['2026-11-07T10:00:00Z', 'in 2 days'],
    ['2026-11-07T09:59:00Z', 'in 47 hours'],
    ['2026-11-05T10:59:00Z', 'in 59 minutes'],
    ['2026-11-05T10:00:30Z', 'now'],
    ['2026-11-05T08:00:00Z', '2 hours ago'],
    ['2026-10-05T10:00:00Z', '31 days ago'],
  ])('%s is %s', (at, words) => {
    expect(inWords(at, NOW)).toBe(words);
  });
});

describe('dateAndTime', () => {
  it("is in the course's zone, also across the change from summer time (IANA tz, Europe/Berlin, 25 October 2026)", () => {
    expect(dateAndTime('2026-10-25T00:30:00Z', 'Europe/Berlin')).toBe('Sun 25 Oct 2026, 02:30');
    expect(dateAndTime('2026-10-25T01:30:00Z', 'Europe/Berlin')).toBe('Sun 25 Oct 2026, 02:30');
    expect(dateAndTime('2026-12-31T23:00:00Z', 'Europe/Berlin')).toBe('Fri 1 Jan 2027, 00:00');
    expect(dateAndTime('2026-12-31T23:00:00Z', 'Pacific/Auckland')).toBe('Fri 1 Jan 2027, 12:00');
  });
});

describe('zoneName', () => {
  // Names of the IANA time zone database.
  it.each([
    ['Europe/Berlin', 'Berlin time'],
    ['America/Argentina/Buenos_Aires', 'Buenos Aires time'],
    ['UTC', 'UTC'],
  ])('of %s is %s', (zone, name) => expect(zoneName(zone)).toBe(name));
});

describe('fileSize', () => {
  it.each([
    [1, '1 kB'],
    [812_400, '812 kB'],
    [999_999, '1000 kB'],
    [2_449_000, '2.4 MB'],
    [10_734_100_000, '10.7 GB'],
  ])('%i bytes is %s', (bytes, text) => {
    expect(fileSize(bytes)).toBe(text);
  });
});
