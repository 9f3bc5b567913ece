/**
 * Logs of positions: the same flight through each format gives the same places and times. The sentences of the NMEA
 * example are those that handbooks of the format reprint (from memory; their checksums prove them).
 */

import { XMLBuilder } from 'fast-xml-parser';
import IGCParser from 'igc-parser';
import { InputError } from '../../errors.ts';
import { sentence } from '../../testing/nmea.ts';
import { refusal } from '../../testing/refusal.ts';
import { describeInput } from '../../words/input-error.ts';
import { formatOf, readRecording } from '../read/read-recording.ts';

const startMs = Date.UTC(2026, 5, 12, 23, 59, 30);
const fixes = Array.from({ length: 60 }, (_, i) => ({
  epochMs: startMs + i * 1000,
  latDeg: 47.5 + i * 0.0004,
  lonDeg: -8.25 - i * 0.0005,
  altM: 1200 + i,
}));

const iso = (epochMs: number) => new Date(epochMs).toISOString();
const gpxOf = (points: object[]) =>
  new XMLBuilder({ ignoreAttributes: false, format: true }).build({
    gpx: { '@_version': '1.1', '@_creator': 'test', trk: { trkseg: { trkpt: points } } },
  }) as string;
const gpx = gpxOf(
  fixes.map((fix) => ({ '@_lat': fix.latDeg, '@_lon': fix.lonDeg, ele: fix.altM, time: iso(fix.epochMs) })),
);

const digits = (value: number, length: number) => String(value).padStart(length, '0');
const clock = (epochMs: number) => iso(epochMs).slice(11, 19).replaceAll(':', '');
const minutes = (deg: number, degreeDigits: number, places: number) => {
  const size = Math.abs(deg);
  const whole = Math.floor(size);
  return `${digits(whole, degreeDigits)}${((size - whole) * 60).toFixed(places).padStart(3 + places, '0')}`;
};

const igc = [
  'AXXXTEST',
  'HFDTE120626',
  ...fixes.map(
    (fix) =>
      `B${clock(fix.epochMs)}${minutes(fix.latDeg, 2, 3).replace('.', '')}N${minutes(fix.lonDeg, 3, 3).replace('.', '')}WA${digits(fix.altM - 20, 5)}${digits(fix.altM, 5)}`,
  ),
].join('\r\n');

const nmea = fixes
  .flatMap((fix) => {
    const place = `${minutes(fix.latDeg, 2, 4)},N,${minutes(fix.lonDeg, 3, 4)},W`;
    const [year, month, day] = iso(fix.epochMs).slice(2, 10).split('-');
    return [
      sentence(`GPRMC,${clock(fix.epochMs)}.00,A,${place},90.0,320.0,${day}${month}${year},,`),
      sentence(`GPGGA,${clock(fix.epochMs)}.00,${place},1,08,0.9,${fix.altM}.0,M,46.9,M,,`),
    ];
  })
  .join('\r\n');

describe.each([
  ['gpx', gpx],
  ['igc', igc],
  ['nmea', nmea],
] as const)('%s', (format, text) => {
  test('is known by what is in it', () => expect(formatOf(text)).toBe(format));

  test('gives every place and time, past midnight too', () => {
    const recording = readRecording(text);
    expect(recording.epochMs).toBe(startMs);
    expect(recording.warnings).toEqual([]);
    expect([...recording.timeS]).toEqual(fixes.map((_, i) => i));
    fixes.forEach((fix, i) => {
      // The coarsest of them counts thousandths of a minute.
      expect(recording.channels.lat_deg![i]).toBeCloseTo(fix.latDeg, 4);
      expect(recording.channels.lon_deg![i]).toBeCloseTo(fix.lonDeg, 4);
      expect(recording.channels.gps_alt_ft![i]).toBeCloseTo(fix.altM / 0.3048, 6);
    });
  });
});

test('the soaring log agrees with the parser read by itself, pressure altitude and all', () => {
  const { fixes: parsed } = IGCParser.parse(igc);
  const { channels } = readRecording(igc);
  expect(channels.lat_deg).toHaveLength(parsed.length);
  parsed.forEach((fix, i) => {
    expect(channels.lat_deg![i]).toBe(fix.latitude);
    expect(channels.alt_ft![i]).toBeCloseTo(fix.pressureAltitude! / 0.3048, 6);
  });
});

test('the handbook’s NMEA sentence', () => {
  const { channels, timeS } = readRecording(
    [
      '$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A',
      '$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47',
      sentence('GPGGA,123520.5,4807.039,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,'),
    ].join('\n'),
  );
  expect(channels.lat_deg![0]).toBeCloseTo(48.1173, 4);
  expect(channels.lon_deg![0]).toBeCloseTo(11.5167, 4);
  expect(channels.gps_alt_ft![0]).toBeCloseTo(545.4 / 0.3048, 6);
  expect([...timeS]).toEqual([0, 1.5]);
});

