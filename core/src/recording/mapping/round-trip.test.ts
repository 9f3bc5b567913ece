/** Any table that another make could write is read back to what was recorded, in whatever units and order. */
import fc from 'fast-check';
import { type ChannelName, channelInfo } from '../columns/channels.ts';
import type { Mapping } from './mapping.ts';
import { readMapped } from './read-mapped.ts';
import { conversion, unitsOf } from './units.ts';

const OPTIONAL: ChannelName[] = [
  'bank_deg',
  'pitch_deg',
  'vs_fpm',
  'rpm',
  'lat_g',
  'load_g',
  'oat_c',
  'map_inhg',
  'power_pct',
];
const SPANS: Partial<Record<ChannelName, [number, number]>> = {
  alt_ft: [1000, 9000],
  ias_kt: [40, 160],
  hdg_deg: [0, 359],
  rpm: [700, 2700],
  oat_c: [-30, 40],
  map_inhg: [10, 30],
  power_pct: [10, 100],
  lat_g: [-0.5, 0.5],
  load_g: [0, 3],
  vs_fpm: [-2000, 2000],
};

const chosen = fc.subarray(OPTIONAL).chain((more) => {
  const names: ChannelName[] = ['alt_ft', 'ias_kt', 'hdg_deg', ...more];
  return fc.tuple(
    fc.constant(names),
    fc.tuple(...names.map((name) => fc.constantFrom(...unitsOf(name)))),
    fc.tuple(
      ...names.map((name) =>
        fc.boolean().map((flip) => flip && !channelInfo(name).circular && name.endsWith('_g')),
      ),
    ),
    fc.array(
      fc.tuple(
        ...names.map((name) =>
          fc.double({ min: SPANS[name]?.[0] ?? -40, max: SPANS[name]?.[1] ?? 40, noNaN: true }),
        ),
      ),
      { minLength: 3, maxLength: 12 },
    ),
    fc.constantFrom(',', ';', '\t'),
  );
});

test('units, signs, order and separators do not matter', () => {
  fc.assert(
    fc.property(chosen, ([names, units, flips, rows, delimiter]) => {
      const column = (i: number) => `Column ${i} of the table`;
      const mapping: Mapping = {
        time: { column: 'When', kind: 's' },
        channels: names.map((channel, i) => ({ column: column(i), channel, unit: units[i], flip: flips[i] })),
      };
      const written = rows.map((row, s) =>
        [
          s,
          ...row.map((value, i) => {
            const { scale, offset } = conversion(names[i], units[i])!;
            return (((flips[i] ? -value : value) - offset) / scale).toFixed(9);
          }),
        ].join(delimiter),
      );
      const text = [['When', ...names.map((_, i) => column(i))].join(delimiter), ...written].join('\n');
      const { channels, timeS } = readMapped(text, mapping);
      expect([...timeS]).toEqual(rows.map((_, s) => s));
      names.forEach((name, i) => {
        for (const [s, row] of rows.entries()) expect(channels[name]![s]).toBeCloseTo(row[i], 4);
      });
    }),
    { numRuns: 60 },
  );
});
