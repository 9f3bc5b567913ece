/** A student’s landings: from recordings, with what was said of each, and by hand. */
import { dayIn, type LandingsByHand, type LandingWordBody, type LedgerLine } from '@keel/core';
import { type DataSource, type EntityManager, IsNull, Not } from 'typeorm';
import { type Account, LandingEntity, LandingWordEntity } from '../db/entities.ts';

/** In the order flown. */
export async function ledgerOf(
  source: DataSource | EntityManager,
  { schoolId, id: studentId }: Account,
  zone: string,
): Promise<LedgerLine[]> {
  const [recorded, words, byHand] = [
    await source
      .getRepository(LandingEntity)
      .find({ where: { schoolId, studentId }, order: { flownAt: 'ASC' } }),
    await source
      .getRepository(LandingWordEntity)
      .find({ where: { schoolId, studentId, recordingId: Not(IsNull()) }, order: { createdAt: 'ASC' } }),
    await source
      .getRepository(LandingWordEntity)
      .find({ where: { schoolId, studentId, recordingId: IsNull() }, order: { createdAt: 'ASC' } }),
  ];
  // The last word on a landing counts.
  const said = new Map(
    words.map(({ recordingId, nth, body }) => [`${recordingId} ${nth}`, body as LandingWordBody]),
  );
  const lines: LedgerLine[] = [
    ...recorded.map(
      ({ recordingId, nth, kind, flownAt, day, powerOff, approach }): LedgerLine => ({
        // What the recording shows stands until somebody says otherwise.
        ...(powerOff && { powerOff }),
        ...said.get(`${recordingId} ${nth}`),
        id: `${recordingId} ${nth}`,
        day,
        at: flownAt.toISOString(),
        from: 'recording',
        recordingId,
        nth,
        kind: kind as LedgerLine['kind'],
        count: 1,
        place: '',
        ...(approach && { approach }),
      }),
    ),
    ...byHand.map(({ id, body }): LedgerLine => {
      const { flownAt, ...line } = body as LandingsByHand;
      return {
        ...line,
        id,
        day: dayIn(flownAt, zone),
        at: flownAt,
        from: 'hand',
        recordingId: null,
        nth: null,
      };
    }),
  ];
  return lines.sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
}
