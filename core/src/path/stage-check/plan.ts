/**
 * An examiner's plan: every skill that the syllabus asks for before solo, in an order in which it can be flown, with a heading each
 * and a surprise or two; or what a chief put together. What is drawn is the order and the figures, never what is asked of them.
 */
import { z } from 'zod';
import { type Random, seededRandom } from '../../flight/random.ts';
import { findRoom } from '../../maneuvers/registry.ts';
import type { Syllabus } from '../syllabus/schema.ts';
import { QUESTIONS, type Question, questionSchema } from './questions.ts';

const stageTaskSchema = z.object({
  /** Also the id of the lesson's item. */
  id: z.string(),
  skill: z.string(),
  /** None where no recording shows it. */
  maneuver: z.string().nullable(),
  variant: z.string().nullable(),
  title: z.string(),
  headingDeg: z.number().nullable(),
});
export const stagePlanSchema = z.object({
  seed: z.number().int(),
  tasks: z.array(stageTaskSchema),
  /** One of knowledge and one of risk for each task, and some that go with any. */
  questions: z.array(questionSchema),
  surprises: z.array(z.string()),
});
export type StagePlan = z.infer<typeof stagePlanSchema>;

/**
 * What may come unasked: each flown with the engine running as it is, at a height at which it is no danger. Never fuel, mixture or
 * magnetos.
 */
export const SURPRISES: readonly string[] = [
  'Throttle to idle above 2,000 ft above the ground, once: best glide and a field; power back by 1,000 ft.',
  'The airspeed indicator is covered for three minutes of level flight and one turn.',
  'Traffic is called ahead at the same height: what is done, and in what order.',
  'The flaps are said to stay up: the approach is planned without them.',
  'On final, a vehicle is said to be on the runway: go around.',
];
const SURPRISES_DRAWN = 2;
const ANY_QUESTIONS = 2;

/** Steady flight first, then near the stall, then steep, then what comes down: as an examiner works. None is named here. */
function groupOf(maneuver: string): number {
  const room = findRoom(maneuver);
  if (!room) return 0;
  if (room.card.losesHeight && !room.nearStall) return 3;
  return room.nearStall ? 1 : room.clearedFor ? 2 : 0;
}

export interface Drawing {
  syllabus: Syllabus;
  seed: number;
  /** Skills of a retest: these alone. */
  only?: readonly string[];
  /** Put together by hand: these in this order, whatever the syllabus asks before solo. Headings, questions and surprises are drawn. */
  byHand?: readonly string[];
  questions?: readonly Question[];
}

export function drawStagePlan({ syllabus, seed, only, byHand, questions = QUESTIONS }: Drawing): StagePlan {
  const random = seededRandom(seed);
  const skills = byHand
    ? byHand.flatMap((wanted) => syllabus.skills.find(({ id }) => id === wanted) ?? [])
    : inExaminersOrder(syllabus, only, random);
  const tasks = skills.map((skill, i) => {
    const variants = skill.variants ?? findRoom(skill.maneuver ?? '')?.variants ?? [];
    return {
      id: `task-${i + 1}`,
      skill: skill.id,
      maneuver: skill.maneuver,
      variant: variants[Math.floor(random.uniform() * variants.length)] ?? null,
      title: skill.title,
      headingDeg: skill.maneuver === null ? null : 10 * (1 + Math.floor(36 * random.uniform())),
    };
  });
  const asked = (kind: Question['kind'], maneuver: string | null) =>
    shuffled(
      questions.filter((one) => one.kind === kind && one.maneuver === maneuver),
      random,
    ).slice(0, 1);
  const maneuvers = new Set(tasks.flatMap(({ maneuver }) => maneuver ?? []));
  return {
    seed,
    tasks,
    questions: [
      ...[...maneuvers].flatMap((maneuver) => [...asked('knowledge', maneuver), ...asked('risk', maneuver)]),
      ...shuffled(
        questions.filter(({ maneuver }) => maneuver === null),
        random,
      ).slice(0, ANY_QUESTIONS),
    ],
    surprises: shuffled(SURPRISES, random).slice(0, SURPRISES_DRAWN),
  };
}

/** What the syllabus asks before solo: on the ground, in the air from gentle to steep, and what no recording shows. */
function inExaminersOrder(
  syllabus: Syllabus,
  only: readonly string[] | undefined,
  random: Random,
): Syllabus['skills'] {
  const wanted = syllabus.skills.filter(({ id, gates }) => gates.length > 0 && (!only || only.includes(id)));
  const firstFlown = syllabus.skills.findIndex(({ maneuver }) => maneuver !== null);
  const onGround = wanted.filter((skill) => syllabus.skills.indexOf(skill) < firstFlown);
  const unseen = wanted.filter((skill) => skill.maneuver === null && !onGround.includes(skill));
  const inAir = shuffled(
    wanted.filter(({ maneuver }) => maneuver !== null),
    random,
  ).sort((a, b) => groupOf(a.maneuver ?? '') - groupOf(b.maneuver ?? ''));
  return [...onGround, ...inAir, ...unseen];
}

function shuffled<T>(list: readonly T[], random: Random): T[] {
  const dealt = [...list];
  for (let i = dealt.length - 1; i > 0; i--) {
    const j = Math.floor(random.uniform() * (i + 1));
    [dealt[i], dealt[j]] = [dealt[j], dealt[i]];
  }
  return dealt;
}
