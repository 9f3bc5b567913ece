import { type Measures, spread } from '../../testing/habits/columns.ts';
import { holdHabits } from '../../testing/habits/hold.ts';

const SERIES_MEASURES: Measures = {
  'wing-drop': [
    (c) =>
      Math.max(
        ...[0, 1, 2, 3].map((k) =>
          spread(c.values('bank_deg', c.event('break', k), c.event('break', k) + 3)),
        ),
      ),
    20,
  ],
};

holdHabits('stall-series', SERIES_MEASURES, 'setup');
