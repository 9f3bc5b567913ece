/** Who did what when. It holds ids and never names; rows are added, and no role that serves requests can change one. */
import { EntitySchema } from 'typeorm';

interface TrailRow {
  id: string;
  schoolId: string;
  at: Date;
  by: string | null;
  /** What was done, in a word or two, such as `recording deleted`. */
  what: string;
  /** The id of what it was done to. */
  subject: string;
  detail: unknown;
  /** Of this row and the one before it in its school. */
  hash: string;
}
export const TrailEntity = new EntitySchema<TrailRow>({
  name: 'trail',
  columns: {
    id: { type: 'bigint', primary: true, generated: 'increment' },
    schoolId: { type: 'uuid', name: 'school_id' },
    at: { type: 'timestamptz', createDate: true },
    by: { type: 'uuid', nullable: true },
    what: { type: 'text' },
    subject: { type: 'text' },
    detail: { type: 'jsonb' },
    hash: { type: 'text', insert: false, nullable: true },
  },
});
