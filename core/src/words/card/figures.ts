/** The figures of a card: what each is called, and what is said beside it. */
import type { CardFigure } from '../../card/card.ts';
import { figureOf as number, type Params } from '../../coded.ts';
import { type CardFacts, line } from './facts.ts';

export interface FigureSaid {
  label: string;
  note: string;
}

const FIGURES: Readonly<Record<string, (params: Params, facts: CardFacts) => FigureSaid>> = {
  'as-written': ({ label, note }) => ({ label: String(label), note: String(note) }),
  'warning-sounds-at': (p, { f }) => ({
    label: 'Stall warning at',
    note: line`stall ${f.speed(number(p, 'stallKias'))} in level flight`,
  }),
  'warning-near': () => ({
    label: 'Stall warning near',
    note: 'it must be silent when you begin to pitch up',
  }),
  'warning-in-pull': (p, { f }) => ({
    label: line`Warning at ${f.deg(number(p, 'bankDeg'))}`,
    note: 'when you pull, not before',
  }),
  stall: (p, { f }) => ({
    label: number(p, 'bankDeg') > 0 ? line`Stall at ${f.deg(number(p, 'bankDeg'))}` : 'Stall',
    note: number(p, 'flapsDeg') > 0 ? line`flaps ${f.deg(number(p, 'flapsDeg'))}` : 'flaps up',
  }),
  'plan-to-lose': () => ({
    label: 'Altitude to plan for',
    note: 'a loss that is shown, not judged; practice makes it less',
  }),
  'least-power': ({ behind, known }) => ({
    label: 'Least power at',
    note:
      known === false
        ? 'the airplane file has no cruise table or level-flight power'
        : behind === undefined
          ? 'flying slower than this takes more power'
          : behind
            ? 'you are behind the power curve: slower takes more power'
            : 'today’s target is not behind the power curve',
  }),
  'climb-left': () => ({ label: 'Climb available', note: 'full throttle, in this configuration' }),
  'added-in-turn': (p, { f }) => ({
    label: line`Add in a ${f.deg(number(p, 'bankDeg'))} turn`,
    note: line`stall ${f.speed(number(p, 'stallKias'))} in the turn`,
  }),
  climb: () => ({ label: 'Climb', note: 'full throttle at this weight and in this air' }),
  'climb-in-turn': () => ({ label: 'Climb, wings level', note: 'full throttle; a little less in the turn' }),
  'level-off': () => ({ label: 'Start to level off', note: 'before the altitude: a tenth of the rate' }),
  'descend-at': () => ({ label: 'Descend at', note: 'power sets the rate' }),
  'descend-first': () => ({ label: 'Descend first at', note: 'steady for 5 to 15 s before you pitch up' }),
  rate: () => ({ label: 'Rate of turn', note: 'standard rate: two minutes for a circle' }),
  heading: () => ({ label: 'Heading', note: 'the most it may swing to either side' }),
  'true-airspeed': () => ({ label: 'True airspeed', note: 'for the picture of the turn' }),
  'true-airspeed-rule': () => ({
    label: 'True airspeed',
    note: 'a tenth of it in knots, plus five, is about the bank',
  }),
  glide: (p, { f }) => ({
    label: 'Glide',
    note:
      p.nmPer1000Ft === undefined
        ? ''
        : line`${f.number(number(p, 'nmPer1000Ft'), 1)} NM for ${f.ft(1000)} in still air`,
  }),
  sink: () => ({ label: 'Sink', note: 'idle, at this weight' }),
  'sink-in-turn': () => ({ label: 'Sink in the turn', note: 'idle, at this bank' }),
  'glide-without-slip': () => ({ label: 'Glide, without the slip', note: 'a good deal more with it' }),
  ball: () => ({ label: 'Ball', note: 'out by half a ball to one, on the low side, held there' }),
  reach: (p, { f }) => ({
    label: 'Reach from the entry',
    note:
      p.windKt === undefined
        ? 'to the highest ground, in still air'
        : line`to the highest ground: ${f.number(number(p, 'intoNm'), 1)} into ${f.number(number(p, 'windKt'))} kt of wind, ${f.number(number(p, 'withNm'), 1)} with it`,
  }),
  'chosen-field': (p) => ({
    label: 'Your field',
    note: `at ${p.place}; in the air, the field that you can see`,
  }),
  power: () => ({ label: 'Power', note: 'the standard asks for at least 65 %' }),
  'stalls-in-a-row': () => ({ label: 'Stalls in a row', note: 'one after another, power unchanged' }),
  'flown-by': () => ({ label: 'Flown by', note: 'the student follows through' }),
  'settles-at': ({ added, power }, facts) => ({
    label: added ? 'Then climbs at about' : 'Then descends at about',
    note: power === undefined ? '' : line`with ${facts.powerOf(Number(power))}`,
  }),
};

export const figureSaid = ({ code, params = {} }: CardFigure, facts: CardFacts): FigureSaid =>
  (FIGURES[code] ?? (() => ({ label: code, note: '' })))(params, facts);

/** Codes that have words: a test walks the cards against them. */
export const FIGURE_CODES: ReadonlySet<string> = new Set(Object.keys(FIGURES));
