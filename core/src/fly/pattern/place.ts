/** Where an airplane is in the pattern: what its coach looks at. */
import { type Flight, groundSpeedMps } from '../../flight/model/flight.ts';
import { attitude } from '../../flight/model/state.ts';
import type { FieldRow } from '../../kits/coach/quantities.ts';
import { degrees, shortestTurnDeg } from '../../units/angles.ts';
import { FT_TO_M, KT_TO_MPS } from '../../units/convert.ts';
import { type Airfield, beside, sideOf } from '../airfield.ts';

/** @returns a look that remembers when the wheels left. */
export function openPlace(field: Airfield): (flight: Flight) => FieldRow {
  let lastOnS = Number.NEGATIVE_INFINITY;
  return (flight) => {
    const { alongM, leftM } = beside(flight, field);
    const headingDeg = degrees(attitude(flight.state).heading);
    const { timeS, altitudeM } = flight.state;
    if (flight.motion.onWheels > 0) lastOnS = timeS;
    return {
      fieldFt: altitudeM / FT_TO_M - field.fieldFt,
      alongFt: alongM / FT_TO_M,
      rightFt: -leftM / FT_TO_M,
      outFt: (sideOf(field) * leftM) / FT_TO_M,
      offRunwayDeg: shortestTurnDeg(field.runwayDeg, headingDeg),
      offDownwindDeg: Math.abs(shortestTurnDeg(field.runwayDeg + 180, headingDeg)),
      onWheels: flight.motion.onWheels,
      overKt: groundSpeedMps(flight) / KT_TO_MPS,
      sinceLiftS: timeS - lastOnS,
    };
  };
}
