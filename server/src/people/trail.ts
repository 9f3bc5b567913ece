/** Adds to the trail: who did what, when, to what. Ids only; what was chosen may stand in the detail, names may not. */
import type { EntityManager } from 'typeorm';
import type { Viewer } from '../http/env.ts';

/** Who did it: who is signed in, who came by a link before that, or nobody. */
type Doer = Pick<Viewer, 'schoolId'> & { id: string | null; session?: string };

/** The database sets the time, and sees that the session is the doer's. */
export const addToTrail = (
  manager: EntityManager,
  { schoolId, id: by, session }: Doer,
  what: string,
  subject: string,
  detail: object = {},
): Promise<unknown> =>
  manager.query('SELECT add_to_trail($1, $2, $3, $4, $5, $6)', [
    session ?? null,
    schoolId,
    by,
    what,
    subject,
    detail,
  ]);
