/** The proposal in its dialog. */
import { Dialog } from '../parts/Dialog.tsx';
import { Proposed } from './Proposed.tsx';

export function ProposedDialog(props: {
  studentId: string;
  at?: string;
  bookingId?: string;
  close: () => void;
}) {
  return (
    <Dialog onClose={props.close} title="The lesson worth flying next" size="lg">
      <Proposed studentId={props.studentId} booked={props.at} bookingId={props.bookingId} />
    </Dialog>
  );
}
