/** Which of the lesson's cards is flown, and to which side. */
import { type Lesson, TRAP_TITLES, type TrapKind, variantWords } from '@keel/core';
import { Button, Select } from '@mantine/core';
import { isPattern, isTrap, PATTERNS, type PatternKind } from './pattern-day.ts';

const asked = (value: string): Record<string, string> =>
  isPattern(value) ? { pattern: value } : isTrap(value) ? { trap: value } : { card: value };

export function ChooseCard(props: {
  lesson: Lesson;
  index: number;
  kind: PatternKind | TrapKind | null;
  variant: string;
  choose: (next: Record<string, string>) => void;
}) {
  const turns = !props.kind && (props.variant === 'left' || props.variant === 'right');
  // The lesson's order may have a maneuver several times; it is flown from one card.
  const names = props.lesson.cards.map(({ title, variant }) =>
    ['left', 'right', 'standard'].includes(variant) ? title : `${title}, ${variantWords(variant)}`,
  );
  return (
    <div className="row">
      <Select
        size="xs"
        aria-label="Maneuver"
        allowDeselect={false}
        style={{ flex: 1 }}
        value={props.kind ?? String(names.indexOf(names[props.index]))}
        onChange={(value) => value && props.choose(asked(value))}
        data={[
          {
            group: 'Of the lesson',
            items: names.flatMap((label, i) =>
              names.indexOf(label) === i ? [{ value: String(i), label }] : [],
            ),
          },
          {
            group: 'At the field',
            items: Object.entries(PATTERNS).map(([value, label]) => ({ value, label })),
          },
          {
            group: 'How a spin begins',
            items: Object.entries(TRAP_TITLES).map(([value, label]) => ({ value, label })),
          },
        ]}
      />
      {turns && (
        <Button
          size="xs"
          variant="default"
          onClick={() => props.choose({ side: props.variant === 'left' ? 'right' : 'left' })}
        >
          To the {props.variant === 'left' ? 'right' : 'left'}
        </Button>
      )}
    </div>
  );
}
