/** What stands against a plan, in words. */
import type { AirplanePart } from '../airplane/schema.ts';
import type { Notice } from '../brief/lesson-schema.ts';
import { AS_WRITTEN, figureOf as n, type Params } from '../coded.ts';
import { uncheckedSaid } from './airplane-parts.ts';
import { line } from './card/facts.ts';
import { ceilingSaid, whySaid } from './card/why.ts';
import { type FigureWords, figuresIn, type Units } from './figures.ts';

const gal = (f: FigureWords, params: Params, name: string, digits = 1) =>
  line`${f.number(n(params, name), digits)} gal`;

const NOTICES = {
  [AS_WRITTEN]: ({ text }) => String(text),
  'off-today': (p, f) => ceilingSaid(p, f),
  'ends-below-floor': (p, f) =>
    line`Under this ceiling it would end ${f.ft(n(p, 'belowFt'))} below the floor.`,
  'no-speed': (p, f) => `${whySaid({ code: String(p.missing), params: p }, f)}.`,
  'lessons-that-fit': ({ titles }) =>
    titles === ''
      ? 'None of the usual lessons fits under today’s ceiling. Use the day for ground instruction.'
      : `These lessons fit under today’s ceiling: ${titles}.`,
  'numbers-unchecked': ({ parts }) => uncheckedSaid(String(parts).split(' ') as AirplanePart[]),
  'over-block': (p) => {
    const [totalMin, blockMin] = [n(p, 'totalMin'), n(p, 'blockMin')];
    return `It takes ${Math.round(totalMin)} min and the block is ${blockMin} min. Take ${Math.ceil(totalMin - blockMin)} min out, or plan fewer attempts.`;
  },
  'burns-more': (p, f) =>
    `The lesson burns ${gal(f, p, 'burnedGal')} and there are ${gal(f, p, 'onBoardGal')} on board.`,
  'under-reserve': (p, f) =>
    `${gal(f, p, 'leftGal')} would be left. The reserve of ${n(p, 'reserveMin')} min is ${gal(f, p, 'reserveGal')}.`,
  'station-over': (p, f) =>
    line`${String(p.station)}: ${f.pounds(n(p, 'lb'))} is more than the ${f.pounds(n(p, 'maxLb'))} allowed there.`,
  'tanks-over': (p, f) =>
    `Fuel: ${gal(f, p, 'fuelGal')} is more than the ${gal(f, p, 'usableGal')} that the tanks hold.`,
  'over-maximum': (p, f) =>
    line`${f.pounds(n(p, 'weightLb'))} is ${f.pounds(n(p, 'overLb'))} over the maximum of ${f.pounds(n(p, 'maxLb'))}.`,
  'outside-envelope': (p, f) => line`${f.pounds(n(p, 'weightLb'))} is outside the envelope.`,
  'centre-of-gravity': (p, f) =>
    line`Center of gravity ${f.number(n(p, 'cgIn'), 1)} in is ${p.ahead ? 'ahead of the forward' : 'behind the aft'} limit, ${f.number(n(p, 'limitIn'), 1)} in at ${f.pounds(n(p, 'weightLb'))}.`,
} satisfies Record<string, (params: Params, f: FigureWords) => string>;

const WHEN: Readonly<Record<string, string>> = { landing: 'At the landing', empty: 'With empty tanks' };

/** @param units of the airplane; a notice of one maneuver begins with its name. */
export function planNoticeSaid({ code, params = {} }: Notice, units: Units): string {
  const said = code in NOTICES ? NOTICES[code as keyof typeof NOTICES](params, figuresIn(units)) : code;
  const head = params.title ?? WHEN[String(params.when)];
  return head === undefined ? said : `${head}: ${said.charAt(0).toLowerCase()}${said.slice(1)}`;
}

/** The same where the maneuver's name stands beside it already. */
export const planNoticeAlone = ({ params, ...notice }: Notice, units: Units): string => {
  const { title: _, ...rest } = params ?? {};
  return planNoticeSaid({ ...notice, params: rest }, units);
};
