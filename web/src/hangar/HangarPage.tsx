/** Hangar: the school's airplanes and their book numbers. */
import { type Airplane, levelPowerOf, maneuveringSpeedKias } from '@keel/core';
import { type ReactNode, useState } from 'react';
import { useAirplanes } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { Caution } from '../parts/caution.tsx';
import { Figure } from '../parts/Figure.tsx';
import { say, speedIn } from '../parts/format.ts';
import { Failed, Loading } from '../parts/states.tsx';
import { VSpeed } from '../parts/VSpeed.tsx';
import './hangar.css';

export function HangarPage() {
  const airplanes = useAirplanes();
  const [chosen, setChosen] = useState(0);
  const airplane = airplanes.data?.[chosen];
  return (
    <>
      <TitleBar
        title="Hangar"
        about="The airplanes and the numbers their books give. Speeds in each airplane’s own unit."
      />
      <div className="page">
        {airplanes.error && <Failed error={airplanes.error} retry={() => airplanes.mutate()} />}
        {!airplanes.data && !airplanes.error && <Loading what="airplanes" />}
        {airplane && (
          <div className="columns hangar-columns">
            <nav className="stack" aria-label="Airplanes">
              {airplanes.data?.map(({ id, name, registration, seats }, i) => (
                <button
                  key={id}
                  type="button"
                  className="sheet hangar-pick"
                  aria-current={i === chosen || undefined}
                  onClick={() => setChosen(i)}
                >
                  <strong>{name}</strong>
                  <span className="quiet small">
                    {registration} · {seats}
                  </span>
                </button>
              ))}
            </nav>
            <AirplaneSheet airplane={airplane} />
          </div>
        )}
      </div>
    </>
  );
}

function AirplaneSheet({ airplane }: { airplane: Airplane }) {
  const unit = airplane.speedUnit;
  const shown = (kias: number | undefined) => (kias === undefined ? '—' : say(speedIn(kias, unit)));
  const light = Math.round((airplane.maxWeightLb * 0.85) / 10) * 10;
  const speeds: { label: string; kias: number | undefined; note: ReactNode }[] = [
    {
      label: 'Stall, landing flaps',
      kias: airplane.vs0Kias,
      note: (
        <>
          <VSpeed of="S0" /> at maximum weight
        </>
      ),
    },
    {
      label: 'Stall, flaps up',
      kias: airplane.vs1Kias,
      note: (
        <>
          <VSpeed of="S1" /> at maximum weight
        </>
      ),
    },
    { label: 'Best angle', kias: airplane.vxKias, note: <VSpeed of="X" /> },
    { label: 'Best rate', kias: airplane.vyKias, note: <VSpeed of="Y" /> },
    { label: 'Best glide', kias: airplane.bestGlideKias, note: 'at maximum weight' },
    {
      label: 'Maneuvering',
      kias: airplane.vaKiasAtMax,
      note: (
        <>
          <VSpeed of="A" /> at maximum weight; {shown(maneuveringSpeedKias(airplane, light))} at {say(light)}{' '}
          lb
        </>
      ),
    },
    {
      label: 'Steep turns',
      kias: airplane.steepTurnKias,
      note: airplane.steepTurnKias ? 'the maker’s recommendation' : 'the book names none',
    },
    { label: 'Never exceed', kias: airplane.vneKias, note: <VSpeed of="NE" /> },
  ];
  return (
    <section className="sheet stack" aria-label={airplane.name}>
      <h2>{airplane.name}</h2>
      <div className="hangar-figures">
        {speeds.map(({ label, kias, note }) => (
          <Figure
            key={label}
            label={label}
            value={shown(kias)}
            unit={kias === undefined ? undefined : unit}
            note={note}
          />
        ))}
        <Figure
          label="Maximum weight"
          value={say(airplane.maxWeightLb)}
          unit="lb"
          note={`empty ${say(airplane.emptyWeightLb ?? 0)}`}
        />
      </div>
      <div className="hangar-tables">
        <div>
          <h3>Flaps</h3>
          <table className="plain">
            <thead>
              <tr>
                <th scope="col">Stage</th>
                <th scope="col">Not above, {unit}</th>
              </tr>
            </thead>
            <tbody>
              {airplane.flaps.map(({ deg, vfeKias }) => (
                <tr key={deg}>
                  <td>{deg}°</td>
                  <td>{shown(vfeKias)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <div>
          <h3>Indicated and calibrated, flaps up</h3>
          <table className="plain">
            <thead>
              <tr>
                <th scope="col">Indicated, {unit}</th>
                <th scope="col">Calibrated, {unit}</th>
              </tr>
            </thead>
            <tbody>
              {airplane.iasToCas?.clean?.map(([ias, cas]) => (
                <tr key={ias}>
                  <td>{shown(ias)}</td>
                  <td>{shown(cas)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <div>
          <h3>Power for level flight</h3>
          <table className="plain">
            <thead>
              <tr>
                <th scope="col">At, {unit}</th>
                <th scope="col">{levelPowerOf(airplane)?.unit}</th>
              </tr>
            </thead>
            <tbody>
              {levelPowerOf(airplane)?.level.map(([kias, power]) => (
                <tr key={kias}>
                  <td>{shown(kias)}</td>
                  <td>{say(power)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </div>
      <Caution>The numbers of the airplane’s own handbook come first. These airplanes are invented.</Caution>
    </section>
  );
}
