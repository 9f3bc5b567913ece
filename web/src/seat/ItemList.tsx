/** A list one item at a time, in large letters: nobody loses the place in it. */
import { useState } from 'react';

interface Props {
  title: string;
  items: readonly string[];
  done: () => void;
  close: () => void;
}

export function ItemList({ title, items, done, close }: Props) {
  const [at, setAt] = useState(0);
  const last = at === items.length - 1;
  return (
    <div className="seat-between seat-items">
      <p>
        {title}, {at + 1} of {items.length}
      </p>
      <strong>{items[at]}</strong>
      <div className="seat-row">
        <button type="button" className="seat-button" onClick={() => (at === 0 ? close() : setAt(at - 1))}>
          {at === 0 ? 'Cancel' : 'Back'}
        </button>
        <button
          type="button"
          className="seat-button seat-primary"
          onClick={() => {
            if (!last) return setAt(at + 1);
            done();
            close();
          }}
        >
          {last ? 'All done' : 'Done'}
        </button>
      </div>
    </div>
  );
}
