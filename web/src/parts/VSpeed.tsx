/** A V-speed as it is written: V with its index below the line. */
export const VSpeed = ({ of }: { of: string }) => (
  <>
    V<sub style={{ fontSize: '0.72em' }}>{of}</sub>
  </>
);
