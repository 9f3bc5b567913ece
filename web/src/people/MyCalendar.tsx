/** One’s own bookings in a calendar program, at a secret address that is shown once. */
import { Button, CopyButton, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, read } from '../api/client.ts';
import { sent } from '../parts/sent.ts';

export function MyCalendar() {
  const [url, setUrl] = useState<string | null>(null);
  const renew = async () => {
    const made = await sent(read(api.me.calendar.$post()), 'Not created');
    if (made) setUrl(made.url);
  };
  return (
    <section className="sheet stack" aria-labelledby="calendar">
      <h2 id="calendar">Your bookings in a calendar</h2>
      <p className="small quiet">
        Anyone with this address sees your bookings, so it is shown once. A new address replaces the old one.
      </p>
      {url && (
        <div className="row">
          <TextInput aria-label="The address" value={url} readOnly style={{ flex: 1 }} />
          <CopyButton value={url}>
            {({ copied, copy }) => (
              <Button variant="default" onClick={copy}>
                {copied ? 'Copied' : 'Copy'}
              </Button>
            )}
          </CopyButton>
        </div>
      )}
      <Button variant="default" onClick={renew} style={{ alignSelf: 'start' }}>
        {url ? 'Create a new address' : 'Create an address'}
      </Button>
    </section>
  );
}
