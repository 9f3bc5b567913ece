/** Logs of a phone whose flight is drawn by hand: what they are worked into, what they say of their own errors, what is refused. */
import { type DrawnPhone, drawnPhone, lastsS } from '../../testing/drawn-phone.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { peekRecording } from '../read/peek.ts';
import { formatOf, readRecording } from '../read/read-recording.ts';
import { axesOf } from './axes.ts';
import { readSensorLog } from './read-sensors.ts';

const LEGS = [
  { bankDeg: 0, forS: 60 },
  { bankDeg: -30, forS: 90 },
  { bankDeg: 0, forS: 60 },
  { bankDeg: 45, forS: 60 },
  { bankDeg: 0, forS: 60 },
];

function held(drawn: DrawnPhone) {
  const flight = drawnPhone(drawn);
  const recording = readRecording(flight.text);
  const rows = Array.from(recording.timeS, (s, i) => ({
    s,
    bank: recording.channels.bank_deg?.[i] ?? Number.NaN,
    heading: recording.channels.hdg_deg?.[i] ?? Number.NaN,
    load: recording.channels.load_g?.[i] ?? Number.NaN,
    said: recording.errors?.bank_deg?.[i] ?? Number.NaN,
  })).filter(({ s, bank }) => !Number.isNaN(bank) && s > 25 && s < lastsS(drawn) - 5);
  return { flight, recording, rows, codes: recording.warnings.map(({ code }) => code) };
}

test('bank, heading and load of a flight drawn by hand, with an error that holds; pitch is said to be against cruise', () => {
  const { flight, recording, rows, codes } = held({ legs: LEGS });
  expect(codes).toEqual(['pitch-from-cruise']);
  expect(recording.epochMs).toBe(Date.parse('2026-06-01T09:00:00Z'));
  expect(rows.length).toBeGreaterThan(1500);
  for (const { s, bank, said } of rows) {
    expect(Math.abs(bank - flight.bankDeg(s))).toBeLessThan(1.2);
    expect(said).toBeGreaterThan(0.3);
    expect(said).toBeLessThan(2);
  }
  const variation = rows.map(({ s, heading }) => shortestTurnDeg(heading, flight.headingDeg(s)));
  // Magnetic: off by the same everywhere.
  const mean = variation.reduce((sum, one) => sum + one, 0) / variation.length;
  for (const one of variation) expect(Math.abs(one - mean)).toBeLessThan(3);
  const steep = rows.filter(({ s }) => s > 245 && s < 285);
  for (const { load } of steep) expect(load).toBeCloseTo(1 / Math.cos(Math.PI / 4), 1);
});

test.each([
  ['the lag is found', { lagS: 1.2 }, { sign: 1, lagS: 1.2 }],
  [
    'a sign that nobody said is found',
    { gravitySign: -1, header: { gravity_sign: 'unknown' } },
    { sign: -1, lagS: 0.6 },
  ],
  [
    'so are axes delivered otherwise',
    { axes: 'xyz', header: { rate_axes: 'unknown' } },
    { sign: 1, lagS: 0.6 },
  ],
] as [string, Partial<DrawnPhone>, { sign: 1 | -1; lagS: number }][])('%s', (_, drawn, expected) => {
  const { flight, rows } = held({ legs: LEGS, ...drawn });
  const axes = axesOf(readSensorLog(flight.text));
  expect(axes.assumed).toBe(false);
  expect(axes.lagS).toBeCloseTo(expected.lagS, 1);
  expect(rows.length).toBeGreaterThan(1500);
  for (const { s, bank } of rows) expect(Math.abs(bank - flight.bankDeg(s))).toBeLessThan(1.5);
});

