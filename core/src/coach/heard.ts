/** What the coach would have had to say while a recording came in, as a list: steps, cues, faults, safety. */
import type { Airplane } from '../airplane/schema.ts';
import type { TargetCard } from '../card/card.ts';
import type { Recording } from '../recording/columns/recording.ts';
import type { ThresholdEdits } from '../units/figures.ts';
import { openLessonCoach } from './lesson-coach.ts';
import { coachRows } from './replay.ts';
import type { WordLevel } from './voice.ts';

export interface Heard {
  atS: number;
  /** Of a fault the finding's id; else what the coach calls it, after its maneuver. */
  id: string;
  kind: 'step' | 'cue' | 'fault' | 'safety';
  /** What is said; of a fault what was being said as it was named, which need not be about it. */
  text: string;
  /** Of a fault: whether it reached the edge at which Debrief names it. */
  reached?: boolean;
}

const KINDS: Record<WordLevel, Heard['kind']> = {
  step: 'step',
  now: 'cue',
  good: 'cue',
  look: 'cue',
  safety: 'safety',
};

/** @throws InputError for a card whose maneuver is not known. */
export function heardOf(
  recording: Pick<Recording, 'timeS' | 'channels'>,
  cards: readonly TargetCard[],
  options: { airplane: Airplane; thresholds?: ThresholdEdits; clearsBeforeEach?: boolean },
): Heard[] {
  const coach = openLessonCoach(cards, { where: 'replay', ...options });
  const heard: Heard[] = [];
  let last = '';
  for (const row of coachRows(recording)) {
    const look = coach.look(row);
    if (!look) continue;
    const { maneuver } = cards[look.card];
    const { word, faults, timeS } = look;
    const spoken = word ? `${word.id} ${word.fromS}` : '';
    if (word && spoken !== last)
      heard.push({ atS: timeS, id: `${maneuver}/${word.id}`, kind: KINDS[word.level], text: word.says });
    last = spoken;
    for (const { name, reached } of faults)
      heard.push({ atS: timeS, id: `${maneuver}/${name}`, kind: 'fault', text: word?.says ?? '', reached });
  }
  return heard;
}
