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
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import {
  LESSON_TEMPLATES,
  type LessonItem,
  type LessonPlan,
  type LessonTemplate,
  type ManeuverId,
  rooms,
  type Technique,
} from '@keel/core';
import { Button } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { api, read } from '../api/client.ts';
import { useMe, useSchool } from '../api/hooks.ts';
import { sent } from '../parts/sent.ts';
import { ComposerRow } from './ComposerRow.tsx';
import { titleOf } from './form.ts';
import './composer.css';

const newId = () => crypto.randomUUID().slice(0, 8);

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
                <ComposerRow
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
