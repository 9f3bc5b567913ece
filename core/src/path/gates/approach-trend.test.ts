import { approachTrend } from './approach-trend.ts';
import type { LedgerLine } from './landings.ts';

const line = (nth: number, approach: LedgerLine['approach']): LedgerLine => ({
  id: `a ${nth}`,
  day: '2026-05-01',
  at: `2026-05-01T10:${String(nth).padStart(2, '0')}:00Z`,
  from: 'recording',
  recordingId: 'a',
  nth,
  kind: 'touch-and-go',
  count: 1,
  place: '',
  approach,
});
const measured = (nth: number, gateKias: number, decision: NonNullable<LedgerLine['approach']>['decision']) =>
  line(nth, { gateFt: 300, gateKias, targetKias: 63, decision, touchKias: 50 });

test('speed at the gate off the one aimed for, and how often it was stable', () => {
  const trend = approachTrend([
    measured(1, 76, 'landed-unstable'),
    measured(2, 70, 'landed-stable'),
    line(3, null),
    measured(4, 78, 'went-around-unstable'),
    measured(5, 66, null),
  ])!;
  expect(trend.points.map(({ offKt }) => offKt)).toEqual([13, 7, 15, 3]);
  expect(trend).toMatchObject({ told: 3, stable: 1, brokenOff: 1, landed: 1 });
});

test('only the last ten count, and one alone is no trend', () => {
  const many = Array.from({ length: 14 }, (_, i) =>
    measured(i, 64, i < 4 ? 'landed-unstable' : 'landed-stable'),
  );
  expect(approachTrend(many)).toMatchObject({ told: 10, stable: 10, landed: 0 });
  expect(approachTrend([measured(1, 64, 'landed-stable')])).toBeNull();
  expect(approachTrend([])).toBeNull();
});
