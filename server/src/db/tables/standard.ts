/** The standards of a school, version by version. */
import type { Standard } from '@keel/core';
import { EntitySchema } from 'typeorm';

export interface StandardVersion {
  rowId: string;
  schoolId: string;
  id: string;
  version: number;
  data: Standard;
  /** Null where it is as it came with the program. */
  editedBy: string | null;
  editedAt: Date;
}
export const StandardEntity = new EntitySchema<StandardVersion>({
  name: 'standard',
  columns: {
    rowId: { type: 'uuid', name: 'row_id', primary: true },
    schoolId: { type: 'uuid', name: 'school_id' },
    id: { type: 'text' },
    version: { type: 'int' },
    data: { type: 'jsonb' },
    editedBy: { type: 'uuid', name: 'edited_by', nullable: true },
    editedAt: { type: 'timestamptz', name: 'edited_at', createDate: true },
  },
});
