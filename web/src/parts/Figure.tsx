import type { ReactNode } from 'react';
import './figure.css';

/** A number where it is used: large, its unit small and quiet, one line of why below. */
export function Figure(props: { label: string; value: ReactNode; unit?: string; note?: ReactNode }) {
  return (
    <div className="figure">
      <div className="figure-label">{props.label}</div>
      <div className="figure-value">
        {props.value}
        {props.unit && <span className="figure-unit"> {props.unit}</span>}
      </div>
      {props.note && <div className="figure-note">{props.note}</div>}
    </div>
  );
}
