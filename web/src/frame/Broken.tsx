/** A view that failed: the rest goes on, and what is to be done is said. */
import { Button } from '@mantine/core';
import { useRouteError } from 'react-router';
import { PieceMissing } from '../parts/piece.ts';
import { Empty } from '../parts/states.tsx';

export function Broken() {
  const error = useRouteError();
  const why =
    error instanceof PieceMissing
      ? 'This part of the program could not be fetched. Once the server answers, load the page again.'
      : 'This view met something it cannot show. What was saved is safe; load the page again, and tell whoever runs the server if it happens again.';
  return (
    <div className="page" role="alert">
      <Empty title="This view stopped">{why}</Empty>
      <p>
        <Button onClick={() => window.location.reload()}>Load the page again</Button>
      </p>
      {!(error instanceof PieceMissing) && error instanceof Error && (
        <p className="small quiet">{error.message}</p>
      )}
    </div>
  );
}
