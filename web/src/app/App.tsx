import { type QueryClient, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { matchPath, Navigate, Route, Routes } from 'react-router';
import { actAs } from '../api/client';
import { sessionQuery } from '../api/queries';
import { useReadyToDraw } from '../ui/DeferredContent';
import { useUnlessHeld } from '../ui/heldOpen';
import { fetchAhead, lazyPart } from '../ui/lazyPart';
import { OutboxOf } from '../ui/outbox';
import { Loading, Trouble } from '../ui/states';
import { setUnits } from '../ui/units';
import { Frame } from './Frame';

const SignIn = lazyPart(() => import('./SignIn').then((page) => page.SignIn));
const FirstRun = lazyPart(() => import('./FirstRun').then((page) => page.FirstRun));
const FirstPassword = lazyPart(() => import('./FirstPassword').then((page) => page.FirstPassword));

const PAGES = {
  '/': lazyPart(() => import('../today/Today').then((page) => page.Today)),
  '/follow-ups': lazyPart(() => import('../followups/FollowUps').then((page) => page.FollowUps)),
  '/doors': lazyPart(() => import('../doors/Doors').then((page) => page.Doors)),
  '/doors/new': lazyPart(() => import('../doors/NewDoor').then((page) => page.NewDoor)),
  '/doors/:key': lazyPart(() => import('../doors/DoorFile').then((page) => page.DoorFile)),
  '/calls/:key/:stage?': lazyPart(() => import('../call/CallPage').then((page) => page.CallPage)),
  '/bench': lazyPart(() => import('../bench/Bench').then((page) => page.Bench)),
  '/bench/sun': lazyPart(() => import('../bench/Sun').then((page) => page.Sun)),
  '/bench/practice': lazyPart(() => import('../bench/Practice').then((page) => page.Practice)),
  '/practice': lazyPart(() => import('../practice/Practice').then((page) => page.Practice)),
  '/practice/:key': lazyPart(() => import('../practice/RunPage').then((page) => page.RunPage)),
  '/bench/:name': lazyPart(() => import('../bench/BenchPage').then((page) => page.BenchPage)),
  '/shop/:part?': lazyPart(() => import('../shop/Shop').then((page) => page.Shop)),
  '/shop/knowledge': lazyPart(() => import('../shop/Knowledge').then((page) => page.Knowledge)),
  '/shop/order': lazyPart(() => import('../van/Order').then((page) => page.Order)),
  '/shop/van': lazyPart(() => import('../van/Van').then((page) => page.Van)),
};

/** The file of the page at an address, before it is known whether it may be shown. */
export async function fetchPage(queries: QueryClient, pathname: string): Promise<void> {
  const found = Object.entries(PAGES).find(([path]) => matchPath(path, pathname));
  await found?.[1].fetch(queries);
}

export function App() {
  const queries = useQueryClient();
  const session = useQuery(sessionQuery);
  const here = useUnlessHeld(session.data);
  const who = here?.person?.username;
  const isReady = useReadyToDraw(!session.isPending);
  useEffect(() => {
    if (who) void fetchAhead(queries);
  }, [who, queries]);
  if (session.isLoadingError) return <Trouble wrong={session.error} retry={() => session.refetch()} />;
  if (!here || !isReady) return <Loading />;
  const { person } = here;
  actAs(person?.username ?? '');
  setUnits(person?.units ?? 'trade');
  if (here.first_run) return <FirstRun />;
  if (!person) return <SignIn session={here} />;
  if (here.must_change_password) return <FirstPassword />;
  return (
    <OutboxOf key={person.username} person={person.username}>
      <Frame key={person.units} session={here}>
        <Routes>
          {Object.entries(PAGES).map(([path, Page]) => (
            <Route key={path} path={path} element={<Page />} />
          ))}
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </Frame>
    </OutboxOf>
  );
}
