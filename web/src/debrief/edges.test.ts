import { movedEdge, shiftText } from './edges.ts';

const edges = { startS: 100, endS: 130 };
const shown = { startS: 90, endS: 150 };

test.each([
  ['startS', 96.04, { startS: 96, endS: 130 }],
  ['startS', 40, { startS: 90, endS: 130 }],
  ['startS', 129, { startS: 125, endS: 130 }],
  ['endS', 140, { startS: 100, endS: 140 }],
  ['endS', 400, { startS: 100, endS: 150 }],
  ['endS', 20, { startS: 100, endS: 105 }],
] as const)('%s put at %d', (side, atS, moved) => expect(movedEdge(edges, side, atS, shown)).toEqual(moved));

test.each([
  [100, 100.04, 'as found'],
  [100, 97, '3 s earlier'],
  [100, 101.5, '1.5 s later'],
])('from %d to %d is said as %s', (from, to, words) => expect(shiftText(from, to)).toBe(words));
