/** Altitude and the nose around the break: what may be lost above the floor, and what was. */
import { entryAt, FLOOR_ABOVE_GROUND_FT } from '../../card/ladder.ts';
import {
  across,
  axisAround,
  type Picture,
  type PictureAxis,
  type PictureLine,
  type PicturePanel,
  upright,
} from '../../card/picture.ts';
import { limitsOf } from '../../units/figures.ts';
import { numberText } from '../../units/text.ts';
import { type FlownCase, type PicturePart, within } from '../attempt/picture.ts';
import { stallAttemptAt } from './stall-case.ts';
import { STALL_LIMITS } from './tables.ts';

const TIME = { label: 'from the break', unit: 's', step: 5 };
const PLAN_S = [-15, 25] as const;
const BEFORE_S = 20;
const AFTER_S = 30;

const atTheBreak = (y: PictureAxis): PictureLine => ({
  name: 'the break',
  points: upright(y, 0),
  kind: 'guide',
});

/** The nose, or the angle of attack where that was recorded and the nose was not. */
function nosePanel(
  x: PictureAxis,
  flown: PicturePanel['flown'],
  label: string,
  { steepDeg, noseLowDeg }: Pick<typeof STALL_LIMITS, 'steepDeg' | 'noseLowDeg'> = STALL_LIMITS,
): PicturePanel {
  const y = axisAround({ label, unit: '°', step: 10 }, -noseLowDeg, steepDeg, ...(flown?.y ?? []));
  return {
    y,
    lines:
      label === 'nose'
        ? [
            { name: '', points: across(x, 0), kind: 'guide' },
            { name: 'too steep', points: across(x, steepDeg), kind: 'limit' },
            { name: 'a dive', points: across(x, -noseLowDeg), kind: 'limit' },
            { ...atTheBreak(y), name: '' },
          ]
        : [{ ...atTheBreak(y), name: '' }],
    zones: [],
    notes: [],
    target: null,
    flown,
  };
}

export const breakPicture: PicturePart = {
  kind: 'break',

  plan({ ladder, entry }): Picture {
    const x = axisAround({ ...TIME, step: 10 }, ...PLAN_S);
    const { altitudeFt, floorFt, plannedLossFt } = entry;
    const ceilingFt = ladder?.ceilingFt ?? null;
    const y = axisAround(
      { label: 'altitude', unit: 'ft', step: 1000 },
      floorFt - 200,
      altitudeFt + 500,
      ceilingFt !== null && ceilingFt < altitudeFt + 2000 ? ceilingFt : null,
    );
    const lines: PictureLine[] = [
      {
        name: `floor ${numberText(floorFt)}`,
        points: across(x, floorFt),
        kind: 'limit',
        shut: 'below',
      },
      { name: '', points: across(x, altitudeFt), kind: 'curve' },
      atTheBreak(y),
    ];
    if (ceilingFt !== null && ceilingFt <= y.max)
      lines.push({
        name: `${ladder?.ceilingIs === 'cloud' ? 'cloud less clearance' : 'airspace'} ${numberText(ceilingFt)}`,
        points: across(x, ceilingFt),
        kind: 'limit',
        shut: 'above',
      });
    return {
      kind: 'break',
      title: 'What may be lost around the break, and what lies below',
      x,
      panels: [
        {
          y,
          lines,
          zones: [
            {
              name: `may lose ${numberText(plannedLossFt)} ft`,
              x: [0, x.max],
              y: [altitudeFt - plannedLossFt, altitudeFt],
              kind: 'loss',
            },
          ],
          notes: [],
          target: { at: [x.min + 6, altitudeFt], text: `${numberText(altitudeFt)} ft` },
          flown: null,
        },
        nosePanel(x, null, 'nose'),
      ],
      groups: [],
      missing: [],
    };
  },

  move({ ladder }, _, _x, y) {
    const altitudeFt = ladder && entryAt(ladder, y);
    return altitudeFt === null ? null : { altitudeFt };
  },

  flown(flown) {
    const { track, attempt, context } = flown;
    const event = stallAttemptAt(track, context, attempt)?.events[0];
    if (!event) return null;
    const { breakS, lowestS, breakFt, lossFt } = event;
    const near = (values: (number | null)[]) =>
      values.map((value, i) => {
        const s = track.timeS[flown.rows[i]] - breakS;
        return s < -BEFORE_S || s > AFTER_S ? null : value;
      });
    const x = near(within(flown, (row) => track.timeS[row] - breakS, 2));
    const altitude = near(within(flown, (row) => track.altitudeFt.values[row], 0));
    const axis = axisAround(TIME, -5, 10, ...x);
    const floorFt = context.groundFt === undefined ? null : context.groundFt + FLOOR_ABOVE_GROUND_FT;
    const y = axisAround(
      { label: 'altitude', unit: 'ft', step: 100 },
      breakFt,
      breakFt - lossFt - 40,
      ...altitude,
    );
    const floorInSight = floorFt !== null && floorFt > y.min - 200;
    const lost = Math.max(0, lossFt);
    return {
      kind: 'break',
      title: 'Altitude and the nose around the break',
      x: axis,
      panels: [
        {
          y: floorInSight ? axisAround(y, y.min, y.max, floorFt) : y,
          lines: [
            atTheBreak(y),
            ...(floorInSight
              ? [
                  {
                    name: `floor ${numberText(floorFt)}`,
                    points: across(axis, floorFt),
                    kind: 'limit' as const,
                    shut: 'below' as const,
                  },
                ]
              : []),
          ],
          zones:
            lost > 0
              ? [
                  {
                    name: `${numberText(lost)} ft lost`,
                    x: [0, Math.min(axis.max, lowestS - breakS)],
                    y: [breakFt - lost, breakFt],
                    kind: 'loss',
                  },
                ]
              : [],
          notes: [],
          target: null,
          flown: { x, y: altitude },
        },
        ...noseFlown(flown, axis, x, near),
      ],
      groups: [],
      missing: [
        ...(track.other('pitch_deg') || track.other('aoa_deg') ? [] : [{ code: 'nose-not-recorded' }]),
        ...(floorFt !== null && !floorInSight
          ? [{ code: 'floor-below', params: { floorFt, belowFt: breakFt - lost - floorFt } }]
          : []),
      ],
    };
  },
};

function noseFlown(
  flown: FlownCase,
  axis: PictureAxis,
  x: (number | null)[],
  near: (values: (number | null)[]) => (number | null)[],
): PicturePanel[] {
  const pitch = flown.track.other('pitch_deg')?.values;
  const values = pitch ?? flown.track.other('aoa_deg')?.values;
  if (!values) return [];
  const y = near(within(flown, (row) => values[row]));
  return [
    nosePanel(axis, { x, y }, pitch ? 'nose' : 'angle of attack', limitsOf(flown.context, STALL_LIMITS)),
  ];
}
