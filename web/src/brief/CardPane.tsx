/** One maneuver: the picture that suits it on the left, its card on the right. */
import type { Airplane, LessonItem, Standard, TargetCard } from '@keel/core';
import { Button } from '@mantine/core';
import { AltitudeLadder } from './AltitudeLadder.tsx';
import { CardView } from './CardView.tsx';
import { PowerCurve } from './PowerCurve.tsx';
import { SpeedWindow } from './SpeedWindow.tsx';

const TITLES: Record<TargetCard['picture'], string> = {
  'speed-window': 'Where it is safe to turn steeply, today',
  'power-curve': 'What it takes to hold this speed, today',
  'altitude-ladder': 'Where it fits, today',
};

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
  if (!card) return null;
  const move = (part: Partial<LessonItem>) => {
    if (!readOnly) props.onChange(part);
  };
  const moved =
    item.airspeedKias !== undefined || item.bankDeg !== undefined || item.altitudeFt !== undefined;
  return (
    <div className="columns brief-columns">
      <section className="sheet no-print" aria-label="Picture">
        <h2>{TITLES[card.picture]}</h2>
        <p className="quiet small">
          {readOnly ? 'The mark is your target.' : 'Drag the mark. Everything on the card follows.'}
        </p>
        {card.picture === 'speed-window' && <SpeedWindow airplane={airplane} card={card} onMove={move} />}
        {card.picture === 'power-curve' && <PowerCurve airplane={airplane} card={card} onMove={move} />}
        {card.picture === 'altitude-ladder' && <AltitudeLadder card={card} onMove={move} />}
        {moved && !readOnly && (
          <Button
            variant="subtle"
            size="compact-sm"
            onClick={() =>
              props.onChange({ airspeedKias: undefined, bankDeg: undefined, altitudeFt: undefined })
            }
          >
            Back to the card’s own choice
          </Button>
        )}
      </section>
      <CardView cards={cards} standard={props.standard} studentName={props.studentName} />
    </div>
  );
}
