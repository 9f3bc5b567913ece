/** The lesson's order: templates and maneuvers to add on the right, what is flown, to be dragged, on the left. */
import {
  type Announcements,
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import {
  findRoom,
  LESSON_TEMPLATES,
  type LessonItem,
  type LessonPlan,
  type LessonTemplate,
  type ManeuverId,
  rooms,
  type Technique,
  wayWords,
} from '@keel/core';
import { ActionIcon, Button, Select } from '@mantine/core';
import { IconGripVertical, IconPlus, IconX } from '@tabler/icons-react';
import { api, read } from '../api/client.ts';
import { useMe, useSchool } from '../api/hooks.ts';
import { heading, numberText } from '../parts/format.ts';
import { sent } from '../parts/sent.ts';
import { titleOf } from './form.ts';
import './composer.css';
import { NumberField } from '../parts/NumberField.tsx';

const newId = () => crypto.randomUUID().slice(0, 8);

/** In a list of ways, one alone is said to be that. */
const wayOption = (value: string) => ({
  value,
  label: ['left', 'right'].includes(value) ? `${value} only` : wayWords(value),
});

export function Composer(props: {
  items: LessonItem[];
  plan: LessonPlan | undefined;
  technique: Technique;
  onChange: (items: LessonItem[]) => void;
  onTemplate: (template: { title: string }) => void;
  title: string;
}) {
  const { items, onChange } = props;
  const school = useSchool();
  const chief = useMe().data?.role === 'chief';
  const keep = async () => {
    if (!school.data) return;
    const { version, settings } = school.data;
    const own = {
      id: newId(),
      title: props.title.trim(),
      about: titleOf(items),
      items: items.map(({ id: _, ...item }) => item),
    };
    const lessonTemplates = [
      ...(settings.lessonTemplates ?? []).filter(({ title }) => title !== own.title),
      own,
    ];
    const kept = await sent(
      read(api.school.$put({ json: { version, settings: { ...settings, lessonTemplates } } })),
    );
    if (kept) await school.mutate(kept, { revalidate: false });
  };
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const dropped = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const place = (id: unknown) => items.findIndex((item) => item.id === id);
    onChange(arrayMove(items, place(active.id), place(over.id)));
  };
  // Said to whoever moves by ear: the maneuver by its name, and where it now is.
  const at = (id: unknown) => `place ${items.findIndex((item) => item.id === id) + 1} of ${items.length}`;
  const name = (id: unknown) => titleOf([items.find((item) => item.id === id) ?? items[0]]);
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${name(active.id)} picked up, ${at(active.id)}.`,
    onDragOver: ({ active, over }) => (over ? `${name(active.id)} over ${at(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) => `${name(active.id)} put down at ${at(over?.id ?? active.id)}.`,
    onDragCancel: ({ active }) => `${name(active.id)} is back at ${at(active.id)}.`,
  };
  const set = (id: string, part: Partial<LessonItem>) =>
    onChange(items.map((item) => (item.id === id ? { ...item, ...part } : item)));
  const add = (maneuver: ManeuverId) => onChange([...items, { id: newId(), maneuver }]);
  const from = (template: Pick<LessonTemplate, 'title'> & { items: Omit<LessonItem, 'id'>[] }) => {
    onChange(template.items.map((item) => ({ ...item, id: newId() })));
    props.onTemplate(template);
  };

  return (
    <div className="columns composer">
      <section className="sheet stack" aria-label="Order of the lesson">
        <div>
          <h2>In this order</h2>
          <p className="quiet small">
            Drag by the handle, or focus it and press space, then the arrow keys. Times, climbs, clearing and
            headings follow.
          </p>
        </div>
        {items.length === 0 && (
          <p className="composer-empty">
            Nothing yet. Choose one of the usual lessons and change it, or add maneuvers one by one.
          </p>
        )}
        <DndContext
          sensors={sensors}
          collisionDetection={closestCenter}
          onDragEnd={dropped}
          accessibility={{ announcements }}
        >
          <SortableContext items={items} strategy={verticalListSortingStrategy}>
            <ol className="composer-list">
              {items.map((item) => (
                <Row
                  key={item.id}
                  item={item}
                  entry={props.plan?.entries.find((entry) => entry.item === item.id)}
                  technique={props.technique}
                  set={(part) => set(item.id, part)}
                  remove={() => onChange(items.filter(({ id }) => id !== item.id))}
                />
              ))}
            </ol>
          </SortableContext>
        </DndContext>
      </section>
      <div className="stack">
        <section className="sheet stack" aria-label="The usual lessons">
          <h2>The usual lessons</h2>
          <div className="composer-templates">
            {[...(school.data?.settings.lessonTemplates ?? []), ...LESSON_TEMPLATES].map((template) => (
              <button
                key={template.id}
                type="button"
                className="composer-template"
                onClick={() => from(template)}
              >
                <strong>{template.title}</strong>
                <span className="quiet small">{template.about}</span>
              </button>
            ))}
          </div>
          {chief && items.length > 0 && props.title.trim() !== '' && (
            <Button variant="default" onClick={keep}>
              Save this order as a usual lesson
            </Button>
          )}
        </section>
        <section className="sheet stack" aria-label="Add a maneuver">
          <h2>Add a maneuver</h2>
          <div className="composer-palette">
            {rooms.map(({ id, title }) => (
              <button key={id} type="button" className="composer-add" onClick={() => add(id)}>
                <IconPlus size={15} aria-hidden /> {title}
              </button>
            ))}
          </div>
        </section>
      </div>
    </div>
  );
}

function Row(props: {
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
