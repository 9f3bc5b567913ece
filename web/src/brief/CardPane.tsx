/** One maneuver: the picture that suits it on the left, its card on the right. */
import {
  type Airplane,
  type LessonItem,
  offTodayOf,
  pictureMark,
  pictureMoved,
  picturePlanned,
  type Standard,
  type TargetCard,
} from '@keel/core';
import { Button, SegmentedControl } from '@mantine/core';
import { useMemo, useState } from 'react';
import { PictureView } from '../pictures/Picture.tsx';
import { withSub } from '../pictures/PictureWords.tsx';
import { AltitudeLadder } from './AltitudeLadder.tsx';
import { CardView } from './CardView.tsx';

type Seen = 'picture' | 'ladder';

export function CardPane(props: {
  cards: TargetCard[];
  item: LessonItem;
  airplane: Airplane;
  standard: Standard;
  studentName: string | undefined;
  readOnly: boolean;
  onChange: (part: Partial<LessonItem>) => void;
}) {
  const { cards, item, airplane, readOnly } = props;
  const [card] = cards;
  const [seen, setSeen] = useState<Seen>('picture');
  const picture = useMemo(() => card && picturePlanned(card, airplane), [card, airplane]);
  if (!card || !picture) return null;
  const movable = !readOnly && pictureMark(card) !== null;
  const moveTo = (x: number, y: number) => {
    const part = pictureMoved(card, airplane, [x, y]);
    if (part) props.onChange(part);
  };
  const moved =
    item.airspeedKias !== undefined || item.bankDeg !== undefined || item.altitudeFt !== undefined;
  const words = readOnly
    ? 'The mark is your target.'
    : movable || seen === 'ladder'
      ? 'Drag the mark. Everything on the card follows.'
      : 'Calculated from the card’s figures.';
  return (
    <div className="columns brief-columns">
      <section className="sheet no-print" aria-label="Picture">
        <div className="row spread" style={{ alignItems: 'start', flexWrap: 'wrap' }}>
          <h2 style={{ flex: '1 1 260px' }}>
            {seen === 'ladder' ? 'Where it fits, today' : withSub(picture.title)}
          </h2>
          <SegmentedControl
            aria-label="What to see"
            value={seen}
            onChange={(next) => setSeen(next as Seen)}
            data={[
              { value: 'picture', label: 'The maneuver' },
              { value: 'ladder', label: 'Where it fits' },
            ]}
          />
        </div>
        <p className="quiet small">{words}</p>
        {seen === 'picture' ? (
          <PictureView picture={picture} height={360} onMove={movable ? moveTo : undefined} />
        ) : (
          <AltitudeLadder card={card} onMove={(part) => !readOnly && props.onChange(part)} />
        )}
        {card.offToday && seen === 'picture' && <p className="ladder-off">{offTodayOf(card)}</p>}
        {moved && !readOnly && (
          <Button
            variant="subtle"
            size="compact-sm"
            onClick={() =>
              props.onChange({ airspeedKias: undefined, bankDeg: undefined, altitudeFt: undefined })
            }
          >
            Reset to the card’s value
          </Button>
        )}
      </section>
      <CardView cards={cards} standard={props.standard} studentName={props.studentName} />
    </div>
  );
}
