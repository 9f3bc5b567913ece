/** Which of the lesson's cards is flown, and to which side. */
import { type Lesson, variantWords } from '@keel/core';
import { Button, Select } from '@mantine/core';

export function ChooseCard(props: {
  lesson: Lesson;
  index: number;
  variant: string;
  choose: (next: Record<string, string>) => void;
}) {
  const turns = props.variant === 'left' || props.variant === 'right';
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
        value={String(names.indexOf(names[props.index]))}
        onChange={(value) => value && props.choose({ card: value })}
        data={names.flatMap((label, i) => (names.indexOf(label) === i ? [{ value: String(i), label }] : []))}
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
