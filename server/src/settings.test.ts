import { describe, expect, it } from 'vitest';
import { readSettings, SettingsError } from './settings.ts';

describe('readSettings', () => {
  it('listens on this machine only unless told otherwise', () => {
    expect(readSettings({})).toMatchObject({
      host: '127.0.0.1',
      port: 4600,
      demo: false,
      secureCookies: false,
    });
  });
  it('names every wrong variable, its value and what it is for', () => {
    const wrong = () => readSettings({ NACHWEIS_PORT: 'eighty', NACHWEIS_LOG: 'loud' });
    expect(wrong).toThrow(SettingsError);
    expect(wrong).toThrow(/NACHWEIS_PORT \(port; 0 takes a free one\) is "eighty"/);
    expect(wrong).toThrow(/NACHWEIS_LOG \(how much is logged\) is "loud"/);
  });
  it('does not overlook a mistyped name', () => {
    expect(() => readSettings({ NACHWEIS_PROT: '80' })).toThrow(/NACHWEIS_PROT is not a setting/);
  });
  it('leaves the rest of the environment alone, and empty values too', () => {
    expect(readSettings({ PATH: '/bin', NACHWEIS_PORT: '' }).port).toBe(4600);
  });
});
