/** Tables of other makes, invented here: found, guessed, read, and refused with a place and a reason. */
import fc from 'fast-check';
import { refusal } from '../../testing/refusal.ts';
import { CHANNELS, type ChannelName } from '../columns/channels.ts';
import { guessMapping } from './guess.ts';
import { type Mapping, mappingSchema } from './mapping.ts';
import { readMapped } from './read-mapped.ts';
import { headerKey, tableHead } from './table.ts';
import { conversion, unitsOf } from './units.ts';

const METRIC = [
  'Logger of an invented make; serial 12',
  '',
  'Date;UTC time;Baro height;Indicated airspeed;Heading;Roll;Vertical speed;Engine speed',
  'yyyy-mm-dd;hh:mm:ss;m;km/h;rad;rad;m/s;rpm',
  '2026-06-12;23:59:58;1371.6;175.94;1.5708;-0.1;0.0;2300',
  '2026-06-12;23:59:59;1374.0;176.00;1.5700;-0.1;0.5;2310',
  '2026-06-13;00:00:00;1376.0;---;1.5690;-0.1;0.5;2310',
].join('\r\n');
const PLAIN =
  'Elapsed (ms),altitudeMSL (ft),GroundSpeed [kts],Track,latitude,longitude\n0,4500,92,181,54.4,-3.1\n500,4501,92,181,54.4,-3.1\n';

const guessed = (text: string): Mapping => mappingSchema.parse(guessMapping(tableHead(text)));

test('a table is found below whatever stands above it', () => {
  const head = tableHead(METRIC);
  expect(head).toMatchObject({ delimiter: ';', headerLine: 3, dataLine: 5 });
  expect(head.columns.slice(0, 3)).toEqual(['Date', 'UTC time', 'Baro height']);
  expect(head.units[3]).toBe('km/h');
});

test('a row of units is used wherever it stands: below the names, or above them', () => {
  const [title, blank, names, units, ...data] = METRIC.split('\r\n');
  const turned = [title, blank, `#${units}`, names, ...data].join('\n');
  const head = tableHead(turned);
  expect(head).toMatchObject({ headerLine: 4, dataLine: 5 });
  expect(head.units[0]).toBe('yyyy-mm-dd');
  expect(guessed(turned)).toEqual(guessed(METRIC));
  expect(readMapped(turned, guessed(turned)).channels).toEqual(readMapped(METRIC, guessed(METRIC)).channels);
  // Units that happen not to repeat are units all the same.
  const distinct = ['a,b,c', 'Time,Height,Airspeed', 's,m,km/h', '0,1371.6,175.94', '1,1372,176'].join('\n');
  expect(tableHead(distinct)).toMatchObject({
    columns: ['Time', 'Height', 'Airspeed'],
    units: ['s', 'm', 'km/h'],
  });
});

test('the guess names columns, units, and what kind of time it is', () => {
  expect(guessed(METRIC)).toEqual({
    time: { column: 'UTC time', kind: 'clock' },
    date: { column: 'Date', kind: 'ymd' },
    channels: [
      { column: 'Baro height', channel: 'alt_ft', unit: 'm', flip: false },
      { column: 'Indicated airspeed', channel: 'ias_kt', unit: 'km/h', flip: false },
      { column: 'Heading', channel: 'hdg_deg', unit: 'rad', flip: false },
      { column: 'Roll', channel: 'bank_deg', unit: 'rad', flip: false },
      { column: 'Vertical speed', channel: 'vs_fpm', unit: 'm/s', flip: false },
      { column: 'Engine speed', channel: 'rpm', unit: 'rpm', flip: false },
    ],
  });
  const { time, channels } = guessed(PLAIN);
  expect(time).toEqual({ column: 'Elapsed (ms)', kind: 'ms' });
  expect(channels.map(({ channel }) => channel)).toEqual([
    'gps_alt_ft',
    'gs_kt',
    'trk_deg',
    'lat_deg',
    'lon_deg',
  ]);
});

test('it is read in the channels’ own units, past midnight, with holes where the logger had nothing', () => {
  const { timeS, channels, epochMs, header } = readMapped(METRIC, guessed(METRIC));
  expect([...timeS]).toEqual([0, 1, 2]);
  expect(epochMs).toBe(Date.UTC(2026, 5, 12, 23, 59, 58));
  expect(header.date).toBe('2026-06-12');
  // 1,371.6 m is 4,500 ft; 175.94 km/h is 95 kt: both by definition of foot and knot.
  expect(channels.alt_ft![0]).toBeCloseTo(4500, 6);
  expect(channels.ias_kt![0]).toBeCloseTo(95, 6);
  expect(channels.ias_kt![2]).toBeNaN();
  expect(channels.hdg_deg![0]).toBeCloseTo(90, 3);
  // 0.5 m/s is 98.4 ft/min.
  expect(channels.vs_fpm![1]).toBeCloseTo(98.425, 3);
});

test('a column that counts the other way round', () => {
  const mapping = guessed(METRIC);
  mapping.channels[3].flip = true;
  expect(readMapped(METRIC, mapping).channels.bank_deg![0]).toBeCloseTo(5.7296, 3);
});

test('headers alike have one key, whatever the case; others have their own', () => {
  expect(headerKey(tableHead(METRIC))).toBe(headerKey(tableHead(METRIC.replace('Roll', 'ROLL'))));
  expect(headerKey(tableHead(METRIC))).not.toBe(headerKey(tableHead(METRIC.replace('Roll', 'Bank'))));
  expect(headerKey(tableHead(METRIC))).not.toBe(headerKey(tableHead(METRIC.replace(';m;', ';ft;'))));
});

