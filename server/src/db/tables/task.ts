/** A piece of work that outlives its request: who is at it and until when, how far it is, what came of it. */
import { EntitySchema } from 'typeorm';

type TaskState = 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';

export interface TaskRow {
  id: string;
  schoolId: string;
  kind: string;
  /** What it is about: of one kind, a subject has one task waiting and one running at the most. */
  subject: string;
  input: unknown;
  state: TaskState;
  /** How often it failed by itself; a process that was killed is no failure. */
  tries: number;
  notBefore: Date;
  /** Who is at it, and until when nobody else may be. */
  leaseBy: string | null;
  leaseUntil: Date | null;
  /** 0 to 1. */
  progress: number;
  result: unknown;
  /** A file that was made, as it goes to whoever asked. */
  output: Buffer | null;
  error: string | null;
  createdAt: Date;
  finishedAt: Date | null;
}
export const TaskEntity = new EntitySchema<TaskRow>({
  name: 'task',
  columns: {
    id: { type: 'uuid', primary: true },
    schoolId: { type: 'uuid', name: 'school_id' },
    kind: { type: 'text' },
    subject: { type: 'text' },
    input: { type: 'jsonb' },
    state: { type: 'text', default: 'waiting' },
    tries: { type: 'int', default: 0 },
    notBefore: { type: 'timestamptz', name: 'not_before', createDate: true },
    leaseBy: { type: 'uuid', name: 'lease_by', nullable: true },
    leaseUntil: { type: 'timestamptz', name: 'lease_until', nullable: true },
    progress: { type: 'real', default: 0 },
    result: { type: 'jsonb', nullable: true },
    output: { type: 'bytea', nullable: true, select: false },
    error: { type: 'text', nullable: true },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
    finishedAt: { type: 'timestamptz', name: 'finished_at', nullable: true },
  },
});
