/** Turns told from drawn banks and headings: where each begins and ends, how far it went round, which bank was held. */
import fc from 'fast-check';
import type { Track } from '../../recording/track/track.ts';
import { drawnTrack, through } from '../../testing/drawn-track.ts';
import { TURN_SIGNS } from './tables.ts';
import { findTurns, heldBank, proposalOf } from './turns.ts';

const EDGE = TURN_SIGNS.turnEdgeDeg;
const ROLL_S = 3;

interface Drawn {
  bankDeg: number;
  fromS: number;
  heldS: number;
  rateDegPerS: number;
}

/** Rolled in and out in three seconds, and the heading going round at a steady rate while it is banked. */
function drawTurns(
  turns: readonly Drawn[],
  lastsS: number,
  options: Parameters<typeof drawnTrack>[2] = {},
): Track {
  const corners = turns.flatMap(({ bankDeg, fromS, heldS }) => [
    [fromS, 0] as const,
    [fromS + ROLL_S, bankDeg] as const,
    [fromS + ROLL_S + heldS, bankDeg] as const,
    [fromS + 2 * ROLL_S + heldS, 0] as const,
  ]);
  const heading = (atS: number) =>
    turns.reduce((deg, { bankDeg, fromS, heldS, rateDegPerS }) => {
      const turningS = Math.min(Math.max(0, atS - fromS), heldS + 2 * ROLL_S);
      return deg + Math.sign(bankDeg) * rateDegPerS * turningS;
    }, 300);
  return drawnTrack(
    lastsS,
    { bank_deg: through(...corners), hdg_deg: (s) => ((heading(s) % 360) + 360) % 360 },
    options,
  );
}

test.each([
  [45, 'right', 5],
  [-45, 'left', 5],
  [30, 'right', 2],
  [-20, 'left', 10],
] as const)(
  'a turn at %i° is one to the %s, from edge to edge (%i rows a second)',
  (bankDeg, direction, rateHz) => {
    const track = drawTurns([{ bankDeg, fromS: 20, heldS: 30, rateDegPerS: 6 }], 90, { rateHz });
    const [turn, ...more] = findTurns(track);
    expect(more).toEqual([]);
    const edgeS = (ROLL_S * EDGE) / Math.abs(bankDeg);
    expect(turn).toMatchObject({ direction, begins: true, ends: true });
    expect(Math.abs(turn.startS - (20 + edgeS))).toBeLessThan(0.3);
    expect(Math.abs(turn.endS - (20 + 2 * ROLL_S + 30 - edgeS))).toBeLessThan(0.3);
    expect(Math.abs(turn.turnedDeg - 6 * (turn.endS - turn.startS))).toBeLessThan(1.5);
    expect(Math.abs(turn.heldBankDeg - Math.abs(bankDeg))).toBeLessThan(0.5);
  },
);

test('a turn through north is as long as any other, and two circles are 720°', () => {
  const track = drawTurns([{ bankDeg: 50, fromS: 10, heldS: 74, rateDegPerS: 9 }], 120);
  const [{ turnedDeg }] = findTurns(track);
  expect(Math.abs(turnedDeg - 9 * (74 + 2 * ROLL_S))).toBeLessThan(8);
});

test('mirrored, every turn is the same to the other side', () => {
  const one = { bankDeg: 35, fromS: 15, heldS: 25, rateDegPerS: 5 };
  const [right] = findTurns(drawTurns([one], 70));
  const [left] = findTurns(drawTurns([{ ...one, bankDeg: -35 }], 70));
  expect(left.direction).toBe('left');
  for (const name of ['startS', 'endS', 'turnedDeg', 'heldBankDeg'] as const)
    expect(left[name]).toBeCloseTo(right[name], 6);
});

test('from one side to the other without levelling is two turns that meet at level', () => {
  const track = drawnTrack(80, {
    bank_deg: through([10, 0], [13, 40], [35, 40], [41, -40], [65, -40], [68, 0]),
    hdg_deg: through([10, 90], [38, 258], [68, 90]),
  });
  const turns = findTurns(track);
  expect(turns.map(({ direction }) => direction)).toEqual(['right', 'left']);
  expect(turns[1].startS - turns[0].endS).toBeGreaterThan(0);
  expect(turns[1].startS - turns[0].endS).toBeLessThan(1.5);
});

test('a bank that stays below the edge is no turn', () => {
  expect(findTurns(drawnTrack(60, { bank_deg: (s) => (EDGE - 1) * Math.sin(s / 4) }))).toEqual([]);
});

describe('cut off', () => {
  const turning = { bankDeg: 45, fromS: 20, heldS: 30, rateDegPerS: 9 };

  test('by the end of the recording: discontinued, with the reason', () => {
    const [turn] = findTurns(drawTurns([turning], 40));
    expect(turn).toMatchObject({ begins: true, ends: false });
    expect(proposalOf(turn, 'steep-turn')).toMatchObject({
      maneuver: 'steep-turn',
      variant: 'right',
      state: 'discontinued',
      endedBy: { code: 'recording-breaks-off' },
    });
  });

  test('by a gap: two turns, of which neither claims the seconds that nobody saw', () => {
    const turns = findTurns(drawTurns([turning], 80, { gapsS: [[33, 41]] }));
    expect(turns.map(({ begins, ends }) => [begins, ends])).toEqual([
      [true, false],
      [false, true],
    ]);
    expect(turns[0].endS).toBeLessThanOrEqual(33);
    expect(turns[1].startS).toBeGreaterThanOrEqual(41);
  });

  test('whole, it is complete', () => {
    const [turn] = findTurns(drawTurns([turning], 80));
    expect(proposalOf(turn, 'steep-turn').state).toBe('complete');
  });
});

describe('the bank held', () => {
  const held = (bank: number[]) => heldBank(Float64Array.from(bank), { from: 0, to: bank.length });

  test('is not pulled down by rolling in and out, however slowly', () => {
    const rolling = Array.from({ length: 20 }, (_, i) => 2 * i + 5);
    expect(held([...rolling, ...Array(30).fill(45), ...rolling.toReversed()])).toBe(45);
  });

  test('is not pulled up by a single bad row', () => {
    expect(held([45, 45, 45, 45, 180, 45, 45, 45])).toBe(45);
  });

  test('lies between the least and the most that was flown, whichever side', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 5, max: 60, noNaN: true }), { minLength: 1, maxLength: 60 }),
        fc.constantFrom(-1, 1),
        (banks, side) => {
          const found = held(banks.map((deg) => side * deg));
          expect(found).toBeGreaterThanOrEqual(Math.min(...banks));
          expect(found).toBeLessThanOrEqual(Math.max(...banks));
        },
      ),
    );
  });
});
