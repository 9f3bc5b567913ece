/** An approach in words: what it was at its marks, for the instructor who grades. */
import { FIELD_FIGURES } from '../field/tables.ts';
import type { Approach, ApproachFigures } from '../kits/shape/approach-schema.ts';
import type { Leg } from '../kits/shape/legs.ts';
import { APPROACH } from '../kits/shape/tables.ts';
import { line } from './card/facts.ts';
import { type FigureWords, figuresIn, type Units } from './figures.ts';

interface ApproachRow {
  label: string;
  value: string;
  /** Outside the house figure; null where there is none, or it cannot be told. */
  out: boolean | null;
}

interface ApproachSaid {
  headline: string;
  /** What the bands of the picture are. */
  bands: string;
  rows: ApproachRow[];
}

const ENDS = { landing: 'Landing', 'go-around': 'Go-around', 'low-approach': 'Low approach' } as const;
export const approachEndName = ({ end }: Pick<Approach, 'end'>): string => ENDS[end];

export function approachSaid(approach: Approach, units: Units): ApproachSaid {
  const f = figuresIn(units);
  const { pathWithinDeg, fastKt, slowKt } = FIELD_FIGURES;
  return {
    headline: headline(approach, f),
    bands: line`The bands: path ${f.deg(approach.aimedDeg)} ±${f.deg(pathWithinDeg)}, speed +${f.tolerance(fastKt, 'kt')} / −${f.tolerance(slowKt, 'kt')}, centre line ±${f.ft(APPROACH.offCentreFt)}.`,
    rows: rowsOf(approach, f),
  };
}

function headline(approach: Approach, f: FigureWords): string {
  const { gate, gateFt, decision, end, lowestFt } = approach;
  const ending = end === 'landing' ? '' : line` Lowest ${f.ft(lowestFt)} above the field.`;
  if (!gate)
    return end === 'landing' || lowestFt < gateFt
      ? `The gate was passed in the turn, or is not on record.${ending}${signsSaid(approach, f)}`
      : `Broken off above the gate.${ending}`;
  const out = outOf(approach, f);
  const then = signsSaid(approach, f);
  if (out.length > 0)
    return `Not stable at ${line`${f.ft(approach.gateFt)}`}: ${out.join(', ')}.${decision === 'went-around-unstable' ? ' Broken off, as the gate asks.' : ''}${ending}${then}`;
  const unseen = Object.values(gate.held).includes(null);
  return `${unseen ? 'As far as recorded, stable' : 'Stable'} at ${line`${f.ft(approach.gateFt)}`}.${ending}${then}`;
}

/** What it shows beyond the gate, a sentence each; what the gate has said is not said again. */
function signsSaid({ signs, gate, low }: Approach, f: FigureWords): string {
  const at = line`at ${f.ft(APPROACH.lowMarkFt)}`;
  const saidAtGate = gate?.held.speed === false;
  return signs
    .map(({ sign, value }) => {
      if (sign === 'fast') return saidAtGate || low?.kias == null ? '' : line` ${f.speed(value)} fast ${at}.`;
      if (sign === 'slow') return saidAtGate || low?.kias == null ? '' : line` ${f.speed(value)} slow ${at}.`;
      if (sign === 'not-stable') return ' It was landed all the same.';
      if (sign === 'flared-late') return line` Rounded out late: met the runway sinking ${f.fpm(value)}.`;
      if (sign === 'flared-high') return line` Rounded out high: held off at ${f.ft(value)} and dropped.`;
      if (sign === 'bounced') return line` Bounced ${value === 1 ? 'once' : line`${f.number(value)} times`}.`;
      if (sign === 'across') return line` Touched with the nose ${f.deg(value)} off its track.`;
      return ' The flaps came in all at once.';
    })
    .join('');
}

function outOf({ gate, targetKias, aimedDeg }: Approach, f: FigureWords): string[] {
  if (!gate) return [];
  const { held, kias, sinkFpm, pathDeg, rightFt, offDeg } = gate;
  const off = targetKias !== null && kias !== null ? kias - targetKias : 0;
  return [
    ...(held.speed === false ? [line`${f.speed(Math.abs(off))} ${off > 0 ? 'fast' : 'slow'}`] : []),
    ...(held.sink === false ? [line`sinking ${f.fpm(sinkFpm)}`] : []),
    ...(held.path === false && pathDeg !== null
      ? [line`${pathDeg > aimedDeg ? 'steep' : 'flat'}, ${f.deg(pathDeg, 1)}`]
      : []),
    ...(held.centre === false
      ? [
          rightFt === null
            ? line`${f.deg(Math.abs(offDeg ?? 0))} off the runway’s direction`
            : line`${f.ft(Math.abs(rightFt))} ${rightFt > 0 ? 'right' : 'left'} of the centre line`,
        ]
      : []),
    ...(held.flaps === false ? ['flaps still moving'] : []),
  ];
}

const isOut = (held: boolean | null): boolean | null => (held === null ? null : !held);