test('a device that slips is heard no more from then on, and says so; before it is as good as ever', () => {
  const { flight, rows, codes } = held({
    legs: [...LEGS, { bankDeg: 0, forS: 120 }],
    slip: { atS: 365, deg: 20 },
  });
  expect(codes).toContain('mount-slipped');
  expect(Math.max(...rows.map(({ s }) => s))).toBeLessThan(380);
  for (const { s, bank } of rows.filter((row) => row.s < 350))
    expect(Math.abs(bank - flight.bankDeg(s))).toBeLessThan(1.5);
});

test('nothing is said inside a gap, and both sides of it stand', () => {
  const { rows } = held({ legs: [...LEGS, ...LEGS], gapS: [300, 340] });
  expect(rows.some(({ s }) => s > 302 && s < 338)).toBe(false);
  expect(rows.some(({ s }) => s < 290) && rows.some(({ s }) => s > 420)).toBe(true);
});

test('on a knee, and without a turn, the positions are left: no bank is made up', () => {
  const knee = held({ legs: LEGS, header: { mount: 'knee' } });
  expect(knee.recording.channels.bank_deg).toBeUndefined();
  expect(knee.recording.channels.lat_deg).toBeDefined();
  const parked = drawnPhone({ legs: [{ bankDeg: 0, forS: 60 }] });
  // The take-off run alone tells which way the device looks; nothing tells it where even that is missing.
  const still = parked.text.replace(/^(\d+(?:,[^,]*){11}),[\d.]+,([\d.]+)$/gm, '$1,0.00,$2');
  const recording = readRecording(still);
  expect(recording.channels.bank_deg).toBeUndefined();
  expect(recording.warnings.map(({ code }) => code)).toContain('attitude-unknown');
});

test('what is wrong is named by its line; rows that go back in time are left out and counted', () => {
  const { text } = drawnPhone({ legs: LEGS });
  expect(formatOf(text)).toBe('sensors');
  expect(peekRecording(text.slice(0, 2000))).toMatchObject({
    format: 'sensors',
    needsMapping: false,
    begins: { atMs: Date.parse('2026-06-01T09:00:00Z') },
  });
  const refused = (change: (text: string) => string) => {
    try {
      readSensorLog(change(text));
    } catch (error) {
      return error;
    }
    return null;
  };
  const code = (wanted: string) => expect.objectContaining({ code: wanted });
  expect(refused((t) => t.replace('keelpath-sensors: 1', 'keelpath-sensors: 2'))).toEqual(
    code('sensors/version'),
  );
  expect(refused((t) => t.replace('mount: fixed', 'mount: taped'))).toEqual(code('sensors/header'));
  expect(refused((t) => t.replace('2026-06-01T', 'yesterday '))).toEqual(code('sensors/start'));
  expect(refused((t) => t.replace('t_ms', 'when'))).toEqual(code('sensors/no-time'));
  expect(refused((t) => t.replace(/^(\d+(?:,[^,]*){6}),.*$/gm, '$1,,,,,,,'))).toEqual(
    code('sensors/no-positions'),
  );
  const back = readSensorLog(text.replace(/\n2000,/, '\n1000,').replace(/\n3000,/, '\nsoon,'));
  expect(back.warnings).toEqual([
    { code: 'rows-out-of-order', params: { count: 1 } },
    { code: 'rows-without-time', params: { count: 1 } },
  ]);
});

test('what was heard well is told; that nothing was heard tells nothing', () => {
  const { text } = drawnPhone({ legs: LEGS });
  const lines = text.split('\n');
  const at = lines.findIndex((line) => line.startsWith('t_ms'));
  lines[at] += ',rpm,rpm_q,horn';
  lines[at + 500] += ',2350,0.9,0';
  lines[at + 550] += ',900,0.1,1';
  const { channels } = readRecording(lines.join('\n'));
  const told = (column: Float64Array | undefined) =>
    [...(column ?? [])].filter((value) => !Number.isNaN(value));
  expect(told(channels.rpm)).toEqual([2350]);
  expect(told(channels.stall_warn)).toEqual([1]);
});
