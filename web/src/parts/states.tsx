/** What stands where data is not there: loading, failed, or nothing yet with the next step. */
import { Button, Loader } from '@mantine/core';
import { IconAlertTriangle } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { ApiError, messageOf } from '../api/client.ts';

export const Loading = ({ what }: { what: string }) => (
  <div className="sheet row" role="status" data-loading>
    <Loader size="sm" color="spruce" />
    <span className="quiet">Loading {what}</span>
  </div>
);

export const Failed = ({ error, retry }: { error: unknown; retry?: () => void }) => (
  <div className="sheet row" role="alert">
    <IconAlertTriangle size={20} color="var(--below)" aria-hidden />
    <span style={{ flex: 1 }}>{messageOf(error)}</span>
    {needsSecondStep(error) ? (
      <Button component={Link} to="/me">
        Your account
      </Button>
    ) : (
      retry && (
        <Button variant="default" onClick={retry}>
          Try again
        </Button>
      )
    )}
  </div>
);

/** The school asks for something that only the person can begin; trying again would change nothing. */
const needsSecondStep = (error: unknown): boolean =>
  error instanceof ApiError && error.type === 'second-step-needed';

export const Empty = ({ title, children }: { title: string; children?: ReactNode }) => (
  <div className="sheet stack" style={{ padding: '28px 24px' }}>
    <h2>{title}</h2>
    <div className="quiet">{children}</div>
  </div>
);

interface Awaited {
  query: { error?: unknown; mutate: () => void };
  what: string;
}

/** Data that is not there: on its way, or failed with a way to try again. */
export const Coming = ({ query, what }: Awaited) =>
  query.error ? <Failed error={query.error} retry={() => query.mutate()} /> : <Loading what={what} />;

/** A page whose data is not there. */
export const Waiting = (props: Awaited) => (
  <div className="page">
    <Coming {...props} />
  </div>
);
