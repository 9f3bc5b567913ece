import { readRecordingCsv } from '../recording/csv/csv.ts';
import { makeTrack } from '../recording/track/track.ts';
import { columnsCsv } from './columns-csv.ts';

/** Turning right at 3° a second at 100 kt indicated, no bank recorded. */
const flight = () =>
  readRecordingCsv(
    `time_s,alt_ft,ias_kt,hdg_deg\n${Array.from({ length: 61 }, (_, s) => `${s},${4000 + 5 * s},100,${(340 + 3 * s) % 360}`).join('\n')}\n`,
  );

const table = () => {
  const lines = columnsCsv(makeTrack(flight())).trimEnd().split('\n');
  const body = lines.filter((line) => !line.startsWith('#'));
  const fields = body[0].split(',');
  return {
    lead: lines.filter((line) => line.startsWith('#')),
    at: (second: number, name: string) => Number(body[second + 1].split(',')[fields.indexOf(name)]),
  };
};

test('what was read stands as it was, beside what scoring looks at', () => {
  const { at } = table();
  expect(at(30, 'alt_ft')).toBe(4150);
  expect(at(30, 'alt_ft.used')).toBeCloseTo(4150, 0);
  expect(at(30, 'hdg_deg.used')).toBeCloseTo((340 + 90) % 360, 0);
  expect(at(30, 'vs_fpm.used')).toBeCloseTo(300, 0);
});

test('a bank that was not recorded is that of the turn (tan of bank = speed × rate / g), and the lead says so', () => {
  const { lead, at } = table();
  const mps = at(30, 'tas_kt.used') * 0.514444;
  const bankDeg = (Math.atan((mps * ((3 * Math.PI) / 180)) / 9.80665) * 180) / Math.PI;
  expect(at(30, 'bank_deg.used')).toBeCloseTo(bankDeg, 0);
  expect(lead.find((line) => line.includes('bank_deg.used'))).toMatch(
    /source=derived from=hdg_deg\+ias_kt standard_error=[\d.]+$/,
  );
  expect(lead.find((line) => line.includes('alt_ft.used'))).toMatch(/source=measured/);
});
