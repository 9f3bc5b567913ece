/** What a route works with: who asks, where everything is kept, and the school that both belong to, read once a request. */
import type { Context } from 'hono';
import { type School, SchoolEntity, zoneOf } from '../db/entities.ts';
import type { Env, Services, Viewer } from './env.ts';

interface Given extends Services {
  viewer: Viewer;
  /** The viewer's own, as it was when it was first asked for in this request. */
  school(): Promise<School>;
  /** The zone that it lives by. */
  zone(): Promise<string>;
}

const read = new WeakMap<Context<Env>, Promise<School>>();

export function given(c: Context<Env>): Given {
  const [viewer, database] = [c.get('viewer'), c.get('database')];
  const school = () => {
    const known =
      read.get(c) ?? database.getRepository(SchoolEntity).findOneByOrFail({ id: viewer.schoolId });
    read.set(c, known);
    return known;
  };
  return { viewer, database, tasks: c.get('tasks'), school, zone: async () => zoneOf(await school()) };
}
