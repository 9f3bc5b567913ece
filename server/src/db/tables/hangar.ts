/** Airplanes, and how the tables of their recorders are read. */
import type { Airplane, Mapping } from '@keel/core';
import { EntitySchema } from 'typeorm';

export interface AirplaneRow {
  rowId: string;
  schoolId: string;
  /** The airplane file's own id: what the API and recordings call it. */
  id: string;
  data: Airplane;
  version: number;
}
export const AirplaneEntity = new EntitySchema<AirplaneRow>({
  name: 'airplane',
  columns: {
    rowId: { type: 'uuid', name: 'row_id', primary: true },
    schoolId: { type: 'uuid', name: 'school_id' },
    id: { type: 'text' },
    data: { type: 'jsonb' },
    version: { type: 'int', default: 1 },
  },
});

/** How the tables with one header are read in one school: the last answer counts. */
interface ColumnMappingRow {
  schoolId: string;
  headerKey: string;
  mapping: Mapping;
}
export const ColumnMappingEntity = new EntitySchema<ColumnMappingRow>({
  name: 'column_mapping',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    headerKey: { type: 'text', name: 'header_key', primary: true },
    mapping: { type: 'jsonb' },
  },
});
