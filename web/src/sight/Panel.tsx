/** A plain panel: a number in the middle of each instrument, a needle for its trend, the card's band on the rim. */
import type { Reading } from '@keel/core';
import type { ReactNode } from 'react';
import { numberText } from '../parts/format.ts';
import './sight.css';

interface Rim {
  low: number;
  high: number;
}

const SWEEP_DEG = 270;
const START_DEG = -225;
const RADIUS = 50;

const onRim = (deg: number, radius: number): string => {
  const rad = (deg * Math.PI) / 180;
  return `${(60 + radius * Math.cos(rad)).toFixed(2)} ${(60 + radius * Math.sin(rad)).toFixed(2)}`;
};

const arc = (from: number, to: number, radius: number): string =>
  `M${onRim(from, radius)}A${radius} ${radius} 0 ${to - from > 180 ? 1 : 0} 1 ${onRim(to, radius)}`;

function Dial(props: {
  label: string;
  value: number;
  text: string;
  scale: Rim;
  band?: Rim;
  /** Goes round and round, as an altimeter's hand does. */
  round?: boolean;
}) {
  const { scale, band, value } = props;
  const known = !Number.isNaN(value);
  const part = (v: number) => Math.max(0, Math.min(1, (v - scale.low) / (scale.high - scale.low)));
  const turn = props.round ? (value / scale.high) * 360 - 90 : START_DEG + SWEEP_DEG * part(value);
  const at = (v: number) => START_DEG + SWEEP_DEG * part(v);
  const ticks = Array.from({ length: 10 }, (_, i) => START_DEG + (SWEEP_DEG * i) / 9);
  return (
    <Instrument label={props.label}>
      <path className="rim" d={arc(START_DEG, START_DEG + SWEEP_DEG, RADIUS)} />
      {band && <path className="rim-band" d={arc(at(band.low), at(band.high), RADIUS)} />}
      {ticks.map((deg) => (
        <path key={deg} className="tick" d={`M${onRim(deg, 44)}L${onRim(deg, 50)}`} />
      ))}
      {known && <path className="needle" d={`M${onRim(turn, 29)}L${onRim(turn, 43)}`} />}
      <text className="dial-value" x="60" y="68">
        {known ? props.text : '—'}
      </text>
    </Instrument>
  );
}

const Instrument = ({ label, children }: { label: string; children: ReactNode }) => (
  <div className="instrument">
    <svg viewBox="0 0 120 108" aria-hidden="true">
      {children}
    </svg>
    <span>{label}</span>
  </div>
);

/** Degrees of pitch that fill the half of the little horizon. */
const PITCH_SPAN_DEG = 22;

function Attitude({ pitchDeg, bankDeg }: { pitchDeg: number; bankDeg: number }) {
  const shift = (Math.max(-PITCH_SPAN_DEG, Math.min(PITCH_SPAN_DEG, pitchDeg)) / PITCH_SPAN_DEG) * RADIUS;
  return (
    <Instrument label="attitude">
      <clipPath id="little-horizon">
        <circle cx="60" cy="56" r={RADIUS - 1} />
      </clipPath>
      <g clipPath="url(#little-horizon)">
        <g transform={`rotate(${-bankDeg} 60 56)`}>
          <rect className="little-sky" x="-60" y={-144 + shift} width="240" height="200" />
          <rect className="little-ground" x="-60" y={56 + shift} width="240" height="200" />
          <line className="little-line" x1="-60" x2="180" y1={56 + shift} y2={56 + shift} />
        </g>
      </g>
      <circle className="rim" cx="60" cy="56" r={RADIUS} fill="none" />
      <path className="bird" d="M28 56H48L60 66L72 56H92" />
    </Instrument>
  );
}

/** Full travel of the ball, g. */
const BALL_SPAN_G = 0.16;

function BankAndBall({ bankDeg, lateralG }: { bankDeg: number; lateralG: number }) {
  // A force to the right lets the ball go left.
  const known = !Number.isNaN(lateralG);
  const ball = 60 - Math.max(-1, Math.min(1, lateralG / BALL_SPAN_G)) * 38;
  const bank = Math.round(Math.abs(bankDeg));
  return (
    <Instrument label="bank and ball">
      <text className="dial-value" x="60" y="38">
        {bank}° {bank === 0 ? '' : bankDeg < 0 ? 'L' : 'R'}
      </text>
      <rect className="tube" x="12" y="54" width="96" height="24" rx="12" />
      {known && <circle className="ball" cx={ball} cy="66" r="9" />}
      <path className="tick" d="M49 52V80M71 52V80" />
    </Instrument>
  );
}

/** What the panel shows; NaN where it was not recorded. */
type PanelReading = Pick<
  Reading,
  'ias_kt' | 'pitch_deg' | 'bank_deg' | 'alt_ft' | 'lat_g' | 'hdg_deg' | 'vs_fpm' | 'rpm' | 'map_inhg'
>;
/** Beyond what the air gives an engine without a supercharger. */
const MOST_INHG = 32;

interface PanelProps {
  reading: PanelReading;
  speedUnit: { name: string; perKt: number };
  airspeed?: Rim;
  altitude?: Rim;
  fastestKias: number;
  mostRpm: number;
}

export function Panel({ reading, speedUnit, airspeed, altitude, fastestKias, mostRpm }: PanelProps) {
  const speed = reading.ias_kt * speedUnit.perKt;
  const inUnit = (rim: Rim | undefined) =>
    rim && { low: rim.low * speedUnit.perKt, high: rim.high * speedUnit.perKt };
  return (
    <section className="panel" aria-label="Instruments">
      <Dial
        label={`airspeed, ${speedUnit.name}`}
        value={speed}
        text={numberText(speed)}
        scale={{ low: 30 * speedUnit.perKt, high: fastestKias * speedUnit.perKt }}
        band={inUnit(airspeed)}
      />
      <Attitude pitchDeg={reading.pitch_deg} bankDeg={reading.bank_deg} />
      <Dial
        label="altitude, ft"
        value={reading.alt_ft}
        text={numberText(Math.round(reading.alt_ft / 10) * 10)}
        scale={altitude ? { low: altitude.low - 400, high: altitude.high + 400 } : { low: 0, high: 10_000 }}
        band={altitude}
      />
      <BankAndBall bankDeg={reading.bank_deg} lateralG={reading.lat_g} />
      <Dial
        label="heading, °"
        value={reading.hdg_deg}
        text={String(Math.round(reading.hdg_deg) % 360 || 360).padStart(3, '0')}
        scale={{ low: 0, high: 360 }}
        round
      />
      <Dial
        label="vertical, ft/min"
        value={reading.vs_fpm}
        text={numberText(Math.round(reading.vs_fpm / 50) * 50)}
        scale={{ low: -1500, high: 1500 }}
      />
      {Number.isNaN(reading.map_inhg) ? (
        <Dial
          label="power, rpm"
          value={reading.rpm}
          text={numberText(Math.round(reading.rpm / 10) * 10)}
          scale={{ low: 0, high: mostRpm * 1.08 }}
        />
      ) : (
        // A governor holds the turns: the throttle is read here.
        <Dial
          label="power, inHg"
          value={reading.map_inhg}
          text={numberText(reading.map_inhg, 1)}
          scale={{ low: 0, high: MOST_INHG }}
        />
      )}
    </section>
  );
}
