/** Pictures on paper. */
import {
  findAirplane,
  findStandard,
  type Picture,
  picturePlanned,
  rooms,
  SCHOOL_STANDARD_ID,
  targetCard,
} from '@keel/core';
import { pictureSvg } from '../src/paper/picture-svg.ts';

const airplane = findAirplane('cairn-4')!;
const planned = (maneuver: string): Picture =>
  picturePlanned(
    targetCard({
      airplane,
      standard: findStandard('faa-private')!,
      schoolStandard: findStandard(SCHOOL_STANDARD_ID),
      maneuver,
      groundFt: 1900,
    }),
    airplane,
  );
const SIZE = { width: 500, height: 190 };

test.each(rooms.map(({ id }) => id))('%s is drawn with its words, and small without', (maneuver) => {
  const picture = planned(maneuver);
  const whole = pictureSvg(picture, { ...SIZE, words: true });
  expect(whole).not.toMatch(/NaN|undefined|Infinity/);
  for (const { lines } of picture.panels)
    for (const { name, points } of lines)
      if (name && points.length > 1)
        expect(whole).toContain(`>${name.replace('V_A', 'VA').replaceAll('\u202f', ' ')}<`);
  const small = pictureSvg(picture, { width: 120, height: 74, words: false });
  expect(small).not.toContain('<text');
  expect(small.match(/<g clip-path/g)).toHaveLength(picture.panels.length);
});

test('what was flown has a pen that lifts where nothing was measured, and words that markup would take are escaped', () => {
  const picture = planned('steep-turn');
  const [panel] = picture.panels;
  const flown = { x: [0, 10, null, 30, 40], y: [90, 91, null, 93, 94] };
  const lines = [
    {
      name: 'a < b & c',
      points: [
        [0, 60],
        [60, 60],
      ] as [number, number][],
      kind: 'guide' as const,
    },
  ];
  const svg = pictureSvg({ ...picture, panels: [{ ...panel, lines, flown }] }, { ...SIZE, words: true });
  const [, path] = svg.match(/d="([^"]*)" fill="none" stroke="#0b5a53"/)!;
  expect(path.match(/M/g)).toHaveLength(2);
  expect(svg).toContain('a &lt; b &amp; c');
});
