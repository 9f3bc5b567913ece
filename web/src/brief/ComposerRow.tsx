/** One maneuver of the lesson's order: where it stands, which way, how often it is shown and flown. */
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { findRoom, type LessonItem, type LessonPlan, type Technique, wayWords } from '@keel/core';
import { ActionIcon, Select } from '@mantine/core';
import { IconGripVertical, IconX } from '@tabler/icons-react';
import { heading, numberText } from '../parts/format.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { GlideFieldButton } from './GlideFieldButton.tsx';

/** In a list of ways, one alone is said to be that. */
const wayOption = (value: string) => ({
  value,
  label: ['left', 'right'].includes(value) ? `${value} only` : wayWords(value),
});

export function ComposerRow(props: {
  item: LessonItem;
  entry: LessonPlan['entries'][number] | undefined;
  technique: Technique;
  set: (part: Partial<LessonItem>) => void;
  remove: () => void;
}) {
  const { item, entry, technique, set } = props;
  const maneuver = findRoom(item.maneuver);
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: item.id,
  });
  const title = maneuver?.title ?? item.maneuver;
  const variants = maneuver?.variants ?? [];
  const bothWays = variants[0] === 'left';
  const configurations = maneuver?.card.configurations ?? [];
  return (
    <li
      ref={setNodeRef}
      className="composer-row"
      data-dragging={isDragging || undefined}
      style={{ transform: CSS.Transform.toString(transform), transition }}
    >
      <button
        type="button"
        className="composer-handle"
        aria-label={`Move ${title}`}
        {...attributes}
        {...listeners}
      >
        <IconGripVertical size={20} aria-hidden />
      </button>
      <div className="composer-title">
        <strong>{title}</strong>
        <span className="quiet small">
          {entry
            ? `${numberText(entry.altitudeFt)} ft · ${heading(entry.headingDeg)}° · ${numberText(entry.weightLb)} lb · ${Math.round(entry.minutes)} min${entry.fits ? '' : ' · off today'}`
            : '…'}
        </span>
        {maneuver?.card.glides && (
          <GlideFieldButton field={item.glideTo} set={(glideTo) => set({ glideTo })} />
        )}
      </div>
      <div className="composer-ways">
        {variants.length > 1 && (
          <Select
            aria-label={`${title}: which way`}
            data={[...(bothWays ? [{ value: 'both', label: 'both ways' }] : []), ...variants.map(wayOption)]}
            value={item.variant ?? (bothWays ? 'both' : variants[0])}
            onChange={(value) => set({ variant: value === 'both' || value === null ? undefined : value })}
          />
        )}
        {configurations.length > 1 && (
          <Select
            aria-label={`${title}: with which flaps`}
            data={configurations.map(wayOption)}
            value={item.configuration ?? configurations[0]}
            onChange={(value) =>
              set({ configuration: configurations.find((one) => one === value && one !== configurations[0]) })
            }
          />
        )}
      </div>
      <NumberField
        label="shown"
        aria-label={`${title}: demonstrations`}
        w={74}
        min={0}
        max={5}
        whole
        value={item.demonstrations ?? technique.demonstrations}
        onChange={(value) => Number.isInteger(value) && set({ demonstrations: Number(value) })}
      />
      <NumberField
        label="flown"
        aria-label={`${title}: the student's tries`}
        w={74}
        min={0}
        max={9}
        whole
        value={item.attempts ?? technique.studentAttempts}
        onChange={(value) => Number.isInteger(value) && set({ attempts: Number(value) })}
      />
      <ActionIcon
        variant="subtle"
        color="gray"
        size={40}
        aria-label={`Remove ${title}`}
        onClick={props.remove}
      >
        <IconX size={18} />
      </ActionIcon>
    </li>
  );
}
