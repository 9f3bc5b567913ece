/** What the levers and the help are at, in a row of words; the helps are switched here. */
import type { TrainerSnapshot } from '@keel/core';
import { numberText, signed } from '../../parts/format.ts';
import type { TrainerLink } from './use-trainer.ts';

export function StateRow({ snapshot, send }: { snapshot: TrainerSnapshot; send: TrainerLink['send'] }) {
  const { reading, input, assistance, holder } = snapshot;
  return (
    <div className="trainer-row">
      <span>
        Flaps <strong>{reading.flaps_deg < 0.5 ? 'up' : `${numberText(reading.flaps_deg)}°`}</strong>
      </span>
      <span>
        Trim <strong>{signed(input.trim * 10)}</strong>
      </span>
      <span>
        Throttle <strong>{numberText(input.throttle * 100)} %</strong>
      </span>
      <button
        type="button"
        aria-pressed={assistance.rudder}
        onClick={() => send({ kind: 'assist', assistance: { rudder: !assistance.rudder } })}
      >
        Rudder <strong>{assistance.rudder ? 'helped' : 'yours'}</strong>
      </button>
      <button
        type="button"
        aria-pressed={assistance.steady}
        onClick={() => send({ kind: 'assist', assistance: { steady: !assistance.steady } })}
      >
        Stick <strong>{assistance.steady ? 'steadied' : 'direct'}</strong>
      </button>
      <span>
        Stall warning{' '}
        <strong data-sounding={reading.stall_warn > 0 || undefined}>
          {reading.stall_warn > 0 ? 'stall' : 'silent'}
        </strong>
      </span>
      <span>
        Controls{' '}
        <strong data-holder={holder}>
          {holder === 'student' ? 'yours' : snapshot.showing ? 'instructor, showing' : 'instructor'}
        </strong>
      </span>
    </div>
  );
}
