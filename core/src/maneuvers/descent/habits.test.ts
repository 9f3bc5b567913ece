import { holdHabits } from '../../testing/habits/hold.ts';
import { legMeasures } from '../../testing/habits/legs.ts';

holdHabits('descent', legMeasures('descent', -1));