function rowsOf(approach: Approach, f: FigureWords): ApproachRow[] {
  const { gate, low, touch, targetKias, overshotFt, end, lowestFt } = approach;
  const row = (label: string, value: string | null, out: boolean | null = null): ApproachRow[] =>
    value === null ? [] : [{ label, value, out }];
  const speed = (kias: number | null) => (kias === null ? null : line`${f.speed(kias)}`);
  const side = (ft: number | null) =>
    ft === null ? null : line`${f.ft(Math.abs(ft))} ${ft > 0 ? 'right' : 'left'}`;
  const at = gate ? line` at ${f.ft(approach.gateFt)}` : '';
  return [
    ...approach.legs.flatMap((leg) => legRows(leg, f)),
    ...row('Aimed for on final', speed(targetKias)),
    ...(gate
      ? [
          ...row(`Speed${at}`, speed(gate.kias), isOut(gate.held.speed)),
          ...row(`Sink${at}`, line`${f.fpm(gate.sinkFpm)}`, isOut(gate.held.sink)),
          ...row(
            `Path${at}`,
            gate.pathDeg === null ? null : line`${f.deg(gate.pathDeg, 1)}`,
            isOut(gate.held.path),
          ),
          ...row(`Off the centre line${at}`, side(gate.rightFt), isOut(gate.held.centre)),
        ]
      : []),
    ...(low ? row(line`Speed at ${f.ft(APPROACH.lowMarkFt)}`, speed(low.kias)) : []),
    ...thresholdRows(approach, f),
    ...row(
      'Past the centre line on the turn',
      overshotFt ? line`${f.ft(overshotFt)}` : null,
      overshotFt ? true : null,
    ),
    ...(touch
      ? [
          ...row('Speed at the touch', speed(touch.kias)),
          ...row('Off the centre line at the touch', side(touch.rightFt)),
          ...row('Load at the touch', touch.loadG === null ? null : line`${f.g(touch.loadG)}`),
          ...row('Side load at the touch', touch.sideG === null ? null : line`${f.g(touch.sideG)}`),
          ...row(
            'Nose off its track at the touch',
            touch.acrossDeg === null ? null : line`${f.deg(touch.acrossDeg)}`,
          ),
          ...row('Bounces', touch.bounces ? line`${f.number(touch.bounces)}` : null),
        ]
      : []),
    ...(end === 'landing' ? [] : row('Lowest', line`${f.ft(lowestFt)}`)),
  ];
}

function thresholdRows({ threshold }: Approach, f: FigureWords): ApproachRow[] {
  if (!threshold) return [];
  const { end, kias, heightFt, touchFt, touchErrorFt, floatFt } = threshold;
  const over = [
    ...(kias === null ? [] : [line`${f.speed(kias)}`]),
    ...(heightFt === null ? [] : [line`${f.ft(heightFt)} high`]),
  ];
  return [
    ...(over.length > 0
      ? [{ label: `Over the threshold of ${end}`, value: over.join(', '), out: null }]
      : []),
    ...(touchFt === null
      ? []
      : [
          {
            label: 'Touched past it',
            value: line`${f.ft(touchFt)}${touchErrorFt === null ? '' : line` ±${f.ft(touchErrorFt)}`}`,
            out: touchFt < 0 ? true : null,
          },
        ]),
    ...(floatFt === null ? [] : [{ label: 'Floated from 20 ft', value: line`${f.ft(floatFt)}`, out: null }]),
  ];
}

const LEG_NAMES = { downwind: 'Downwind', base: 'Base', 'turn-to-final': 'Turn to final' } as const;

/** Half a ball, as everywhere that a turn is called coordinated. */
const BALL_OUT_G = 0.05;

function legRows(
  { leg, kias, heightFt, wanderedFt, mostBankDeg, ballG }: Leg,
  f: FigureWords,
): ApproachRow[] {
  const turn = leg === 'turn-to-final';
  const parts = [
    ...(kias === null ? [] : [line`${f.speed(kias)}`]),
    ...(turn ? [] : [line`${f.ft(heightFt)}${wanderedFt === null ? '' : line` ±${f.ft(wanderedFt)}`}`]),
    ...(leg === 'downwind' ? [] : [line`bank ${f.deg(mostBankDeg)}`]),
    ...(ballG !== null && ballG > BALL_OUT_G ? [line`ball out ${f.g(ballG)}`] : []),
  ];
  const tooSteep = leg !== 'downwind' && mostBankDeg > FIELD_FIGURES.mostBankDeg + 1;
  return [{ label: LEG_NAMES[leg], value: parts.join(', '), out: tooSteep ? true : null }];
}

const DECISIONS = {
  'landed-stable': 'stable',
  'landed-unstable': 'not stable',
  'went-around-unstable': 'not stable, broken off',
  'went-around': 'stable',
} as const;

/** One line of it for the ledger; empty where nothing was measured. */
export function approachLine(
  { gateFt, gateKias, targetKias, decision, touchKias }: ApproachFigures,
  units: Units,
): string {
  const f = figuresIn(units);
  const aimed = targetKias === null ? '' : line`, ${f.speed(targetKias)} aimed for`;
  return [
    ...(gateFt !== null && gateKias !== null
      ? [line`${f.speed(gateKias)} at ${f.ft(gateFt)}${aimed}${decision ? `, ${DECISIONS[decision]}` : ''}`]
      : []),
    ...(touchKias !== null ? [line`touched at ${f.speed(touchKias)}`] : []),
  ].join('; ');
}
