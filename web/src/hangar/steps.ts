/** An airplane file in steps, as a handbook has its sections: which field and which table stands where. */
import type { AirplanePart } from '@keel/core';
import type { Column } from './column.ts';
import type { Path } from './draft.ts';

export interface Field {
  path: Path;
  label: string;
  kind: 'speed' | 'number' | 'text';
  unit?: string;
}
export interface Table {
  title: string;
  note?: string;
  path: Path;
  columns: readonly Column[];
}
export interface Step {
  id: 'about' | AirplanePart;
  title: string;
  fields: readonly Field[];
  tables: readonly Table[];
  /** Beginnings of the paths that belong here besides. */
  also: readonly string[];
}

const speed = (key: string, label: string): Field => ({ path: key.split('.'), label, kind: 'speed' });
const number = (key: string, label: string, unit: string): Field => ({
  path: key.split('.'),
  label,
  kind: 'number',
  unit,
});
const text = (key: string, label: string): Field => ({ path: [key], label, kind: 'text' });

/** Columns of speeds and of power are headed by the airplane's own units. */
export const SPEED = '{speed}';
export const POWER = '{power}';

export const STEPS: readonly Step[] = [
  {
    id: 'about',
    title: 'What it is',
    fields: [text('name', 'Name'), text('registration', 'Registration'), text('seats', 'Kind')],
    tables: [],
    also: ['id', 'speedUnit', 'powerUnit', 'stallWarning', 'wing.mounted', 'propeller.kind'],
  },
  {
    id: 'speeds',
    title: 'Speeds',
    fields: [
      speed('vs0Kias', 'Stall, landing flaps'),
      speed('vs1Kias', 'Stall, flaps up'),
      speed('warningKias.landing', 'Warning, landing flaps'),
      speed('warningKias.clean', 'Warning, flaps up'),
      speed('vaKiasAtMax', 'Maneuvering'),
      speed('steepTurnKias', 'Steep turns, the maker’s'),
      speed('vxKias', 'Best angle'),
      speed('vyKias', 'Best rate'),
      speed('bestGlideKias', 'Best glide'),
      speed('rotateKias', 'Raise the nose'),
      speed('patternKias.downwind', 'Downwind'),
      speed('patternKias.base', 'Base'),
      speed('approachKias', 'Final approach'),
      speed('vneKias', 'Never exceed'),
    ],
    tables: [],
    also: ['vaKiasByWeight', 'slowFlightKias', 'warningKias', 'patternKias'],
  },
  {
    id: 'flaps',
    title: 'Flaps and calibration',
    fields: [number('takeoffStage', 'Takeoff flaps', 'stage')],
    tables: [
      {
        title: 'Flaps',
        path: ['flaps'],
        columns: [
          { key: 'deg', label: 'degrees' },
          { key: 'vfeKias', label: `not above, ${SPEED}`, kind: 'speed' },
          { key: 'vsKias', label: `stall, ${SPEED}`, kind: 'speed' },
          { key: 'approachKias', label: `final, ${SPEED}`, kind: 'speed' },
        ],
      },
      ...(['clean', 'landing'] as const).map((setting) => ({
        title: `Indicated and calibrated, ${setting === 'clean' ? 'flaps up' : 'full flaps'}`,
        path: ['iasToCas', setting],
        columns: [
          { key: 0, label: `indicated, ${SPEED}`, kind: 'speed' as const },
          { key: 1, label: `calibrated, ${SPEED}`, kind: 'speed' as const },
        ],
      })),
    ],
    also: ['goAroundFlapsDeg', 'iasToCas'],
  },
  {
    id: 'weights',
    title: 'Weights and balance',
    fields: [
      number('maxWeightLb', 'Maximum weight', 'lb'),
      number('emptyWeightLb', 'Empty weight', 'lb'),
      number('emptyArmIn', 'Empty arm', 'in'),
      number('fuel.usableGal', 'Usable fuel', 'gal'),
      number('fuel.armIn', 'Fuel arm', 'in'),
      number('fuel.lessonGph', 'Burn in a lesson', 'gal/h'),
      number('fuel.climbGph', 'Burn in the climb', 'gal/h'),
    ],
    tables: [
      {
        title: 'Stations',
        path: ['stations'],
        columns: [
          { key: 'id', label: 'id', kind: 'text' },
          { key: 'name', label: 'name', kind: 'text' },
          { key: 'armIn', label: 'arm, in' },
          { key: 'maxLb', label: 'at most, lb' },
        ],
      },
      {
        title: 'Corners of the envelope',
        note: 'In order around the envelope.',
        path: ['cgEnvelope'],
        columns: [
          { key: 0, label: 'arm, in' },
          { key: 1, label: 'weight, lb' },
        ],
      },
    ],
    also: ['fuel'],
  },
  {
    id: 'engine',
    title: 'Engine, propeller, wing',
    fields: [
      number('engine.ratedHp', 'Rated power', 'hp'),
      number('engine.ratedRpm', 'at', 'rpm'),
      number('engine.gearRatio', 'Gear ratio', 'to 1'),
      number('engine.cylinders', 'Engine', 'cylinders'),
      number('propeller.blades', 'Propeller', 'blades'),
      number('idleRpm', 'Idle', 'rpm'),
      number('maxRpm', 'Red line', 'rpm'),
      number('runUp.rpm', 'Run-up', 'rpm'),
      number('runUp.dropRpm', 'Magneto drop, at most', 'rpm'),
      number('runUp.differenceRpm', 'Between magnetos, at most', 'rpm'),
      number('runUp.idleFromRpm', 'Idle in the run-up, from', 'rpm'),
      number('runUp.idleToRpm', 'to', 'rpm'),
      number('propeller.diameterIn', 'Propeller diameter', 'in'),
      number('wing.areaFt2', 'Wing area', 'ft²'),
      number('wing.spanFt', 'Wing span', 'ft'),
    ],
    tables: [],
    also: ['engine', 'propeller', 'wing', 'polar', 'runUp', 'tailwheel'],
  },
  {
    id: 'performance',
    title: 'Cruise, climb, takeoff, landing',
    fields: [
      speed('book.glide.kias', 'Glide measured at'),
      number('book.glide.ratio', 'Glide ratio', 'to 1'),
    ],
    tables: [
      {
        title: 'Cruise table',
        note: 'At maximum weight, standard temperature.',
        path: ['book', 'cruise'],
        columns: [
          { key: 'pressureAltitudeFt', label: 'pressure altitude, ft' },
          { key: 'power', label: POWER },
          { key: 'ktas', label: 'true airspeed, kt' },
          { key: 'powerPct', label: '% power' },
        ],
      },
      {
        title: 'Climb',
        path: ['book', 'climb'],
        columns: [
          { key: 'pressureAltitudeFt', label: 'pressure altitude, ft' },
          { key: 'kias', label: `at, ${SPEED}`, kind: 'speed' },
          { key: 'fpm', label: 'ft/min' },
        ],
      },
      ...(['takeoff', 'landing'] as const).map((name) => ({
        title: name === 'takeoff' ? 'Takeoff' : 'Landing',
        note: 'At maximum weight, no wind, hard dry runway.',
        path: ['book', name],
        columns: [
          { key: 'pressureAltitudeFt', label: 'pressure altitude, ft' },
          { key: 'oatC', label: 'temperature, °C' },
          { key: 'groundFt', label: 'ground roll, ft' },
          { key: 'over50Ft', label: name === 'takeoff' ? 'to 50 ft, ft' : 'from 50 ft, ft' },
        ],
      })),
      {
        title: 'Slow flight, as the school found it',
        path: ['book', 'slowFlight'],
        columns: [
          { key: 'pressureAltitudeFt', label: 'pressure altitude, ft' },
          { key: 'flapsDeg', label: 'flaps, °' },
          { key: 'kias', label: `at, ${SPEED}`, kind: 'speed' },
          { key: 'power', label: POWER },
        ],
      },
    ],
    also: ['book', 'power'],
  },
];

const begins = (path: string, with_: string): boolean => path === with_ || path.startsWith(`${with_}.`);

/** The step that a path of the file belongs to; the first one for what none knows. */
export function stepOf(path: string): Step['id'] {
  const named = (exact: boolean) =>
    STEPS.find(({ fields, tables, also }) =>
      [
        ...fields.map((one) => one.path.join('.')),
        ...tables.map((one) => one.path.join('.')),
        ...also.filter((one) => !exact || one.includes('.')),
      ].some((own) => begins(path, own)),
    );
  return (named(true) ?? named(false) ?? STEPS[0]).id;
}
