import { holdHabits } from '../../testing/habits/hold.ts';
import { STALL_MEASURES } from '../../testing/habits/stalls.ts';

holdHabits('power-on-stall', STALL_MEASURES, 'setup');
