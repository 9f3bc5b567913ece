/** Hangar: the school's airplanes and their book numbers. */
import { type Airplane, airplaneSchema, levelPowerOf, maneuveringSpeedKias, uncheckedSaid } from '@keel/core';
import { Button, FileButton, SegmentedControl } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import { type ReactNode, useState } from 'react';
import { answered, api, messageOf, read } from '../api/client.ts';
import { useAirplanes, useMe } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { Caution } from '../parts/caution.tsx';
import { Figure } from '../parts/Figure.tsx';
import { numberText, speedIn } from '../parts/format.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { Empty, Failed, Loading } from '../parts/states.tsx';
import { VSpeed } from '../parts/VSpeed.tsx';
import { AirplaneEditor } from './AirplaneEditor.tsx';
import { BeginFrom } from './BeginFrom.tsx';
import { check, type Draft } from './draft.ts';
import { FitView } from './FitView.tsx';
import { OwnFigures } from './OwnFigures.tsx';
import './hangar.css';

const PARTS = { book: 'Book numbers', fit: 'Fit against the book', own: 'Own figures' } as const;
type Part = keyof typeof PARTS;

export function HangarPage() {
  const airplanes = useAirplanes();
  const { data: me } = useMe();
  const [chosen, setChosen] = useState<string>();
  const inHand = useMediaQuery('(max-width: 640px)');
  const [part, setPart] = useState<Part>('book');
  const [editing, setEditing] = useState(false);
  const [beginning, setBeginning] = useState(false);
  /** Begun from nothing, and not kept yet. */
  const [fresh, setFresh] = useState<Draft | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const airplane = airplanes.data?.find(({ id }) => id === chosen) ?? airplanes.data?.[0];
  const chief = me?.role === 'chief';

  const save = async (changed: Airplane) => {
    if (!airplane) return;
    setProblem(null);
    try {
      await answered(
        api.airplanes[':id'].$put({
          param: { id: airplane.id },
          json: { version: airplane.version, airplane: changed },
        }),
      );
      await airplanes.mutate();
      setEditing(false);
      notifications.show({ message: `${changed.name} saved. Lessons saved from now on use these numbers.` });
    } catch (error) {
      setProblem(messageOf(error));
    }
  };
  const add = async (airplaneFile: Airplane) => {
    setProblem(null);
    try {
      const added = await read(api.airplanes.$post({ json: airplaneFile }));
      await airplanes.mutate();
      setFresh(null);
      setChosen(added.id);
      notifications.show({ message: `${added.name} is in the hangar.` });
    } catch (error) {
      setProblem(messageOf(error));
    }
  };
  const load = async (file: File | null) => {
    if (!file) return;
    setProblem(null);
    try {
      const added = await read(api.airplanes.$post({ json: parsed(await file.text(), file.name) }));
      await airplanes.mutate();
      setChosen(added.id);
      notifications.show({ message: `${added.name} is in the hangar.` });
    } catch (error) {
      setProblem(`${file.name}: ${messageOf(error)}`);
    }
  };
  return (
    <>
      <TitleBar
        title="Hangar"
        about="The airplanes and the numbers their books give. Speeds in each airplane’s own unit."
      >
        {chief && (
          <Button variant="default" onClick={() => setBeginning(true)}>
            Add an airplane
          </Button>
        )}
        {chief && (
          <FileButton accept="application/json,.json" onChange={load}>
            {(button) => (
              <Button variant="default" {...button}>
                Add from a file
              </Button>
            )}
          </FileButton>
        )}
        {airplane && (
          <Button variant="default" component="a" href={`/api/airplanes/${airplane.id}/file`} download>
            Download the file
          </Button>
        )}
        {chief && airplane && !editing && !fresh && (
          <Button variant="default" onClick={() => save(retiredOr(airplane))}>
            {airplane.retired ? 'Return to use' : 'Retire'}
          </Button>
        )}
        {chief && airplane && !editing && !fresh && <Button onClick={() => setEditing(true)}>Edit</Button>}
      </TitleBar>
      <div className="page">
        {airplanes.error && <Failed error={airplanes.error} retry={() => airplanes.mutate()} />}
        {!airplanes.data && !airplanes.error && <Loading what="airplanes" />}
        {problem && (
          <div className="sheet" role="alert">
            {problem}
          </div>
        )}
        {airplanes.data?.length === 0 && !fresh && (
          <Empty title="No airplane yet">
            {chief
              ? 'Add the first one: start from a shipped airplane, from an empty form, or from a file.'
              : 'The chief instructor adds the first one.'}
          </Empty>
        )}
        {fresh && <AirplaneEditor airplane={fresh} isNew onSave={add} onCancel={() => setFresh(null)} />}
        {airplane && !fresh && (
          <div className="columns pick-columns">
            <nav className="stack" aria-label="Airplanes">
              {airplanes.data?.map(({ id, name, registration, seats, retired, unchecked }) => (
                <button
                  key={id}
                  type="button"
                  className="sheet pick"
                  aria-current={id === airplane.id || undefined}
                  onClick={() => {
                    setChosen(id);
                    setEditing(false);
                    setProblem(null);
                  }}
                >
                  <strong>{name}</strong>
                  <span className="quiet small">
                    {[retired && 'retired', unchecked && 'numbers not compared', registration, seats]
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                </button>
              ))}
              {!chief && <p className="quiet small">The chief instructor changes these numbers.</p>}
            </nav>
            {editing ? (
              <AirplaneEditor
                key={airplane.id}
                airplane={fileOf(airplane) as Draft}
                onSave={save}
                onCancel={() => setEditing(false)}
              />
            ) : (
              <section className="sheet stack" aria-label={airplane.name}>
                <div className="row spread" style={{ flexWrap: 'wrap' }}>
                  <h2>{airplane.name}</h2>
                  <SegmentedControl
                    orientation={inHand ? 'vertical' : 'horizontal'}
                    fullWidth={inHand}
                    value={part}
                    onChange={(value) => setPart(value as Part)}
                    data={Object.entries(PARTS)
                      .filter(([value]) => value !== 'own' || me?.role !== 'student')
                      .map(([value, label]) => ({ value, label }))}
                  />
                </div>
                {part === 'book' && <AirplaneSheet airplane={airplane} />}
                {part === 'fit' && <FitView airplane={airplane} />}
                {part === 'own' && <OwnFigures airplane={airplane} mayTake={chief} />}
                <Caution>
                  {airplane.unchecked && `${uncheckedSaid(airplane.unchecked)} `}
                  The numbers of the airplane’s own handbook come first.
                </Caution>
              </section>
            )}
          </div>
        )}
      </div>
      <BeginFrom
        opened={beginning}
        close={() => setBeginning(false)}
        empty={(draft) => {
          setBeginning(false);
          setFresh(draft);
        }}
        made={async (added) => {
          setBeginning(false);
          await airplanes.mutate();
          setChosen(added.id);
          setEditing(true);
        }}
      />
    </>
  );
}

/** The other way than it is: retired, or flown here again. */
const retiredOr = (airplane: Airplane & { version: number }): Airplane => {
  const { retired, ...file } = fileOf(airplane);
  return retired ? file : { ...file, retired: true };
};

/** The file without what belongs to the row it is stored in. */
const fileOf = ({ version: _, ...file }: Airplane & { version: number }): Airplane => file as Airplane;

/** @throws Error that says what is wrong with the file's text. */
function parsed(text: string, name: string): Airplane {
  let file: unknown;
  try {
    file = JSON.parse(text);
  } catch {
    throw new Error(`This is not an airplane file.`);
  }
  const [wrong] = check(file as Draft).errors;
  if (!wrong) return airplaneSchema.parse(file);
  const [field, message] = wrong;
  throw new Error(`${field || name}: ${message}`);
}

function AirplaneSheet({ airplane }: { airplane: Airplane }) {
  const unit = airplane.speedUnit;
  const shown = (kias: number | undefined) => (kias === undefined ? '—' : numberText(speedIn(kias, unit)));
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
          <VSpeed of="A" /> at maximum weight; {shown(maneuveringSpeedKias(airplane, light))} at{' '}
          {numberText(light)} lb
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
    <>
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
          value={numberText(airplane.maxWeightLb)}
          unit="lb"
          note={`empty ${numberText(airplane.emptyWeightLb ?? 0)}`}
        />
      </div>
      <div className="hangar-tables">
        <div>
          <h3>Flaps</h3>
          <PlainTable>
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
          </PlainTable>
        </div>
        <div>
          <h3>Indicated and calibrated, flaps up</h3>
          <PlainTable>
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
          </PlainTable>
        </div>
        <div>
          <h3>Power for level flight</h3>
          <PlainTable>
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
                  <td>{numberText(power)}</td>
                </tr>
              ))}
            </tbody>
          </PlainTable>
        </div>
      </div>
      {airplane.cgEnvelope && airplane.stations && (
        <div className="hangar-tables">
          <div>
            <h3>Stations</h3>
            <PlainTable>
              <thead>
                <tr>
                  <th scope="col">Where</th>
                  <th scope="col">Arm, in</th>
                  <th scope="col">At most, lb</th>
                </tr>
              </thead>
              <tbody>
                {airplane.stations.map(({ id, name, armIn, maxLb }) => (
                  <tr key={id}>
                    <td>{name}</td>
                    <td>{numberText(armIn, 1)}</td>
                    <td>{maxLb === undefined ? '—' : numberText(maxLb)}</td>
                  </tr>
                ))}
                {airplane.fuel && (
                  <tr>
                    <td>Fuel, {airplane.fuel.usableGal} gal usable</td>
                    <td>{numberText(airplane.fuel.armIn, 1)}</td>
                    <td>{numberText(airplane.fuel.usableGal * airplane.fuel.lbPerGal)}</td>
                  </tr>
                )}
              </tbody>
            </PlainTable>
          </div>
          <div>
            <h3>Envelope</h3>
            <PlainTable>
              <thead>
                <tr>
                  <th scope="col">Arm, in</th>
                  <th scope="col">Weight, lb</th>
                </tr>
              </thead>
              <tbody>
                {airplane.cgEnvelope.map(([cg, lb]) => (
                  <tr key={`${cg} ${lb}`}>
                    <td>{numberText(cg, 1)}</td>
                    <td>{numberText(lb)}</td>
                  </tr>
                ))}
              </tbody>
            </PlainTable>
          </div>
        </div>
      )}
    </>
  );
}
