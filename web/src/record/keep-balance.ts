/** Hours, landings and skills that a student brings along, kept: a grade each by hand, and a logbook entry to be signed. */
import {
  BALANCE_TIMES,
  type Balance,
  BROUGHT_FORWARD,
  type EnteredBody,
  type Help,
  type ManeuverId,
  type PathSkill,
} from '@keel/core';
import { answered, api, read } from '../api/client.ts';
import { fromField } from '../parts/format.ts';

/** Who flew it, as a grade says it: what was only seen was shown, what is done with help was not done alone. */
const HELP_OF: Record<number, Help> = { 1: 'demonstration', 2: 'talked-through', 3: 'unaided', 4: 'unaided' };

/** Made once: sending twice after a broken connection is harmless. */
interface BalanceIds {
  draft: string;
  bySkill: ReadonlyMap<string, string>;
}
export const balanceIds = (skills: readonly { skill: string }[]): BalanceIds => ({
  draft: crypto.randomUUID(),
  bySkill: new Map(skills.map(({ skill }) => [skill, crypto.randomUUID()])),
});

const bringsTime = ({ minutes, landingsDay }: Balance): boolean => minutes.blockMin > 0 || landingsDay > 0;

/** @returns whether there is a logbook entry to sign. */
export async function keepBalance(
  studentId: string,
  skills: readonly Pick<PathSkill, 'skill' | 'maneuver'>[],
  balance: Balance,
  ids: BalanceIds,
): Promise<boolean> {
  const words = `Opening balance, according to ${balance.says}.`;
  const noon = Date.parse(fromField(`${balance.asOf} 12:00:00`));
  for (const { skill, maneuver } of skills) {
    const grade = balance.grades[skill];
    if (!grade) continue;
    const which = maneuver
      ? { maneuver: maneuver as ManeuverId, variant: null }
      : { maneuver: null, variant: null, skill };
    const body: EnteredBody = {
      ...which,
      flownAt: new Date(Math.min(noon, Date.now())).toISOString(),
      lessonId: null,
      help: HELP_OF[grade],
      grade,
      words,
    };
    await answered(
      api.students[':id']['entered-attempts'].$post({
        param: { id: studentId },
        json: { id: ids.bySkill.get(skill)!, body },
      }),
    );
  }
  if (!bringsTime(balance)) return false;
  const { minutes, landingsDay, landingsNight } = balance;
  await read(
    api.students[':id'].logbook.drafts[':draft'].$put({
      param: { id: studentId, draft: ids.draft },
      json: {
        version: 0,
        entry: {
          ...Object.fromEntries(BALANCE_TIMES.map((what) => [what, minutes[what]])),
          blockMin: minutes.blockMin,
          date: balance.asOf,
          airplane: BROUGHT_FORWARD,
          landingsDay,
          landingsNight,
          remarks: words,
          broughtForward: true,
        },
      },
    }),
  );
  return true;
}