describe('what is wrong is said', () => {
  const refusal = (text: string): string => {
    try {
      readRecording(text);
    } catch (error) {
      if (error instanceof InputError) return describeInput(error, 'file');
      throw error;
    }
    return '';
  };

  test('XML that ends too early', () =>
    expect(refusal(gpx.slice(0, gpx.indexOf('<trkpt', gpx.length / 2)))).toContain(
      'ends before its elements',
    ));
  test('XML that is none, with its line', () =>
    expect(refusal(gpx.replace('</ele>', '</ela>'))).toMatch(/file, line \d+, column \d+: not well-formed/));
  test('a track without points', () => expect(refusal('<gpx version="1.1"></gpx>')).toContain('no <trkpt>'));
  test('a point without a time', () =>
    expect(refusal(gpxOf([{ '@_lat': 47, '@_lon': 8 }]))).toContain('track point 1: no <time>'));
  test('a place that is none', () =>
    expect(refusal(gpxOf([{ '@_lat': 147, '@_lon': 8, time: iso(startMs) }]))).toContain('lat 147'));
  test('a log without fixes', () => expect(refusal('AXXXTEST\r\nHFDTE120626\r\n')).not.toBe(''));

  test('a sentence with a wrong checksum is left out and counted', () => {
    const broken = nmea.replace(/\*[0-9A-F]{2}/, '*00');
    const lines = broken.split('\r\n');
    lines[3] = lines[3].replace(/\*..$/, '*00');
    const { warnings, timeS } = readRecording(lines.join('\r\n'));
    expect(timeS).toHaveLength(fixes.length - 1);
    expect(warnings).toEqual([{ code: 'sentences-damaged', params: { count: 2 } }]);
  });

  test('times that step back or repeat: the first word counts', () => {
    const point = (s: number) => ({
      '@_lat': 47 + s / 1e4,
      '@_lon': 8,
      ele: 900,
      time: iso(startMs + s * 1000),
    });
    const { timeS, warnings } = readRecording(gpxOf([point(0), point(1), point(1), point(0), point(2)]));
    expect([...timeS]).toEqual([0, 1, 2]);
    expect(warnings).toEqual([{ code: 'positions-out-of-order', params: { count: 2 } }]);
  });
});

describe('what a log leaves open', () => {
  const place = (fix: (typeof fixes)[number]) =>
    `${minutes(fix.latDeg, 2, 4)},N,${minutes(fix.lonDeg, 3, 4)},W`;
  const gga = (fix: (typeof fixes)[number]) =>
    sentence(`GPGGA,${clock(fix.epochMs)}.00,${place(fix)},1,08,0.9,${fix.altM}.0,M,46.9,M,,`);
  const rmc = (fix: (typeof fixes)[number], status = 'A', date?: string) => {
    const [year, month, day] = iso(fix.epochMs).slice(2, 10).split('-');
    return sentence(
      `GPRMC,${clock(fix.epochMs)}.00,${status},${place(fix)},90.0,320.0,${date ?? day + month + year},,`,
    );
  };

  test('NMEA: a position that comes before its date has the date all the same', () => {
    const text = fixes.flatMap((fix) => [gga(fix), rmc(fix)]).join('\n');
    const { epochMs, timeS, warnings } = readRecording(text);
    expect(epochMs).toBe(startMs);
    expect([...timeS]).toEqual(fixes.map((_, i) => i));
    expect(warnings).toEqual([]);
  });
  test('NMEA: a date that comes once, at the end, or late', () => {
    for (const at of [10, fixes.length - 1]) {
      const lines = fixes.flatMap((fix, i) => (i === at ? [gga(fix), rmc(fix)] : [gga(fix)]));
      const { epochMs, timeS } = readRecording(lines.join('\n'));
      expect([epochMs, timeS[timeS.length - 1]]).toEqual([startMs, fixes.length - 1]);
    }
  });
  test('NMEA: a clock that is not set yet dates nothing', () => {
    const text = fixes
      .flatMap((fix, i) => [i < 20 ? rmc(fix, 'V', '060180') : rmc(fix), gga(fix)])
      .join('\n');
    expect(readRecording(text).epochMs).toBe(startMs);
  });
  test('NMEA: without any date it has times, and no day is made up', () => {
    const { epochMs, header, timeS, warnings } = readRecording(fixes.map(gga).join('\n'));
    expect([epochMs, header.date]).toEqual([undefined, undefined]);
    expect(timeS[timeS.length - 1]).toBe(fixes.length - 1);
    expect(warnings).toEqual([{ code: 'no-date' }]);
  });

  test('GPX: an empty elevation is none, and not sea level', () => {
    const points = fixes.map((fix, i) => ({
      '@_lat': fix.latDeg,
      '@_lon': fix.lonDeg,
      ele: i === 5 ? '' : fix.altM,
      time: iso(fix.epochMs),
    }));
    for (const text of [
      gpxOf(points),
      gpxOf(points).replace('<ele></ele>', '<ele/>'),
      gpxOf(points).replace('<ele></ele>', '<ele> </ele>'),
    ]) {
      const { gps_alt_ft } = readRecording(text).channels;
      expect(gps_alt_ft![5]).toBeNaN();
      expect(gps_alt_ft![6]).toBeCloseTo(fixes[6].altM / 0.3048, 6);
    }
    expect(refusal(() => readRecording(gpxOf(points.map((point) => ({ ...point, ele: 'high' })))))).toMatch(
      'track point 1: <ele> high; metres were expected',
    );
  });

  test('IGC: positions that are not valid are left out, and counted', () => {
    const lines = igc.split('\r\n');
    const marked = lines.map((line, i) => (i >= 10 && i < 14 ? line.replace('WA', 'WV') : line)).join('\r\n');
    const { timeS, warnings } = readRecording(marked);
    expect(timeS).toHaveLength(fixes.length - 4);
    expect([...timeS]).not.toContain(8);
    expect(warnings).toEqual([{ code: 'positions-not-valid', params: { count: 4 } }]);
    expect(refusal(() => readRecording(igc.replaceAll('WA', 'WV')))).toMatch(
      `all ${fixes.length} positions are marked as not valid (V)`,
    );
  });
});
