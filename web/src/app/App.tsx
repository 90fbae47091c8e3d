import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { actAs } from '../api/client';
import { sessionQuery } from '../api/queries';
import { Loading, Trouble } from '../ui/states';
import { speak } from '../ui/units';
import { FirstPassword } from './FirstPassword';
import { FirstRun } from './FirstRun';
import { Frame } from './Frame';
import { OutboxOf } from './outbox';
import { SignIn } from './SignIn';

const Today = lazy(() => import('../today/Today').then((page) => ({ default: page.Today })));
const FollowUps = lazy(() => import('../followups/FollowUps').then((page) => ({ default: page.FollowUps })));
const Doors = lazy(() => import('../doors/Doors').then((page) => ({ default: page.Doors })));
const DoorFile = lazy(() => import('../doors/DoorFile').then((page) => ({ default: page.DoorFile })));
const NewDoor = lazy(() => import('../doors/NewDoor').then((page) => ({ default: page.NewDoor })));
const Shop = lazy(() => import('../shop/Shop').then((page) => ({ default: page.Shop })));
const Van = lazy(() => import('../shop/Van').then((page) => ({ default: page.Van })));
const Knowledge = lazy(() => import('../shop/Knowledge').then((page) => ({ default: page.Knowledge })));
const Bench = lazy(() => import('../bench/Bench').then((page) => ({ default: page.Bench })));
const BenchPage = lazy(() => import('../bench/BenchPage').then((page) => ({ default: page.BenchPage })));
const Practice = lazy(() => import('../bench/Practice').then((page) => ({ default: page.Practice })));
const Sun = lazy(() => import('../bench/Sun').then((page) => ({ default: page.Sun })));
const CallPage = lazy(() => import('../call/CallPage').then((page) => ({ default: page.CallPage })));

export function App() {
  const session = useQuery(sessionQuery);
  if (session.isPending) return <Loading />;
  if (session.isError) return <Trouble wrong={session.error} retry={() => session.refetch()} />;
  const { person } = session.data;
  actAs(person?.username ?? '');
  speak(person?.units ?? 'trade');
  if (session.data.first_run) return <FirstRun />;
  if (!person) return <SignIn session={session.data} />;
  if (session.data.must_change_password) return <FirstPassword />;
  return (
    <OutboxOf key={person.username} person={person.username}>
      <Frame key={person.units} session={session.data}>
        <Suspense fallback={<Loading />}>
          <Routes>
            <Route path="/" element={<Today />} />
            <Route path="/follow-ups" element={<FollowUps />} />
            <Route path="/doors" element={<Doors />} />
            <Route path="/doors/new" element={<NewDoor />} />
            <Route path="/doors/:key" element={<DoorFile />} />
            <Route path="/calls/:key/:stage?" element={<CallPage />} />
            <Route path="/bench" element={<Bench />} />
            <Route path="/bench/sun" element={<Sun />} />
            <Route path="/bench/practice" element={<Practice />} />
            <Route path="/bench/:name" element={<BenchPage />} />
            <Route path="/shop" element={<Shop />} />
            <Route path="/shop/knowledge" element={<Knowledge />} />
            <Route path="/shop/van" element={<Van />} />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </Suspense>
      </Frame>
    </OutboxOf>
  );
}
