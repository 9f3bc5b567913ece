/** The level-off: a tenth of the rate early, and onto the altitude without passing it. */
import type { LevelOff } from '../../card/card.ts';
import { across, axisAround, type PictureLine, upright } from '../../card/picture.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { roundTo } from '../../units/numbers.ts';
import { numberText } from '../../units/text.ts';
import { type PicturePart, within } from '../attempt/picture.ts';

const TIME = { label: 'around the level-off', unit: 's', step: 10 };
const HEIGHT = { label: 'from the altitude', unit: 'ft', step: 100 };
const BEFORE_S = 40;
const AFTER_S = 25;
/** The rate is taken over so long before. */
const RATE_S = 20;
/** Lead, as a share of the rate of a minute [common practice]. */
const LEAD_SHARE = 0.1;

/** Straight to the lead, then eased onto the altitude: the rate falls as what remains does. */
function eased({ fromFpm, leadFt }: LevelOff): PictureLine['points'] {
  const side = Math.sign(fromFpm);
  const perS = Math.abs(fromFpm) / 60;
  const points: PictureLine['points'] = [[-BEFORE_S, side * (-leadFt - perS * BEFORE_S)]];
  for (let s = 0; s <= AFTER_S; s++)
    points.push([s, roundTo(-side * leadFt * Math.exp((-perS * s) / leadFt), 1)]);
  return points;
}

export const levelOffPicture: PicturePart = {
  kind: 'level-off',

  plan({ levelOff, tolerances }) {
    const x = axisAround(TIME, -BEFORE_S, AFTER_S);
    const title = 'The level-off: when to begin, and how it comes';
    const band = tolerances.find(({ parameter }) => parameter === 'altitude');
    const points = levelOff ? eased(levelOff) : [];
    const y = axisAround(HEIGHT, band?.low ?? -100, band?.high ?? 100, ...points.map(([, ft]) => ft));
    return {
      kind: 'level-off',
      title,
      x,
      panels: [
        {
          y,
          lines: [
            { name: 'the altitude', points: across(x, 0), kind: 'guide' },
            ...(levelOff
              ? [
                  { name: '', points, kind: 'curve' as const },
                  {
                    name: `begin ${numberText(levelOff.leadFt)} ft before`,
                    points: upright(y, 0),
                    kind: 'guide' as const,
                  },
                ]
              : []),
          ],
          zones: band
            ? [{ name: 'within tolerance', x: [0, x.max], y: [band.low, band.high], kind: 'band' }]
            : [],
          notes: levelOff
            ? [
                {
                  at: points[0],
                  text: `${numberText(Math.abs(levelOff.fromFpm))} ft/min ${levelOff.fromFpm > 0 ? 'up' : 'down'}`,
                },
              ]
            : [],
          target: null,
          flown: null,
        },
      ],
      groups: [],
      missing: levelOff ? [] : [{ code: 'no-level-off' }],
    };
  },

  flown(flown) {
    const { track, attempt, band } = flown;
    const levelled = phaseNamed(attempt.phases, 'level-off');
    const altitude = band('altitude');
    const wantedFt = attempt.targets.altitudeFt;
    if (!levelled || wantedFt === undefined || Number.isNaN(wantedFt)) return null;
    const s = (row: number) => track.timeS[row] - levelled.startS;
    const near = (row: number) => s(row) >= -BEFORE_S && s(row) <= AFTER_S;
    const all = [0, AFTER_S] as const;
    const x = within(flown, (row) => (near(row) ? s(row) : Number.NaN), 2, all);
    const y = within(
      flown,
      (row) => (near(row) ? track.altitudeFt.values[row] - wantedFt : Number.NaN),
      0,
      all,
    );
    const before = flown.rows.filter((row) => s(row) >= -RATE_S - 5 && s(row) <= -5);
    const fpm =
      before.reduce((sum, row) => sum + track.verticalSpeedFpm[row], 0) / Math.max(1, before.length);
    const leadFt = Math.max(20, Math.abs(fpm) * LEAD_SHARE);
    const axis = axisAround(TIME, -10, 10, ...x);
    const yAxis = axisAround(HEIGHT, altitude?.low ?? -100, altitude?.high ?? 100, ...y);
    return {
      kind: 'level-off',
      title: 'The level-off, as it was flown',
      x: axis,
      panels: [
        {
          y: yAxis,
          lines: [
            { name: `levelled at ${numberText(wantedFt)} ft`, points: across(axis, 0), kind: 'guide' },
            {
              name: `a tenth of ${numberText(10 * Math.round(Math.abs(fpm) / 10))} ft/min before`,
              points: across(axis, -Math.sign(fpm) * leadFt),
              kind: 'guide',
            },
          ],
          zones: altitude
            ? [{ name: 'within tolerance', x: [0, axis.max], y: [altitude.low, altitude.high], kind: 'band' }]
            : [],
          notes: [],
          target: null,
          flown: { x, y },
        },
      ],
      groups: [],
      missing: [],
    };
  },
};
