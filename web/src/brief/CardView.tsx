/** The steep-turn card as it is read: the numbers large, then what to do, in order. */
import type { Airplane, Standard, TargetCard } from '@keel/core';
import { Caution } from '../parts/caution.tsx';
import { Figure } from '../parts/Figure.tsx';
import { heading, PARAMETER_NAMES, say, signed, speedIn, unitMark } from '../parts/format.ts';
import { VSpeed } from '../parts/VSpeed.tsx';
import './card.css';

export function CardView({
  card,
  airplane,
  standard,
}: {
  card: TargetCard;
  airplane: Airplane;
  standard: Standard;
}) {
  const unit = airplane.speedUnit;
  const shown = (kt: number) => say(speedIn(kt, unit));
  const { entry, turn, power } = card;
  const band = (parameter: string) => {
    const row = card.tolerances.find((tolerance) => tolerance.parameter === parameter && tolerance.required);
    if (!row) return '';
    const scale = parameter === 'airspeed' ? speedIn(1, unit) : 1;
    return row.high === -row.low
      ? `±${say(row.high * scale)}`
      : `${signed(row.high * scale)} / ${signed(row.low * scale)}`;
  };
  const fromMemory = card.tolerances.some((tolerance) => tolerance.fromMemory);
  return (
    <section className="sheet card" aria-label="Target card">
      <div className="row" style={{ alignItems: 'baseline', flexWrap: 'wrap' }}>
        <h2 style={{ fontSize: '1.25rem' }}>{card.title}</h2>
        <span className="quiet">left, then right · {standard.shortName}</span>
      </div>
      <div className="card-figures">
        <Figure
          label="Enter at"
          value={say(entry.altitudeFt)}
          unit="ft"
          note={`floor ${say(entry.floorFt)} · ${band('altitude')}`}
        />
        <Figure
          label="Airspeed"
          value={entry.airspeedKias === null ? '—' : shown(entry.airspeedKias)}
          unit={unit}
          note={`${band('airspeed')} · ${entry.airspeedWhy}`}
        />
        <Figure
          label="Bank"
          value={card.bankDeg}
          unit="°"
          note={`${band('bank')} · load ${say(card.loadFactor, 2)} g`}
        />
        <Figure
          label="Power"
          value={power ? say(power.maneuverRpm) : '—'}
          unit={power?.unit}
          note={power ? `${say(power.levelRpm)} level; past 30° add, then leave it` : card.missing.power}
        />
        <Figure
          label="Begin to roll out at"
          value={
            turn
              ? `${heading(turn.rollOutHeadingsDeg.left)} / ${heading(turn.rollOutHeadingsDeg.right)}`
              : '—'
          }
          unit="°"
          note={turn && `left / right, lead ${turn.rollOutLeadDeg}° · entry ${heading(entry.headingDeg)}`}
        />
        <Figure
          label="Full circle"
          value={turn ? say(turn.secondsFor360) : '—'}
          unit="s"
          note={turn && `${say(turn.rateDegPerS, 1)} °/s · ${say(turn.radiusFt)} ft radius`}
        />
      </div>
      <dl className="card-line">
        <div>
          <dt>
            <VSpeed of="A" /> today
          </dt>
          <dd>
            {say(Math.floor(speedIn(card.vaKias, unit)))} {unit}
          </dd>
        </div>
        <div>
          <dt>Stall, level</dt>
          <dd>
            {shown(card.stallKias.level)} {unit}
          </dd>
        </div>
        <div>
          <dt>Stall at {card.bankDeg}°</dt>
          <dd>
            {shown(card.stallKias.inBank)} {unit}
          </dd>
        </div>
        <div>
          <dt>Window</dt>
          <dd>
            {entry.windowKias
              ? `${shown(entry.windowKias[0])} to ${say(Math.floor(speedIn(entry.windowKias[1], unit)))} ${unit}`
              : 'none'}
          </dd>
        </div>
        <div>
          <dt>Density altitude</dt>
          <dd>{say(card.air.densityAltitudeFt)} ft</dd>
        </div>
      </dl>
      <div className="card-columns">
        <div>
          <h3>In order</h3>
          <ol>
            {card.steps.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
        </div>
        <div>
          <h3>Before you begin</h3>
          <ul>
            {card.checks.map((check) => (
              <li key={check}>{check}</li>
            ))}
          </ul>
          {card.watchFor.length > 0 && (
            <>
              <h3>Watch for</h3>
              <ul>
                {card.watchFor.map((item) => (
                  <li key={item}>{item}</li>
                ))}
              </ul>
            </>
          )}
        </div>
      </div>
      <div className="card-tolerances">
        <h3>Judged by {standard.name}</h3>
        <p className="small quiet">
          {card.tolerances
            .filter((tolerance) => tolerance.required)
            .map(
              ({ parameter, low, high, unit: own }) =>
                `${PARAMETER_NAMES[parameter] ?? parameter} ${high === -low ? `±${say(high)}` : `${signed(high)} / ${signed(low)}`}${unitMark(own)}`,
            )
            .join(' · ')}
          . Source: {card.tolerances[0]?.source}
          {fromMemory && ' (from memory; check it against the document in hand)'}.
        </p>
      </div>
      <div className="stack" style={{ gap: 6 }}>
        {card.cautions.map((caution) => (
          <Caution key={caution}>{caution}</Caution>
        ))}
      </div>
      {card.assumed.length > 0 && <p className="small quiet">Assumed: {card.assumed.join('; ')}.</p>}
    </section>
  );
}
