/** What each kind of task does. */

import type { DataSource } from 'typeorm';
import { kneeboardTask } from '../brief/kneeboard-task.ts';
import type { TaskRow } from '../db/entities.ts';
import { debriefPdfTask } from '../debrief/debrief-pdf-task.ts';
import { exportTask } from '../debrief/export-task.ts';
import { rereadTask } from '../debrief/reread-task.ts';
import { scoreTask, scoringGivenUp } from '../debrief/score-task.ts';
import { demonstrationTask } from '../fly/demonstration-task.ts';
import { meetingTask } from '../insight/meeting-task.ts';
import { countTask } from '../path/attempt-rows.ts';
import { forecastTask } from '../path/forecast-task.ts';
import { recordsTask } from '../path/skill-records.ts';
import { paperTask } from '../record/paper-task.ts';
import { previewTask } from '../standards/preview-task.ts';
import type { Handler } from './handler.ts';
import type { TaskKind } from './lanes.ts';

interface Kind {
  work: Handler;
  /** What is left to do when it failed by itself again and again. */
  givenUp?(database: DataSource, task: TaskRow): Promise<void>;
}

export const HANDLERS: Record<TaskKind, Kind> = {
  score: { work: scoreTask, givenUp: scoringGivenUp },
  count: { work: countTask },
  records: { work: recordsTask },
  forecast: { work: forecastTask },
  preview: { work: previewTask },
  reread: { work: rereadTask },
  kneeboard: { work: kneeboardTask },
  'debrief-pdf': { work: debriefPdfTask },
  'record-paper': { work: paperTask },
  demonstration: { work: demonstrationTask },
  meeting: { work: meetingTask },
  export: { work: exportTask },
};
