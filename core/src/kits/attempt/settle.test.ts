/** When the airplane is steady again after a maneuver, from drawn lines. */
import { drawnTrack, through } from '../../testing/drawn-track.ts';
import { settlePhase } from './settle.ts';
import { SETTLING } from './tables.ts';

const WANTED = { altitudeFt: 4000, airspeedKt: 90 };
const END_S = 60;

function settled(drawn: Parameters<typeof drawnTrack>[1], lastsS = 120) {
  const track = drawnTrack(lastsS, drawn);
  const [segment] = track.segments;
  return settlePhase(
    track,
    { maneuver: 'steep-turn', variant: 'left', startS: 20, endS: END_S, segment, state: 'complete' },
    WANTED,
  );
}
const lasts = (...of: Parameters<typeof settled>) => {
  const phase = settled(...of);
  return phase && phase.endS - phase.startS;
};

test('steady at once, nothing follows', () => {
  expect(settled({})).toEqual({ name: 'settle', startS: END_S, endS: END_S });
});

test.each([
  ['the bank comes off late', { bank_deg: through([60, 20], [66, 0]) }, 5],
  ['it is still climbing', { alt_ft: through([60, 3950], [66, 4000]) }, 6],
  ['it comes back to the altitude', { alt_ft: through([60, 4180], [90, 4090]) }, 15],
  ['it comes back to the speed', { ias_kt: through([60, 106], [68, 90]) }, 3],
] as const)('%s: until then', (_, drawn, aboutS) => {
  expect(Math.abs(lasts(drawn)! - aboutS)).toBeLessThan(2.1);
});

test.each([
  ['the altitude', { alt_ft: () => 4000 + SETTLING.altitudeFt + 30 }],
  ['the speed', { ias_kt: () => 90 - SETTLING.airspeedKt - 3 }],
  ['level wings', { bank_deg: () => SETTLING.bankDeg + 2 }],
] as const)('never back at %s: as long as it is followed, and no longer', (_, drawn) => {
  expect(lasts(drawn)).toBeCloseTo(SETTLING.settleS, 1);
});

test('passing through is not being there', () => {
  expect(lasts({ alt_ft: through([60, 4200], [66, 3800], [75, 3800]) })).toBeCloseTo(SETTLING.settleS, 1);
});

test('an airspeed that was not recorded asks nothing', () => {
  const track = drawnTrack(120, {});
  const [segment] = track.segments;
  const proposal = {
    maneuver: 'm',
    variant: null,
    startS: 20,
    endS: END_S,
    segment,
    state: 'complete',
  } as const;
  expect(settlePhase(track, proposal, { ...WANTED, airspeedKt: Number.NaN })).toMatchObject({ endS: END_S });
});

test('the recording ends first: to its last row; with nothing after it there is none', () => {
  expect(settled({ bank_deg: () => 20 }, 66)).toMatchObject({ endS: 66 });
  expect(settled({}, 60)).toBeUndefined();
});
