import { fleet } from '../../airplane/fleet.ts';
import type { GlideField } from '../../card/glide-field.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import type { ChannelName } from '../../recording/columns/channels.ts';
import { findStandard } from '../../standards/standards.ts';
import { drawnTrack, through } from '../../testing/drawn-track.ts';

/**
 * A glide due north by hand: 66 kt over the ground, one nautical mile for every 600 ft lost, so 6,076 / 600 = 10.1 to 1; it
 * begins at 54° north and 4,000 ft, and ends after 120 s at 2,800 ft, two miles on.
 */
const NORTH_PER_S = 1 / 60 / 60;
const GLIDE: Partial<Record<ChannelName, (atS: number) => number>> = {
  alt_ft: through([0, 4000], [40, 4000], [160, 2800], [200, 2800]),
  ias_kt: through([0, 90], [40, 90], [47, 65], [160, 65], [180, 90]),
  hdg_deg: () => 360,
  lat_deg: (s) => 54 + NORTH_PER_S * Math.max(0, s - 40),
  lon_deg: () => -2,
  throttle: (s) => (s < 40 || s > 160 ? 0.7 : 0),
  power_pct: (s) => (s < 40 || s > 160 ? 60 : 0),
};
const END_LAT = 54 + NORTH_PER_S * 120;

function seen(glideTo: GlideField | undefined, columns = GLIDE) {
  const { recording } = drawnTrack(200, columns);
  const [airplane] = fleet;
  const { attempts } = scoreRecording(recording, {
    standard: findStandard('faa-private')!,
    airplane,
    weightLb: airplane.maxWeightLb,
    briefs: [{ maneuver: 'best-glide', variant: 'standard', entry: { airspeedKias: 65 }, glideTo }],
  });
  const [glide] = attempts.filter(({ maneuver }) => maneuver === 'best-glide');
  return glide.requirements.find(({ id }) => id === 'best-glide/chosen-field')!;
}
const ahead = (nm: number, elevationFt = 800) => ({ latDeg: END_LAT + nm / 60, lonDeg: -2, elevationFt });

test('a field 2 miles ahead and 2,000 ft below is in reach of a glide of ten to one, one 4.5 miles ahead is not', () => {
  const near = seen(ahead(2));
  expect(near).toMatchObject({ held: true, must: false, evidence: { code: 'field-in-reach' } });
  expect(near.evidence.params!.neededRatio).toBeCloseTo((2 * 6076) / 2000, 1);
  expect(near.evidence.params!.flownRatio).toBeCloseTo(6076 / 600, 0);
  expect(seen(ahead(4.5))).toMatchObject({ held: false, evidence: { code: 'field-out-of-reach' } });
});

test('where what is needed is about what was flown, nothing is said for sure', () =>
  expect(seen(ahead(3.3))).toMatchObject({ held: null, evidence: { code: 'field-too-close-to-call' } }));

test('a field abeam was never flown toward, one just below lies beneath, one above the end is missed', () => {
  expect(seen({ latDeg: END_LAT - 1 / 60, lonDeg: -1.93, elevationFt: 800 })).toMatchObject({
    held: null,
    evidence: { code: 'not-toward-field' },
  });
  expect(seen(ahead(0.5))).toMatchObject({ held: true, evidence: { code: 'over-field' } });
  expect(seen(ahead(0.5, 3000))).toMatchObject({ held: false, evidence: { code: 'below-field' } });
});

test('without a field nothing is asked, without positions nothing is seen, and neither touches the verdict', () => {
  expect(seen(undefined)).toMatchObject({ held: 'not applicable' });
  const { lat_deg: _, lon_deg: __, ...rest } = GLIDE;
  expect(seen(ahead(2), rest)).toMatchObject({ held: null, evidence: { code: 'no-positions' }, must: false });
});
