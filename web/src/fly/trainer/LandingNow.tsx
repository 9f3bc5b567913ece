/** The last landing in the trainer, at the gate and at the touch. */
import { type LandingShown, landingShownSaid, type Units } from '@keel/core';

export function LandingNow({ landing, units }: { landing: LandingShown; units: Units }) {
  return (
    <section className="landing-now" aria-label="Last landing">
      <h3>Last landing</h3>
      <dl>
        {landingShownSaid(landing, units).map(({ label, value }) => (
          <div key={label}>
            <dt>{label}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
