/** How much of it the student flies: shown, with the instructor on one axis, or alone and in silence. */
import { SHARED_AXES, type SharedAxis } from '@keel/core';
import { SegmentedControl } from '@mantine/core';

export type Company = 'coached' | SharedAxis | 'alone';

const NAMES: Record<Company, string> = {
  coached: 'Coached',
  rudder: 'Rudder',
  throttle: 'Throttle',
  bank: 'Bank',
  alone: 'On your own',
};

export function Together({ company, choose }: { company: Company; choose: (next: Company) => void }) {
  const flown = (SHARED_AXES as readonly string[]).includes(company);
  return (
    <fieldset className="together">
      <legend className="small">
        {company === 'alone'
          ? 'Coaching off: nothing is said, as in an examination'
          : flown
            ? `Coaching on: the instructor flies the ${NAMES[company].toLowerCase()}, you the rest`
            : 'Coaching on, or the instructor flies one axis'}
      </legend>
      <SegmentedControl
        size="xs"
        fullWidth
        aria-label="Coaching"
        value={company}
        onChange={(value) => choose(value as Company)}
        data={(['coached', ...SHARED_AXES, 'alone'] as const).map((value) => ({
          value,
          label: NAMES[value],
        }))}
      />
    </fieldset>
  );
}
