/** Indicated and true airspeed from whichever was recorded, through the airplane's calibration and the air's density. */
import { casFromIas, iasFromCas } from '../../airplane/calibration.ts';
import type { Airplane } from '../../airplane/schema.ts';
import { densityRatio, standardTemperatureC, tasFromCas } from '../../atmosphere/atmosphere.ts';
import { absentChannel, type Channel } from '../columns/channel.ts';

interface Airspeeds {
  airspeedKt: Channel;
  /** True airspeed at a row, worked out when asked: few rows ever are. */
  tasKt(row: number): number;
}

/** How well an indicated airspeed follows from a true one, kt. */
const FROM_TAS_ERROR_KT = 2.5;

export function airspeeds(
  recorded: { ias?: Channel; tas?: Channel; oat?: Channel; altitudeFt: Channel },
  airplane: Airplane | undefined,
): Airspeeds {
  const { ias, tas, oat } = recorded;
  const altitudeFt = recorded.altitudeFt.values;
  const sigma = (row: number): number => {
    const measured = oat?.values[row];
    const known = measured !== undefined && !Number.isNaN(measured);
    return densityRatio(altitudeFt[row], known ? measured : standardTemperatureC(altitudeFt[row]));
  };
  if (ias) {
    return {
      airspeedKt: ias,
      tasKt: (row) => tasFromCas(casFromIas(airplane, ias.values[row]), sigma(row)),
    };
  }
  if (!tas) return { airspeedKt: absentChannel(altitudeFt.length), tasKt: () => Number.NaN };
  return {
    airspeedKt: {
      values: tas.values.map((tasKt, row) => iasFromCas(airplane, tasKt * Math.sqrt(sigma(row)))),
      source: 'derived',
      from: tas.from ?? 'tas_kt',
      standardError: withError(tas.standardError, FROM_TAS_ERROR_KT),
    },
    tasKt: (row) => tas.values[row],
  };
}

/** Two independent errors together. */
const withError = (error: Channel['standardError'], other: number): Channel['standardError'] =>
  typeof error === 'number' ? Math.hypot(error, other) : error.map((each) => Math.hypot(each, other));