test('rows whose time does not go on are left out and counted', () => {
  const { timeS, warnings } = readMapped(
    `${PLAIN}500,4502,92,181,54.4,-3.1\n1000,4503,92,181,54.4,-3.1\n`,
    guessed(PLAIN),
  );
  expect([...timeS]).toEqual([0, 0.5, 1]);
  expect(warnings).toEqual([{ code: 'rows-out-of-order', params: { count: 1 } }]);
});

describe('what is wrong is said, with its place', () => {
  const refused = (text: string, mapping: Mapping) => refusal(() => readMapped(text, mapping));
  test('no table at all', () =>
    expect(refused('a letter\nto a friend\n', guessed(PLAIN))).toContain('no table was found'));
  test('a column that is not there', () => {
    const mapping = guessed(PLAIN);
    mapping.channels[0].column = 'Alt';
    expect(refused(PLAIN, mapping)).toMatch(/no column "Alt".*GroundSpeed/);
  });
  test('a cell that is no number', () =>
    expect(refused(PLAIN.replace('4501', 'high'), guessed(PLAIN))).toMatch(
      /line 3, column 2.*"high" is not a number/,
    ));
  test('a unit that makes the value impossible', () => {
    const mapping = guessed(METRIC.replace('rad;rad', 'deg;deg'));
    mapping.channels[1].unit = 'm/s';
    expect(refused(METRIC.replaceAll('175.94', '1750.94'), mapping)).toContain(
      'which cannot be; check the column’s unit',
    );
  });
  test('a time of another kind', () => {
    const mapping = { ...guessed(METRIC), time: { column: 'UTC time', kind: 's' as const } };
    expect(refused(METRIC, mapping)).toMatch(/line 5, column 2.*not a time of this kind/);
  });
  test('one channel twice', () => {
    const mapping = guessed(METRIC);
    mapping.channels[1].channel = 'alt_ft';
    mapping.channels[1].unit = 'ft';
    expect(refused(METRIC, mapping)).toContain('two columns are called alt_ft');
  });
});

test('every unit of every channel converts there and back', () => {
  const units = (Object.keys(CHANNELS) as ChannelName[]).flatMap((channel) =>
    unitsOf(channel).map((unit) => [channel, unit] as const),
  );
  fc.assert(
    fc.property(
      fc.constantFrom(...units),
      fc.double({ min: -500, max: 500, noNaN: true }),
      ([channel, unit], value) => {
        const { scale, offset } = conversion(channel, unit)!;
        expect((value * scale + offset - offset) / scale).toBeCloseTo(value, 6);
      },
    ),
  );
  // Boiling and freezing water, and the standard pressure of 1,013.25 hPa, 29.92 inHg (ISO 2533).
  expect(212 * conversion('oat_c', '°F')!.scale + conversion('oat_c', '°F')!.offset).toBeCloseTo(100, 9);
  expect(273.15 + conversion('oat_c', 'K')!.offset).toBeCloseTo(0, 9);
  expect(1013.25 * conversion('map_inhg', 'hPa')!.scale).toBeCloseTo(29.92, 2);
});

describe('a table with decimal commas', () => {
  const rows = Array.from(
    { length: 8 },
    (_, i) => `17:02:0${i},0;${1371 + i},6;175,9${i};1,57${i};-0,1;2300`,
  );
  const COMMAS = ['UTC time;Altitude (m);Airspeed (km/h);Heading (rad);Roll (rad);RPM', ...rows].join('\r\n');

  test('keeps its header, whatever commas stand in its rows', () => {
    const head = tableHead(COMMAS);
    expect(head).toMatchObject({ delimiter: ';', decimalComma: true, headerLine: 1, dataLine: 2 });
    expect(head.columns).toEqual([
      'UTC time',
      'Altitude (m)',
      'Airspeed (km/h)',
      'Heading (rad)',
      'Roll (rad)',
      'RPM',
    ]);
    expect(head.sample[0]).toEqual(['17:02:00.0', '1371.6', '175.90', '1.570', '-0.1', '2300']);
  });

  test('is read as the same table with points is', () => {
    const points = COMMAS.replace(/(\d),(?=\d)/g, '$1.');
    expect(guessed(COMMAS)).toEqual(guessed(points));
    const read = readMapped(COMMAS, guessed(COMMAS));
    expect(read).toEqual(readMapped(points, guessed(points)));
    expect(read.timeS.length).toBe(8);
    expect(read.channels.alt_ft![0]).toBeCloseTo(4500, 0);
  });

  test('and one whose thousands have commas beside decimal points is not taken for it', () => {
    const grouped = 'Time;Alt;Note\n0;4500.5;1,234\n1;4501.5;1,235\n';
    expect(tableHead(grouped).decimalComma).toBe(false);
  });
});

test('a local time of day is read in its zone: summer time in London is an hour ahead of UTC', () => {
  const mapping = guessed(METRIC);
  const local = { ...mapping, time: { ...mapping.time, zone: 'Europe/London' } };
  const [utc, london] = [mapping, local].map((one) => readMapped(METRIC, one));
  expect(new Date(utc.epochMs!).toISOString()).toBe('2026-06-12T23:59:58.000Z');
  expect(new Date(london.epochMs!).toISOString()).toBe('2026-06-12T22:59:58.000Z');
  expect([...london.timeS]).toEqual([...utc.timeS]);
});
