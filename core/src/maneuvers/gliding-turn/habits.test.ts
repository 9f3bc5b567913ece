import { holdHabits } from '../../testing/habits/hold.ts';
import { TURN_MEASURES } from '../../testing/habits/turns.ts';

holdHabits('gliding-turn', TURN_MEASURES);
