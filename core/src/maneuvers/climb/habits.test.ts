import { holdHabits } from '../../testing/habits/hold.ts';
import { legMeasures } from '../../testing/habits/legs.ts';

holdHabits('climb', legMeasures('climb', 1));
