/**
 * The floors of the house: no folder imports from one above it, and none in a circle.
 */

/** From the ground up; what stands in one line does not know of its neighbours, unless it is said below. */
const FLOORS = [
  ['units'],
  ['atmosphere', 'mechanics', 'technique'],
  ['airplane'],
  ['performance', 'balance'],
  ['recording'],
  ['signals'],
  ['scoring'],
  ['card'],
  ['field'],
  ['flight'],
  ['kits'],
  ['maneuvers'],
  ['standards'],
  ['brief', 'debrief'],
  ['coach'],
  ['fly', 'own-figures'],
  ['path'],
  ['insight'],
  ['words'],
  ['wire'],
  ['seat'],
];

/** Within a floor: what lies above what. */
const WITHIN = [
  [
    'recording/columns',
    'recording/(csv|formats|mapping|positions)',
    'recording/(track|sensors)',
    'recording/read',
  ],
  ['flight/random', 'flight/model', 'flight/pilot'],
  ['kits/coach', 'kits/attempt', 'kits/turns', 'kits/(stalls|straight)'],
  ['maneuvers/[^/]+/', 'maneuvers/(registry|ids)'],
];

const folder = (names) => `^core/src/(${names.join('|')})(/|\\.ts$)`;

/** For each floor a rule that forbids what lies above it. */
const upward = (floors, name, pathOf) =>
  floors.slice(0, -1).map((floor, i) => ({
    name: `${name}: ${[floor].flat().join(', ')}`,
    comment: 'a folder imports from one above it',
    severity: 'error',
    from: { path: pathOf([floor].flat()) },
    to: { path: pathOf(floors.slice(i + 1).flat()) },
  }));

export default {
  forbidden: [
    ...upward(FLOORS, 'floors', folder),
    ...WITHIN.flatMap((rooms) =>
      upward(rooms, 'within a floor', (names) => `^core/src/(${names.join('|')})`),
    ),
    ...FLOORS.filter((floor) => floor.length > 1).map((floor) => ({
      name: `no neighbours: ${floor.join(', ')}`,
      comment: 'what stands on the same floor does not know of each other',
      severity: 'error',
      from: { path: `^core/src/(${floor.join('|')})/` },
      to: { path: folder(floor), pathNot: '^core/src/$1/' },
    })),
    {
      name: 'a room of its own',
      comment: 'one maneuver imports from another: what they share belongs in a kit',
      severity: 'error',
      from: { path: '^core/src/maneuvers/([^/]+)/' },
      to: { path: '^core/src/maneuvers/[^/]+/', pathNot: '^core/src/maneuvers/$1/' },
    },
    {
      name: 'no circle of files',
      comment: 'files import each other in a circle',
      severity: 'error',
      from: { path: '^(core|server)/src/' },
      to: { circular: true },
    },
    {
      name: 'no circle of folders',
      comment: 'folders import each other in a circle',
      severity: 'error',
      scope: 'folder',
      from: { path: '^core/src/' },
      to: { circular: true },
    },
    {
      name: 'the core stands alone',
      comment: 'the core has no interface, no database and nothing of Node',
      severity: 'error',
      from: { path: '^core/src/' },
      to: { path: '^(server|web|scripts)/' },
    },
    {
      name: 'the core is pure',
      severity: 'error',
      from: { path: '^core/src/' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'the server knows the core alone',
      severity: 'error',
      from: { path: '^server/src/' },
      to: { path: '^(web|scripts)/' },
    },
  ],
  options: {
    parser: 'swc',
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    // Tests, and what they are made with, may look at anything.
    exclude: { path: '(^|/)(node_modules|dist)/|\\.test\\.ts$|^core/src/testing/' },
  },
};
