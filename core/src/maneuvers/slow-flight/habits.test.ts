import { type Columns, entryAltitude, type Measures } from '../../testing/habits/columns.ts';
import { flapJumps, gain, loss, within } from '../../testing/habits/flaps.ts';
import { holdHabits } from '../../testing/habits/hold.ts';

const entrySpan = (c: Columns): [number, number] => [c.event('entry'), c.event('established')];
const SLOW_MEASURES: Measures = {
  'balloon-on-flap': [(c) => within(c, 'flaps-out', 15, gain), 50],
  'altitude-loss-entry': [(c) => loss(c, ...entrySpan(c)), 50],
  'sink-before-power': [(c) => loss(c, ...entrySpan(c)), 50],
  'stall-warning': [
    (c) => c.values('stall_warn', c.event('entry'), c.event('recovery')).filter((on) => on > 0).length / 10,
    1,
  ],
  'too-fast': [
    (c) => c.mean('ias_kt', c.event('established'), c.event('turn')) - c.flown.card.entry.airspeedKias!,
    10,
  ],
  'too-much-bank': [
    (c) => Math.max(...c.smooth('bank_deg', c.event('turn'), c.event('recovery')).map(Math.abs)),
    20,
  ],
  'heading-drift-left': [(c) => -Math.min(...c.headings(c.event('established'), c.event('turn') - 1)), 10],
  'not-trimmed': [(c) => Math.abs(c.mean('elevator', c.event('established') + 5, c.event('turn'))), 0.1],
  'climb-on-recovery': [
    (c) => c.most('alt_ft', c.event('recovery'), c.endS) - entryAltitude(c, c.event('entry')),
    100,
  ],
  'flaps-all-at-once': [(c) => flapJumps(c), 19],
};

holdHabits('slow-flight', SLOW_MEASURES, 'entry');
