/** A recording on its way to a lesson: sent, read and scored; or flown there by the synthetic pilot. */
import type { Created, DemonstrationRequest, Lesson, Mapping, Me } from '@keel/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answered, api, messageOf, read, upload } from '../../api/client.ts';
import { useRecording } from '../../api/hooks.ts';
import { shownZone } from '../../parts/format.ts';
import { differences, farFromField, type Taken } from './assumes.ts';
import { type Prepared, prepare, recordingForm } from './prepare.ts';

/** What is under way: the file going up, being read, being scored. */
export type Work = { step: 'sending' | 'reading'; fraction: number } | { step: 'scoring'; id: string } | null;

export function useAttaching(lesson: Lesson, field: Me['position']) {
  const [work, setWork] = useState<Work>(null);
  const [problem, setProblem] = useState<string | null>(null);
  /** A table of another make, whose columns somebody has to name. */
  const [asked, setAsked] = useState<Prepared | null>(null);
  /** A file whose header says otherwise than the lesson. */
  const [differing, setDiffering] = useState<Prepared | null>(null);
  const navigate = useNavigate();
  const scoring = useRecording(work?.step === 'scoring' ? work.id : undefined);

  const finish = async (created: Created) => {
    setWork({ step: 'scoring', id: created.id });
    if (created.duplicate) navigate(`/debrief/${created.id}?known=1`);
  };
  const failed = (error: unknown) => {
    setWork(null);
    setProblem(messageOf(error));
  };

  /** @returns whether it was kept; if not, what was said of its columns stands there again, with what is wrong. */
  const send = async (prepared: Prepared, mapping: Mapping | null, taken?: Taken): Promise<boolean> => {
    setAsked(null);
    setDiffering(null);
    setProblem(null);
    setWork({ step: 'sending', fraction: 0 });
    try {
      const created = await upload(recordingForm(prepared, lesson, mapping, taken), (fraction) =>
        setWork({ step: fraction < 1 ? 'sending' : 'reading', fraction }),
      );
      await finish(created);
      return true;
    } catch (error) {
      failed(error);
      if (prepared.table && mapping)
        setAsked({ ...prepared, table: { ...prepared.table, remembered: mapping } });
      return false;
    }
  };
  const attach = async (file: File) => {
    setProblem(null);
    const prepared = await prepare(file).catch(failed);
    if (!prepared) return;
    // A header that was seen before needs no second answer.
    if (prepared.table && !prepared.table.remembered) setAsked(prepared);
    else if (differences(prepared.peek, lesson, shownZone()).length > 0 || farFromField(prepared.peek, field))
      setDiffering(prepared);
    else await send(prepared, prepared.table?.remembered ?? null);
  };
  const answer = async (mapping: Mapping) => {
    if (!asked?.table) return;
    const { key } = asked.table;
    // Only what could be read by it is kept for the next file with this header.
    if (await send(asked, mapping))
      await answered(api['column-mappings'][':key'].$put({ param: { key }, json: mapping })).catch(failed);
  };
  const fly = async (request: DemonstrationRequest) => {
    setProblem(null);
    setWork({ step: 'reading', fraction: 1 });
    await read(api.lessons[':id'].demonstration.$post({ param: { id: lesson.id }, json: request })).then(
      finish,
      failed,
    );
  };
  const stop = () =>
    work?.step === 'scoring' &&
    answered(api.recordings[':id'].stop.$post({ param: { id: work.id } })).catch(failed);

  return {
    work,
    problem,
    asked,
    scoring,
    /** Until it is kept; while it is scored the next can be brought. */
    busy: work !== null && work.step !== 'scoring',
    attach,
    answer,
    fly,
    stop,
    /** The question of a table's columns is put aside. */
    forget: () => setAsked(null),
    differing,
    /** What holds of file and lesson was said. */
    settle: (taken: Taken) => differing && send(differing, differing.table?.remembered ?? null, taken),
    leave: () => setDiffering(null),
  };
}
