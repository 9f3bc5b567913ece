/** What a part is asked of, kept in the address: a period, a maneuver, an airplane, an instructor’s students. */
import type { InsightQuery } from '@keel/core';
import { NativeSelect } from '@mantine/core';
import { useAirplanes, usePeople } from '../api/hooks.ts';
import { DayField } from '../parts/DayField.tsx';
import { MANEUVER_CHOICES } from '../parts/maneuvers.ts';

export type Filter = Exclude<keyof InsightQuery, 'talk'>;

interface FiltersProps {
  shown: readonly Filter[];
  wanted: InsightQuery;
  put: (filter: Filter, value: string) => void;
}

export function Filters({ shown, wanted, put }: FiltersProps) {
  if (shown.length === 0) return null;
  const field = (filter: Filter) => ({
    value: wanted[filter] ?? '',
    onChange: (event: { currentTarget: { value: string } }) => put(filter, event.currentTarget.value),
  });
  const day = (filter: Filter, label: string) =>
    shown.includes(filter) && (
      <DayField label={label} value={wanted[filter] ?? null} onChange={(to) => put(filter, to ?? '')} />
    );
  return (
    <div className="row insight-filters">
      {day('from', 'From')}
      {day('until', 'Until')}
      {shown.includes('maneuver') && (
        <NativeSelect
          label="Maneuver"
          {...field('maneuver')}
          data={[{ value: '', label: 'All' }, ...MANEUVER_CHOICES]}
        />
      )}
      {shown.includes('airplane') && <OfAirplane {...field('airplane')} />}
      {shown.includes('instructor') && <OfInstructor {...field('instructor')} />}
    </div>
  );
}

interface Choice {
  value: string;
  onChange: (event: { currentTarget: { value: string } }) => void;
}

function OfAirplane(props: Choice) {
  const all = (useAirplanes().data ?? []).map(({ id, name }) => ({ value: id, label: name }));
  return <NativeSelect label="Airplane" {...props} data={[{ value: '', label: 'All' }, ...all]} />;
}

function OfInstructor(props: Choice) {
  const all = (usePeople().data ?? []).flatMap(({ id, name, role }) =>
    role === 'student' ? [] : [{ value: id, label: name }],
  );
  return <NativeSelect label="Students of" {...props} data={[{ value: '', label: 'Everybody' }, ...all]} />;
}
