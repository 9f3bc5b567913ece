/** A booking outside somebody's usual hours: made once it is said that they agreed. */
import { Button } from '@mantine/core';
import { Dialog } from '../parts/Dialog.tsx';

export function Agreed(props: { words: string; yes: () => void; close: () => void }) {
  return (
    <Dialog onClose={props.close} title="Outside availability">
      <div className="stack">
        <p>{props.words}</p>
        <div className="row">
          <Button
            onClick={() => {
              props.close();
              props.yes();
            }}
          >
            Book it anyway
          </Button>
          <Button variant="default" onClick={props.close}>
            Cancel
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
