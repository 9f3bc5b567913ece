/** The stabilized gate: an approach against its path, its speed and the centre line, the others of the flight laid under it. */
import { axisAround, type Picture, type PictureLine, type PicturePanel, upright } from '../card/picture.ts';
import { FIELD_FIGURES } from '../field/tables.ts';
import type { Approach } from '../kits/shape/approach-schema.ts';
import { APPROACH } from '../kits/shape/tables.ts';
import { radians } from '../units/angles.ts';
import { MPH_PER_KT } from '../units/convert.ts';

type Point = Approach['path'][number];

/** @param of its place in the flight’s list */
export function approachPicture(
  approaches: readonly Approach[],
  of: number,
  speedUnit: 'kt' | 'mph',
): Picture {
  const own = approaches[of];
  const byDistance = own.path.some(({ distanceFt }) => distanceFt !== null);
  const scale = speedUnit === 'mph' ? MPH_PER_KT : 1;
  const place = (approach: Approach, { s, distanceFt }: Point): number | null =>
    byDistance ? (distanceFt === null ? null : -distanceFt) : s - approach.endS;
  const pointsOf = (approach: Approach, value: (point: Point) => number | null): [number, number][] =>
    approach.path.flatMap((point) => {
      const [x, y] = [place(approach, point), value(point)];
      return x === null || y === null ? [] : [[x, y] satisfies [number, number]];
    });
  const others = approaches.filter((_, i) => i !== of);
  const under = (value: (point: Point) => number | null): PictureLine[] =>
    others
      .map((approach) => ({ name: '', kind: 'other' as const, points: pointsOf(approach, value) }))
      .filter(({ points }) => points.length > 1);
  const flown = (value: (point: Point) => number | null): PicturePanel['flown'] => ({
    x: own.path.map((point) => place(own, point)),
    y: own.path.map(value),
  });

  const x = byDistance
    ? {
        ...axisAround(
          { label: 'to the touchdown', unit: 'ft', step: 2000 },
          ...own.path.map((p) => place(own, p)),
        ),
        max: 1000,
      }
    : axisAround({ label: 'before the end', unit: 's', step: 15 }, ...own.path.map((p) => place(own, p)), 0);
  const marks = (y: PicturePanel['y'], named: boolean): PictureLine[] =>
    [
      own.gate && { at: own.gate, name: `gate, ${own.gateFt} ft` },
      own.low && { at: own.low, name: `${APPROACH.lowMarkFt} ft` },
    ].flatMap((mark) => {
      if (!mark) return [];
      const distance = mark.at.distanceFt;
      const at = byDistance ? (distance === null ? null : -distance) : mark.at.atS - own.endS;
      return at === null
        ? []
        : [{ name: named ? mark.name : '', kind: 'guide' as const, points: upright(y, at) }];
    });

  const height = axisAround({ label: 'Height', unit: 'ft', step: 200 }, 0, ...own.path.map(({ ft }) => ft));
  const down = (deg: number): PictureLine['points'] => {
    const slope = Math.tan(radians(deg));
    const from = Math.max(x.min, -height.max / slope);
    return [
      [0, 0],
      [from, -from * slope],
    ];
  };
  const { pathWithinDeg, slowKt, fastKt } = FIELD_FIGURES;
  const pathDeg = own.aimedDeg;
  const path: PictureLine[] = byDistance
    ? [
        { name: '', kind: 'curve', points: down(pathDeg) },
        { name: '', kind: 'guide', points: down(pathDeg + pathWithinDeg) },
        { name: '', kind: 'guide', points: down(pathDeg - pathWithinDeg) },
      ]
    : [];
  const speed = ({ kias }: Point) => (kias === null ? null : kias * scale);
  const target = own.targetKias === null ? null : own.targetKias * scale;
  const speedAxis = axisAround(
    { label: 'Airspeed', unit: speedUnit, step: 10 },
    ...own.path.map(speed),
    target === null ? null : target + fastKt * scale,
    target === null ? null : target - slowKt * scale,
  );
  const right = ({ rightFt }: Point) => rightFt;
  const centre = axisAround(
    { label: 'Right of the centre line', unit: 'ft', step: 200 },
    ...own.path.map(right),
    -200,
    200,
  );
  const plain = { notes: [], target: null };
  const panels: PicturePanel[] = [
    {
      ...plain,
      y: height,
      zones: [],
      lines: [...path, ...under(({ ft }) => ft), ...marks(height, true)],
      flown: flown(({ ft }) => ft),
    },
  ];
  if (own.path.some(({ kias }) => kias !== null))
    panels.push({
      ...plain,
      y: speedAxis,
      zones:
        target === null
          ? []
          : [
              {
                name: '',
                kind: 'band',
                x: [x.min, x.max],
                y: [target - slowKt * scale, target + fastKt * scale],
              },
            ],
      lines: [...under(speed), ...marks(speedAxis, false)],
      flown: flown(speed),
    });
  if (own.path.some(({ rightFt }) => rightFt !== null))
    panels.push({
      ...plain,
      y: centre,
      zones: [
        { name: '', kind: 'band', x: [x.min, x.max], y: [-APPROACH.offCentreFt, APPROACH.offCentreFt] },
      ],
      lines: [...under(right), ...marks(centre, false)],
      flown: flown(right),
    });
  return { kind: 'approach-gate', title: 'On the way down', x, panels, groups: [], missing: [] };
}
