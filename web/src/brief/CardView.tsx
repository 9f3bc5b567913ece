/** A target card as it is read: the numbers large, then what to do, in order. */
import {
  askedWords,
  type CardSaid,
  cardSaid,
  type OwnFigure as FlownFigure,
  findRoom,
  flownWords,
  isSaid,
  powerDigits,
  requirementKey,
  rowsFor,
  type Standard,
  type TargetCard,
} from '@keel/core';
import { Caution } from '../parts/caution.tsx';
import { Figure } from '../parts/Figure.tsx';
import { bandOf, heading, numberText, PARAMETER_NAMES, signed, speedIn, unitMark } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { VSpeed } from '../parts/VSpeed.tsx';
import './card.css';

/** @param cards one card, or the left and the right of a turn. */
export function CardView({
  cards,
  standard,
  studentName,
}: {
  cards: readonly TargetCard[];
  standard: Standard;
  studentName: string | undefined;
}) {
  const [card] = cards;
  const said = cardSaid(card);
  const unit = card.speedUnit;
  const shown = (kt: number) => numberText(speedIn(kt, unit));
  const limit = (kt: number) => numberText(Math.floor(speedIn(kt, unit)));
  const { entry, turn, power } = card;
  const band = (parameter: string) => {
    const row = card.tolerances.find((tolerance) => tolerance.parameter === parameter && tolerance.required);
    return row ? bandOf(row, unit) : '';
  };
  const notes = (...parts: string[]) => parts.filter(Boolean).join(' · ');
  const turning = turn && ['left', 'right'].includes(card.variant);
  const level = power && power.levelRpm !== null && power.levelRpm !== power.maneuverRpm;
  return (
    <section className="sheet card" aria-label="Target card">
      <div className="row" style={{ alignItems: 'baseline', flexWrap: 'wrap' }}>
        <h2 style={{ fontSize: '1.25rem' }}>{card.title}</h2>
        <span className="quiet">{notes(flownWords(cards), standard.shortName)}</span>
      </div>
      {said.purpose && <p className="quiet">{said.purpose}</p>}
      {said.offToday && <p className="ladder-off">{said.offToday}</p>}
      <div className="card-figures">
        <Figure
          label="Enter at"
          value={numberText(entry.altitudeFt)}
          unit="ft"
          note={notes(
            `floor ${numberText(entry.floorFt)}`,
            `${heading(entry.headingDeg)}°`,
            band('altitude'),
          )}
        />
        <Figure
          label="Airspeed"
          value={entry.airspeedKias === null ? '—' : shown(entry.airspeedKias)}
          unit={unit}
          note={notes(band('airspeed'), said.airspeedWhy)}
        />
        {card.bankDeg > 0 && (
          <Figure
            label={findRoom(card.maneuver)?.card.bankIsLimit ? 'Bank, at most' : 'Bank'}
            value={card.bankDeg}
            unit="°"
            note={notes(band('bank'), `load ${numberText(card.loadFactor, 2)} g`)}
          />
        )}
        <Figure
          label="Power"
          value={power ? numberText(power.maneuverRpm, powerDigits(power.unit)) : '—'}
          unit={power?.unit}
          note={
            power
              ? notes(
                  level ? `${numberText(power.levelRpm as number, powerDigits(power.unit))} level` : '',
                  power.from,
                )
              : said.missing.power
          }
        />
        {turning && (
          <>
            <Figure
              label="Start the roll-out at"
              value={
                cards.length === 2
                  ? `${heading(turn.rollOutHeadingsDeg.left)} / ${heading(turn.rollOutHeadingsDeg.right)}`
                  : heading(turn.rollOutHeadingDeg)
              }
              unit="°"
              note={notes(cards.length === 2 ? 'left / right' : '', `lead ${turn.rollOutLeadDeg}°`)}
            />
            <Figure
              label="Full circle"
              value={numberText(turn.secondsFor360)}
              unit="s"
              note={`${numberText(turn.rateDegPerS, 1)} °/s · ${numberText(turn.radiusFt)} ft radius`}
            />
          </>
        )}
        {said.figures.map((figure) => (
          <WordedFigure key={figure.label} figure={figure} unit={unit} />
        ))}
      </div>
      {card.ownFigures.length > 0 && <OwnOfAirplane figures={card.ownFigures} unit={unit} />}
      <dl className="card-line">
        <div>
          <dt>
            <VSpeed of="A" /> then{from(card.from?.va)}
          </dt>
          <dd>
            {limit(card.vaKias)} {unit}
          </dd>
        </div>
        <div>
          <dt>Stall, level{from(card.from?.stall)}</dt>
          <dd>
            {shown(card.stallKias.level)} {unit}
          </dd>
        </div>
        {card.bankDeg > 0 && (
          <div>
            <dt>Stall at {card.bankDeg}°</dt>
            <dd>
              {shown(card.stallKias.inBank)} {unit}
            </dd>
          </div>
        )}
        <div>
          <dt>Window</dt>
          <dd title={said.windowWhy.join(' … ')}>
            {entry.windowKias
              ? `${shown(entry.windowKias[0])} to ${limit(entry.windowKias[1])} ${unit}`
              : 'none'}
          </dd>
        </div>
        <div>
          <dt>Weight then</dt>
          <dd>{numberText(card.weightLb)} lb</dd>
        </div>
        <div>
          <dt>Density altitude</dt>
          <dd>{numberText(card.air.densityAltitudeFt)} ft</dd>
        </div>
      </dl>
      <FlapTable card={card} />
      <PowerTable card={card} />
      <div className="card-columns">
        <div>
          <h3>In order</h3>
          <ol>
            {said.steps.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
        </div>
        <div>
          <h3>{studentName ? `Watch ${studentName.split(' ')[0]} for` : 'Watch for'}</h3>
          <ul>
            {said.watchFor.map((item) => (
              <li key={item}>{item}</li>
            ))}
          </ul>
          <h3>Before you begin</h3>
          <ul>
            {said.checks.map((check) => (
              <li key={check}>{check}</li>
            ))}
          </ul>
        </div>
      </div>
      <div className="stack" style={{ gap: 6 }}>
        {said.cautions.map((caution) => (
          <Caution key={caution}>{caution}</Caution>
        ))}
      </div>
      <Tolerances card={card} standard={standard} missing={said.missing.tolerances} />
      <Asked card={card} />
      {said.choices.length > 0 && (
        <details className="small">
          <summary>How this school flies it, and why</summary>
          <ul>
            {said.choices.map(({ key, label, chosen, why }) => (
              <li key={key}>
                {label}: <strong>{chosen}</strong>. <span className="quiet">{why}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
      {said.assumed.length > 0 && <p className="small quiet">Assumed: {said.assumed.join('; ')}.</p>}
    </section>
  );
}

/** Where a number came from, quietly after its name. */
const from = (provenance: string | undefined): string => (provenance ? ` · ${provenance}` : '');

function WordedFigure({ figure, unit }: { figure: CardSaid['figures'][number]; unit: string }) {
  const { value } = figure;
  const kias = figure.unit === 'kias';
  return (
    <Figure
      label={figure.label}
      value={
        value === null
          ? '—'
          : typeof value === 'number'
            ? numberText(kias ? speedIn(value, unit) : value, figure.digits)
            : value
      }
      unit={kias ? unit : figure.unit}
      note={[figure.note, figure.from].filter(Boolean).join(' · ')}
    />
  );
}

/** What fails it before any band, said before the flight. */
function Asked({ card }: { card: TargetCard }) {
  const asked = askedWords(card);
  if (asked === '') return null;
  return (
    <p className="small">
      <strong>Pass/fail items:</strong> {asked}.
      {card.depth === 'first-indication' &&
        card.requirements.some(({ id }) => requirementKey(id) === 'full-stall') && (
          <> Briefed to the first indication. The task itself asks for a full stall: check your edition.</>
        )}
    </p>
  );
}

function FlapTable({ card }: { card: TargetCard }) {
  if (card.flaps.length === 0) return null;
  const speed = (kias: number, down = false) => {
    const shown = speedIn(kias, card.speedUnit);
    return `${numberText(down ? Math.floor(shown) : shown)} ${card.speedUnit}`;
  };
  return (
    <PlainTable>
      <thead>
        <tr>
          <th scope="col">Flaps</th>
          <th scope="col">extend at</th>
          <th scope="col">never above</th>
          <th scope="col">may rise</th>
          <th scope="col">power to stay level</th>
        </tr>
      </thead>
      <tbody>
        {card.flaps.map(({ stage, deg, atKias, below, balloonFt, addPower }) => (
          <tr key={stage}>
            <td>
              <strong>{deg}°</strong>
            </td>
            <td>{speed(atKias)}</td>
            <td>
              <strong>{speed(below, true)}</strong>
            </td>
            <td>{balloonFt === null ? '—' : `${numberText(balloonFt)} ft, estimated`}</td>
            <td>{addPower === null ? '—' : `${signed(addPower)} ${card.power?.unit ?? ''}`}</td>
          </tr>
        ))}
      </tbody>
    </PlainTable>
  );
}

function PowerTable({ card }: { card: TargetCard }) {
  if (card.powerTable.length === 0) return null;
  return (
    <PlainTable>
      <thead>
        <tr>
          <th scope="col">Speed</th>
          <th scope="col">Power</th>
          <th scope="col">Nose, against cruise</th>
          <th scope="col">Trim</th>
        </tr>
      </thead>
      <tbody>
        {card.powerTable.map(({ kias, power, pitchDeg, trim }) => (
          <tr key={kias}>
            <td>
              <strong>
                {numberText(speedIn(kias, card.speedUnit))} {card.speedUnit}
              </strong>
            </td>
            <td>
              {numberText(power)} {card.power?.unit}
            </td>
            <td>{signed(pitchDeg, 1)}°</td>
            <td>{trim.replaceAll('-', ' ')}</td>
          </tr>
        ))}
      </tbody>
    </PlainTable>
  );
}

function Tolerances({
  card,
  standard,
  missing = 'Shown without a verdict',
}: {
  card: TargetCard;
  standard: Standard;
  missing?: string;
}) {
  const required = card.tolerances.filter(isSaid);
  if (required.length === 0) return <p className="small quiet">{missing}.</p>;
  const fromMemory = required.some((tolerance) => tolerance.fromMemory);
  const words = required.map((row) =>
    row.parameter === 'floor'
      ? `not below ${numberText(card.entry.floorFt)} ft`
      : `${PARAMETER_NAMES[row.parameter] ?? row.parameter} ${bandOf(row, card.speedUnit)}${row.unit === 'kt' ? ` ${card.speedUnit}` : unitMark(row.unit)}`,
  );
  return (
    <div className="card-tolerances">
      <h3>
        {card.tolerancesFrom
          ? `${standard.name} ${rowsFor(standard, { maneuver: card.maneuver }).length > 0 ? 'has tolerances for another form of it' : 'has no tolerances for it'}; judged by ${card.tolerancesFrom}`
          : `Judged by ${standard.name}`}
      </h3>
      <p className="small quiet">
        {words.join(' · ')}. Source: {required[0].source}
        {fromMemory && ' (from memory; check it against the document in hand)'}.
      </p>
    </div>
  );
}

/** What this airplane's own flights say, in a line beside the book's figures. */
function OwnOfAirplane({ figures, unit }: { figures: readonly FlownFigure[]; unit: string }) {
  return (
    <p className="card-own">
      <strong>This airplane’s own flights:</strong>{' '}
      {figures
        .map(({ kind, label, value, uncertainty, book, unit: own }) => {
          const speed = kind === 'stall-speed';
          const shown = (one: number) => numberText(speed ? speedIn(one, unit) : one, speed ? 1 : 0);
          return `${label} ${shown(value)} ± ${shown(uncertainty)} ${speed ? unit : own}${book === null ? '' : ` (book ${shown(book)})`}`;
        })
        .join('; ')}
      . The book’s limits stand.
    </p>
  );
}
