/** The demonstration fleet: invented airplanes with plausible numbers. */
import cairn from './fleet/cairn-4.json' with { type: 'json' };
import gimmer from './fleet/gimmer-2.json' with { type: 'json' };
import ouzel from './fleet/ouzel-4.json' with { type: 'json' };
import sedge from './fleet/sedge-2.json' with { type: 'json' };
import { type Airplane, airplaneSchema } from './schema.ts';

export const fleet: readonly Airplane[] = [cairn, gimmer, sedge, ouzel].map((file) =>
  airplaneSchema.parse(file),
);

/** The airplane of the demonstration fleet with this id, if there is one. */
export const findAirplane = (id: string): Airplane | undefined =>
  fleet.find((airplane) => airplane.id === id);
