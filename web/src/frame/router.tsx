/** Every address and what stands there; each station is a piece of its own, fetched when somebody goes there. */
import type { ComponentType } from 'react';
import { createBrowserRouter, type RouteObject } from 'react-router';
import { piece } from '../parts/piece.ts';
import { Empty, Loading } from '../parts/states.tsx';
import { Broken } from './Broken.tsx';
import { DOORS, FRAME, PAGES, SEAT, SIGNED_IN } from './pages.ts';

/** A page fetched when it is wanted; what goes wrong in it stays in its place, and the frame around it goes on. */
const pagesOf = (pages: Readonly<Record<string, () => Promise<ComponentType>>>): RouteObject[] =>
  Object.entries(pages).map(([path, load]) => ({
    path,
    lazy: async () => ({ Component: await piece(load()) }),
    HydrateFallback: Waiting,
    errorElement: <Broken />,
  }));

export const router = createBrowserRouter([
  ...pagesOf(DOORS),
  {
    lazy: async () => ({ Component: await piece(SIGNED_IN()) }),
    HydrateFallback: Waiting,
    errorElement: <Broken />,
    children: [
      ...pagesOf(SEAT),
      {
        // Its menus are of no use to whoever signs in first.
        lazy: async () => ({ Component: await piece(FRAME()) }),
        children: [
          ...pagesOf(PAGES),
          {
            path: '*',
            element: (
              <div className="page">
                <Empty title="There is nothing at this address">Go on from the line of stations above.</Empty>
              </div>
            ),
          },
        ],
      },
    ],
  },
]);

function Waiting() {
  return (
    <div className="page">
      <Loading what="Keel Path" />
    </div>
  );
}
