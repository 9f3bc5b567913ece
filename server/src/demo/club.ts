/** The invented club’s own ways, and its field. */
import { USUAL_FIELD_RULES } from '@keel/core';

/** This club clears once and then looks all the time. */
export const DEMO_TECHNIQUE = { clearingWhen: 'once' } as const;
export const FIELD_FT = 1180;
/** The highest ground of the training area. */
export const GROUND_FT = 1900;
/** The club's runway, as it is taken off from, and as it is named. */
export const RUNWAY_DEG = 240;
export const RUNWAYS = ['06/24'];
/** Hills before the runway: it is flown in a little steeper than elsewhere. */
export const FIELD_RULES = USUAL_FIELD_RULES;
/** What of a day at the field is the same in every lesson. */
export const AT_FIELD = { runway: '24', runwayFt: 2600 } as const;
/** Somewhere among hills, at no field there is. */
export const POSITION = { latDeg: 54.41, lonDeg: -2.78 };
