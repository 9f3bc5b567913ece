/** What the server learns of its surroundings: who asks, behind proxies and headers that anybody can write; the backups. */
import { mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { lastBackup } from '../src/http/last-backup.ts';
import { addressBehind, proxies } from '../src/http/network.ts';

const ours = proxies('127.0.0.1, 10.1.0.0/16, fd00::1');

test.each([
  ['no proxy is named', '192.0.2.7', '198.51.100.9', '192.0.2.7'],
  ['the proxy tells', '127.0.0.1', '198.51.100.9', '198.51.100.9'],
  ['someone wrote before the proxy', '127.0.0.1', '203.0.113.1, 198.51.100.9', '198.51.100.9'],
  ['two of ours in a row', '127.0.0.1', '198.51.100.9, 10.1.2.3', '198.51.100.9'],
  ['all of them are ours', '10.1.9.9', '10.1.2.3', '10.1.2.3'],
  ['the proxy tells nothing', '127.0.0.1', undefined, '127.0.0.1'],
  ['an IPv4 address in IPv6', '::ffff:127.0.0.1', '198.51.100.9', '198.51.100.9'],
  ['IPv6, in brackets', 'fd00::1', '[2001:db8::5]', '2001:db8::5'],
])('%s', (_what, socket, forwarded, who) => {
  expect(addressBehind(socket, forwarded, ours)).toBe(who);
});

test('with none named nobody’s header is believed', () => {
  expect(addressBehind('127.0.0.1', '198.51.100.9', proxies(''))).toBe('127.0.0.1');
});

test('a proxy that is no address is refused by name', () => {
  expect(() => proxies('the-balancer')).toThrow(/KEEL_PROXY: the-balancer is no address/);
});

describe('the nightly backup', () => {
  test.each([
    ['none is wanted', undefined, 'off'],
    ['none was ever made', 0, 'overdue'],
    ['the latest is three days old', 72, 'overdue'],
  ] as const)('%s', async (_what, hoursAgo, says) => {
    if (hoursAgo === undefined) return expect(await lastBackup(undefined)).toBe(says);
    const folder = mkdtempSync(join(tmpdir(), 'keel-backups-'));
    if (hoursAgo > 0) {
      writeFileSync(join(folder, 'a.dump'), '');
      const then = Date.now() / 1000 - 3600 * hoursAgo;
      utimesSync(join(folder, 'a.dump'), then, then);
    }
    expect(await lastBackup(folder)).toBe(says);
    writeFileSync(join(folder, 'b.dump'), '');
    expect(await lastBackup(folder)).toMatch(/^\d{4}-/);
    rmSync(folder, { recursive: true });
  });
});
