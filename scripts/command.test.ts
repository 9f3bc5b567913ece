/** The commands as processes: how they start, what they keep, how they end. */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const folder = mkdtempSync(join(tmpdir(), 'keel-command-'));
afterAll(() => rmSync(folder, { recursive: true }));

const call = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['scripts/command.cjs', ...args], {
    encoding: 'utf8',
  });
  return { status, stdout, stderr };
};
const KEPT = join('node_modules', '.cache', 'keel-path');

test.each(['score', 'brief', 'fly'])(
  '%s says how it is called, and refuses an option that there is not',
  (name) => {
    expect(call(name, '--help')).toMatchObject({
      status: 0,
      stdout: expect.stringContaining(`npm run -s ${name}`),
      stderr: '',
    });
    const { status, stdout, stderr } = call(name, '--colour', 'blue');
    expect([status, stdout, stderr.split('\n').length]).toEqual([2, '', 2]);
  },
);

test('a command that there is not is refused by name', () =>
  expect(call('sing')).toMatchObject({ status: 2, stderr: expect.stringContaining('score, brief, fly') }));

test('the bundle is kept while it is newer than every source, and made again when it is not', () => {
  call('brief', '--help');
  const bundle = join(KEPT, 'brief.cjs');
  const made = statSync(bundle).mtimeMs;
  expect(existsSync(join(KEPT, 'brief.v8'))).toBe(true);
  call('brief', '--help');
  expect(statSync(bundle).mtimeMs).toBe(made);
  utimesSync(bundle, new Date(0), new Date(0));
  expect(call('brief', '--help').status).toBe(0);
  expect(statSync(bundle).mtimeMs).toBeGreaterThan(made);
});

test('a file that cannot be read is one line and exit code 2; a flight with verdicts is exit code 0', () => {
  const file = join(folder, 'broken.csv');
  writeFileSync(file, 'time_s,alt_ft,ias_kt,hdg_deg\n0,high,95,1\n');
  const { status, stdout, stderr } = call('score', file);
  expect([status, stdout]).toEqual([2, '']);
  expect(stderr).toMatch(/broken\.csv, line 2, column 2 .*not a number/);
  expect(stderr.trim().split('\n')).toHaveLength(1);
  const flown = call('fly', '--maneuver', 'steep-turn', '--rate', '2', '--out', join(folder, 'turn.csv'));
  expect(flown).toMatchObject({ status: 0, stderr: '' });
  expect(call('score', join(folder, 'turn.csv'), '--format', 'json').status).toBe(0);
});
