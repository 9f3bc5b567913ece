/** The file and the lesson say different things of the day: which of them holds is chosen before anything is scored. */
import { numberText } from '@keel/core';
import { Button, Radio } from '@mantine/core';
import { useState } from 'react';
import { Dialog } from '../../parts/Dialog.tsx';
import { longDay } from '../../parts/format.ts';
import type { Difference, Taken } from './assumes.ts';

const LABELS: Record<Difference['what'], string> = {
  airplane: 'Airplane',
  weight: 'Weight',
  ground: 'Highest ground below',
  day: 'Day of the flight',
};
const UNITS: Record<Difference['what'], string> = { airplane: '', weight: ' lb', ground: ' ft', day: '' };

export function AssumesDialog(props: {
  fileName: string;
  differs: readonly Difference[];
  /** Nautical miles from the school's field to where the file begins, if that is far. */
  farNm: number | undefined;
  /** Airplanes of the school, by the id that a file names them by. */
  names: ReadonlyMap<string, string>;
  use: (taken: Taken) => void;
  close: () => void;
}) {
  const { fileName, differs, farNm, names, use, close } = props;
  const known = (one: Difference) => one.what !== 'airplane' || names.has(String(one.file));
  const [taken, setTaken] = useState<Taken>(() =>
    // A logger's clock knows the day better than a plan does.
    Object.fromEntries(differs.map(({ what }) => [what, what === 'day' ? 'file' : 'lesson'])),
  );
  const said = ({ what }: Difference, value: string | number) =>
    typeof value === 'number'
      ? `${numberText(value)}${UNITS[what]}`
      : what === 'day'
        ? longDay(value)
        : (names.get(value) ?? value);
  return (
    <Dialog onClose={close} size={560} title={<strong>{fileName} differs from the lesson</strong>}>
      <div className="stack">
        {differs.map((one) => (
          <Radio.Group
            key={one.what}
            label={LABELS[one.what]}
            description={
              known(one)
                ? undefined
                : `The file names “${one.file}”, an airplane that this school does not have: the lesson’s is used.`
            }
            value={taken[one.what]}
            onChange={(value) => setTaken({ ...taken, [one.what]: value as 'file' | 'lesson' })}
          >
            <div className="row" style={{ flexWrap: 'wrap', marginTop: 6 }}>
              <Radio value="lesson" label={`${said(one, one.lesson)}, as briefed`} />
              <Radio value="file" disabled={!known(one)} label={`${said(one, one.file)}, as in the file`} />
            </div>
          </Radio.Group>
        ))}
        {farNm !== undefined && (
          <p>
            <strong>
              The recording begins {numberText(Math.round(farNm))} nautical miles from the field.
            </strong>{' '}
            The ground below it is not that of your training area. Is it this lesson’s?
          </p>
        )}
        <p className="small quiet">
          Stall, warning and maneuvering speeds follow the weight, and the floor follows the ground.
        </p>
        <div className="actions">
          <Button variant="default" onClick={close}>
            Cancel
          </Button>
          <Button data-autofocus onClick={() => use(taken)}>
            Attach the recording
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
