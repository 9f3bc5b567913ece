/** A usual lesson, planned for a day and flown by its own cards, each maneuver as often as the student would. */
import type { Airplane } from '../airplane/schema.ts';
import { standardTemperatureC } from '../atmosphere/atmosphere.ts';
import { planLesson } from '../brief/lesson-plan.ts';
import { LESSON_TEMPLATES } from '../brief/templates.ts';
import type { TargetCard } from '../card/card.ts';
import { InputError } from '../errors.ts';
import type { Weather } from '../flight/model/flight.ts';
import type { RecorderOptions } from '../flight/model/flight-recorder.ts';
import type { Event } from '../flight/pilot/cockpit.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { DEFAULT_STANDARD_ID, findStandard, SCHOOL_STANDARD_ID } from '../standards/standards.ts';
import { DEFAULT_TECHNIQUE } from '../technique/technique.ts';
import { AREA_GROUND_FT } from './fly.ts';
import { flyLesson } from './fly-lesson.ts';

interface TemplateFlight extends Weather {
  airplane: Airplane;
  /** A usual lesson's id. */
  template: string;
  /** From the apron and back to it. */
  apron?: boolean;
  weightLb?: number;
  seed?: number;
  skill?: number;
  recorder?: Omit<RecorderOptions, 'seed'>;
}

/** The demo's airfield. */
export const FIELD_FT = 900;
const RUNWAY_DEG = 240;
/** Below the maximum, lb: fuel for the way there is gone. */
const BELOW_MAX_LB = 150;

/** @throws InputError for a lesson that there is not. */
export function flyTemplate(options: TemplateFlight): {
  recording: Recording;
  cards: TargetCard[];
  events: Event[];
} {
  const { airplane, template: id, apron } = options;
  const template = LESSON_TEMPLATES.find((one) => one.id === id);
  if (!template)
    throw new InputError('fly/lesson', {
      id: String(id),
      known: LESSON_TEMPLATES.map((one) => one.id).join(', '),
    });
  const weightLb = options.weightLb ?? airplane.maxWeightLb - BELOW_MAX_LB;
  const { cards, plan } = planLesson({
    airplane,
    standard: findStandard(DEFAULT_STANDARD_ID)!,
    schoolStandard: findStandard(SCHOOL_STANDARD_ID),
    technique: DEFAULT_TECHNIQUE,
    conditions: { weightLb, groundFt: AREA_GROUND_FT, headingDeg: 360, oatC: standardTemperatureC(4000) },
    fieldFt: FIELD_FT,
    items: template.items.map((item, i) => ({ ...item, id: `item-${i}` })),
  });
  // Each item's cards, flown one after the other, as often as the student is to.
  let next = 0;
  const legs = plan.entries.flatMap(({ cards: count }, i) => {
    const own = cards.slice(next, next + count);
    next += count;
    const times = template.items[i].attempts ?? DEFAULT_TECHNIQUE.studentAttempts;
    return Array.from({ length: times }, () => own.map((card) => ({ card }))).flat();
  });
  const { recording, events } = flyLesson({
    ...options,
    weightLb,
    legs,
    groundFt: AREA_GROUND_FT,
    ...(apron && { fieldFt: FIELD_FT, runwayDeg: RUNWAY_DEG }),
    note: `the lesson “${template.title}” flown by a synthetic pilot, seed ${options.seed ?? 1}`,
  });
  return { recording, cards, events };
}
