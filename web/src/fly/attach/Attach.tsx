/** Where a recording is dropped, and what can be. */
import { Button } from '@mantine/core';
import { IconFileUpload } from '@tabler/icons-react';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';

export function Attach({ attach, busy }: { attach: (file: File) => void; busy: boolean }) {
  const [refused, setRefused] = useState<string | null>(null);
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    multiple: false,
    noClick: true,
    noKeyboard: true,
    disabled: busy,
    maxSize: 50 * 1024 * 1024,
    onDropAccepted: ([file]) => {
      setRefused(null);
      attach(file);
    },
    onDropRejected: () => setRefused('One file at a time, 50 MB at most.'),
  });
  return (
    <section className="sheet">
      <h2>Attach a recording</h2>
      <div {...getRootProps({ className: 'drop', 'data-over': isDragActive || undefined })}>
        <input {...getInputProps({ 'aria-label': 'Recording file' })} />
        <IconFileUpload size={34} stroke={1.4} aria-hidden />
        <p>
          <strong>Drop the flight’s recording here</strong>
          <br />
          <span className="quiet">
            A Recording CSV with time, altitude, airspeed and heading; bank, positions and the rest if you
            have them. A table of another make: you name its columns once. Or a log of positions alone, GPX
            1.1, IGC or NMEA 0183: the wind is then worked out from the turns, and slow flight and stalls are
            named without a verdict.
          </span>
        </p>
        <Button variant="default" onClick={open} disabled={busy}>
          Choose a file
        </Button>
      </div>
      {refused && <p role="alert">{refused}</p>}
      <p className="quiet small">
        The original file is kept as it is and can be downloaded again at Debrief.
      </p>
    </section>
  );
}
