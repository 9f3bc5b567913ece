/** The figures of ready, for all skills or harder for one. */
import type { ReadyRules } from '@keel/core';
import { NumberField } from '../parts/NumberField.tsx';

const FIELDS: { key: keyof ReadyRules; label: string; percent?: boolean }[] = [
  { key: 'attempts', label: 'Counted attempts' },
  { key: 'days', label: 'on days' },
  { key: 'last', label: 'Of the last' },
  { key: 'lastPassed', label: 'to standard' },
  { key: 'firstTryDays', label: 'First attempt of the day, over the last days' },
  { key: 'firstTriesPassed', label: 'to standard on' },
  { key: 'chance', label: 'Chance, %', percent: true },
  { key: 'chanceLow', label: 'its low end, %', percent: true },
  { key: 'gradeAtLeast', label: 'Last grade at least' },
  { key: 'cleanAfterCritical', label: 'Clean after a critical event' },
  { key: 'cleanDaysAfterCritical', label: 'on later days' },
];

export function ReadyFields(props: {
  rules: Partial<ReadyRules>;
  /** What holds where nothing is typed: a skill that asks for no more. */
  usual?: ReadyRules;
  fault: (key: string) => string | undefined;
  change: (more: Partial<ReadyRules>) => void;
}) {
  return (
    <div className="ready-fields">
      {FIELDS.map(({ key, label, percent }) => {
        const scale = percent ? 100 : 1;
        const value = props.rules[key];
        const usual = props.usual?.[key];
        return (
          <NumberField
            key={key}
            label={label}
            placeholder={usual === undefined ? undefined : String(Math.round(usual * scale))}
            value={value === undefined ? '' : Number((value * scale).toFixed(4))}
            error={props.fault(key)}
            onChange={(next) =>
              // Emptied, it is as for the others; where there are no others it is a fault until typed again.
              props.change({ [key]: typeof next === 'number' ? next / scale : undefined })
            }
          />
        );
      })}
    </div>
  );
}
