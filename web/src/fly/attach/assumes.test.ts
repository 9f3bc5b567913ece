/** What a file says otherwise than the lesson is asked about; what is the same, or said by one alone, is not. */
import type { Lesson } from '@keel/core';
import { differences, farFromField } from './assumes.ts';

const lesson = {
  airplane: { id: 'cairn-4', name: 'Aldergate Cairn', speedUnit: 'kt' },
  conditions: { weightLb: 2300, groundFt: 1900 },
  plannedAt: '2026-03-10T23:30:00Z',
} as unknown as Lesson;

test.each([
  ['nothing said', {}, []],
  ['the same, rounded', { airplane: 'cairn-4', weightLb: 2301, groundFt: 1902 }, []],
  ['another weight', { weightLb: 2150 }, [{ what: 'weight', file: 2150, lesson: 2300 }]],
  ['another ground', { groundFt: 2050 }, [{ what: 'ground', file: 2050, lesson: 1900 }]],
  ['the same day', { begins: { day: '2026-03-10' } }, []],
  [
    'another day',
    { begins: { day: '2026-03-03' } },
    [{ what: 'day', file: '2026-03-03', lesson: '2026-03-10' }],
  ],
  ['another airplane', { airplane: 'gimmer-2' }, [{ what: 'airplane', file: 'gimmer-2', lesson: 'cairn-4' }]],
  ['a minute before midnight', { begins: { atMs: Date.parse('2026-03-10T23:59:00Z') } }, []],
] as const)('%s', (_, header, found) => expect(differences(header, lesson, 'Europe/London')).toEqual(found));

test('what the lesson leaves open the file may say', () => {
  const open = { ...lesson, conditions: {} } as unknown as Lesson;
  expect(differences({ weightLb: 2150, groundFt: 2050 }, open, 'Europe/London')).toEqual([]);
});

test.each([
  ['of the school’s own area', { latDeg: 54.6, lonDeg: -2.5 }, undefined],
  ['far from it', { latDeg: 54.5, lonDeg: -0.5 }, 70],
  ['without a position', undefined, undefined],
])('a recording %s', (_, place, nm) => {
  const far = farFromField({ place }, { latDeg: 54.5, lonDeg: -2.5 });
  expect(far && Math.round(far)).toBe(nm);
});
test('where the school has not said where it flies, nothing is far', () =>
  expect(farFromField({ place: { latDeg: 0, lonDeg: 0 } }, undefined)).toBeUndefined());
